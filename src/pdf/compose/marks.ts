import type { Mark } from '../../core';
import { PT } from '../geometry';
import { realNumber as n } from './number';
import { textOutlines } from './outlines';

/** The ratio of a cubic's control length to the radius for a quarter circle. */
const KAPPA = 0.5522847498;

const TURNS = ['1 0 0 1', '0 1 -1 0', '-1 0 0 -1', '0 -1 1 0'] as const;

/** Content operators that draw marks in the colour space /All at full tint. */
export function marksContent(marks: readonly Mark[]): string {
  if (marks.length === 0) return '';
  const p = (mm: number): string => n(mm * PT);
  let out = 'q /All CS 1 SCN /All cs 1 scn 0 J\n';
  for (const m of marks) {
    switch (m.kind) {
      case 'line':
        out += `${p(m.weight)} w [${m.dash.map(p).join(' ')}] 0 d ${p(m.from[0])} ${p(m.from[1])} m ${p(m.to[0])} ${p(m.to[1])} l S\n`;
        break;
      case 'circle': {
        const [x, y] = m.centre;
        const r = m.radius;
        const k = r * KAPPA;
        out += `${p(m.weight)} w [] 0 d ${p(x + r)} ${p(y)} m `;
        out += `${p(x + r)} ${p(y + k)} ${p(x + k)} ${p(y + r)} ${p(x)} ${p(y + r)} c `;
        out += `${p(x - k)} ${p(y + r)} ${p(x - r)} ${p(y + k)} ${p(x - r)} ${p(y)} c `;
        out += `${p(x - r)} ${p(y - k)} ${p(x - k)} ${p(y - r)} ${p(x)} ${p(y - r)} c `;
        out += `${p(x + k)} ${p(y - r)} ${p(x + r)} ${p(y - k)} ${p(x + r)} ${p(y)} c s\n`;
        break;
      }
      case 'area':
        out += `q ${m.black ? '0 0 0 1 k ' : ''}${p(m.rect.x)} ${p(m.rect.y)} ${p(m.rect.width)} ${p(m.rect.height)} re f Q\n`;
        break;
      case 'text':
        out += `q ${m.black ? '0 0 0 1 k ' : ''}${TURNS[m.turned]} ${p(m.at[0])} ${p(m.at[1])} cm\n${textOutlines(m.text, m.height, m.room)}f Q\n`;
        break;
    }
  }
  return `${out}Q\n`;
}
