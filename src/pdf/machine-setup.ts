import { gaugeText, type MachineSetup, type Unit } from '../core';
import { colour, INK, PAGE, PLUM, SOFT, WIDTH, type CardPage } from './card-page';
import { PT } from './geometry';

/** A page of the card for a machine: what lies in it drawn with its lines, and its measures large enough for a glance. */

const RUST = colour('#a2301f');
const WASTE = colour('#e4ddd0');
const WHITE = colour('#ffffff');
type Drawn = MachineSetup['drawing']['lines'][number];

const LOOKS: Readonly<Record<Drawn['kind'], { ink: typeof INK; thickness: number; dashes: number[] }>> = {
  fold: { ink: PLUM, thickness: 1, dashes: [4, 1.6, 1, 1.6] },
  score: { ink: PLUM, thickness: 0.8, dashes: [1, 1.2] },
  cut: { ink: RUST, thickness: 0.9, dashes: [] },
  stitch: { ink: INK, thickness: 3, dashes: [] },
  hole: { ink: INK, thickness: 1, dashes: [] },
};

/** How large a drawing may be on its page, mm. */
const MOST = { width: WIDTH - 24, height: 92 };

function drawing(s: CardPage, { size, inner, lines }: MachineSetup['drawing']): void {
  const k = Math.min(MOST.width / size.width, MOST.height / size.height);
  const [w, h] = [size.width * k, size.height * k];
  const x = (PAGE.width - w) / 2;
  const top = s.y + 2;
  const at = ([px, py]: readonly [number, number]): [number, number] => [x + px * k, top + h - py * k];
  s.box(x, top, w, h, { border: INK, thickness: 0.8, fill: inner ? WASTE : WHITE });
  if (inner) {
    const [left, upper] = at([inner.x, inner.y + inner.height]);
    s.box(left, upper, inner.width * k, inner.height * k, { fill: WHITE, border: SOFT, thickness: 0.4 });
  }
  for (const { kind, from, to, number } of lines) {
    const { ink, thickness, dashes } = LOOKS[kind];
    const [a, b] = [at(from), at(to)];
    if (kind === 'hole') s.box(a[0] - 0.6, a[1] - 0.6, 1.2, 1.2, { fill: ink });
    else s.stroke(a, b, ink, thickness, dashes);
    if (number === null) continue;
    const text = String(number);
    if (from[0] === to[0]) s.line(text, a[0] - 0.9, kind === 'stitch' ? a[1] + 3 : top + h + 3.6, 8, s.fonts.mono, ink);
    else s.lineRight(text, x - 1.2, a[1] + 1, 8, s.fonts.mono, ink);
  }
  s.y = top + h + 10;
}

/** The measures, one under the other; in two columns where there are many. */
function figures(s: CardPage, { figures: all }: MachineSetup, unit: Unit): void {
  const columns = all.length > 11 ? 2 : 1;
  const rows = Math.ceil(all.length / columns);
  const row = Math.max(4, Math.min(11, (s.room - 4) / Math.max(1, rows)));
  const pt = Math.max(8, Math.min(24, row * 2.1)) / (columns === 1 ? 1 : 1.4);
  const wide = WIDTH / columns;
  const measure = s.fonts.mono.widthOfTextAtSize('0000.0 mm', pt) / PT;
  all.forEach(({ label, value, note }, i) => {
    const left = PAGE.margin + Math.floor(i / rows) * wide;
    const y = s.y + ((i % rows) + 0.75) * row;
    const small = Math.max(7, pt * 0.5);
    const named = columns === 1 ? 44 : 26;
    s.line(label, left, y, small, s.fonts.bold);
    s.lineRight(gaugeText(value, unit), left + named + measure, y, pt, s.fonts.mono);
    if (note) s.line(note, left + named + measure + 4, y, Math.max(6, small * 0.85), s.fonts.text, SOFT);
  });
  s.y += rows * row;
}

/** Writes a machine's set-up from where the page is. */
export function setupOf(s: CardPage, setup: MachineSetup, unit: Unit): void {
  drawing(s, setup.drawing);
  figures(s, setup, unit);
}
