import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, plan, type DocketOf, type Patch, type PlacedMark } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { operations } from '../colour/operators';
import { OpenPdf } from '../open';
import { readArtwork } from '../read';
import { isDict, Ref, type Dict, type PdfValue } from '../syntax/objects';
import { numberedPages, scratch, wordsOf, writePdf } from '../testing';
import { compose } from '.';

/** Marks measured by the paths of the PDF that holds them: none on another, none on artwork, none off what is printed. */

const dir = scratch();
const MM = 72 / 25.4;

/** A rectangle as [left, bottom, right, top], mm. */
type Box = readonly [number, number, number, number];
type Matrix = readonly [number, number, number, number, number, number];

const joined = (boxes: readonly Box[]): Box => [
  Math.min(...boxes.map((b) => b[0])),
  Math.min(...boxes.map((b) => b[1])),
  Math.max(...boxes.map((b) => b[2])),
  Math.max(...boxes.map((b) => b[3])),
];
const cross = (a: Box, b: Box, by: number): boolean =>
  a[0] + by < b[2] && b[0] + by < a[2] && a[1] + by < b[3] && b[1] + by < a[3];
const inside = (a: Box, b: Box, by = 0.01): boolean =>
  a[0] >= b[0] - by && a[1] >= b[1] - by && a[2] <= b[2] + by && a[3] <= b[3] + by;
const times = (a: Matrix, b: Matrix): Matrix => [
  a[0] * b[0] + a[1] * b[2],
  a[0] * b[1] + a[1] * b[3],
  a[2] * b[0] + a[3] * b[2],
  a[2] * b[1] + a[3] * b[3],
  a[4] * b[0] + a[5] * b[2] + b[4],
  a[4] * b[1] + a[5] * b[3] + b[5],
];

/** What is painted by a page's own content and by the forms of its marks: the boxes of its paths. Pages of artwork are left out. */
function pathsOf(path: string, number: number): Box[] {
  const opened = new OpenPdf(path);
  const { file } = opened;
  const found: Box[] = [];
  const textOf = (v: PdfValue | undefined): string => {
    const object = v instanceof Ref ? file.object(v) : null;
    return object?.stream ? Buffer.from(file.streamData(object)).toString('latin1') : '';
  };
  const walk = (text: string, resources: Dict, begin: Matrix): void => {
    const forms = file.get(resources.get('/XObject'));
    let ctm = begin;
    let weight = 1;
    let points: [number, number][] = [];
    const kept: [Matrix, number][] = [];
    for (const { operator, operands } of operations(text)) {
      const n = operands.map(Number);
      const add = (x: number, y: number): void =>
        void points.push([x * ctm[0] + y * ctm[2] + ctm[4], x * ctm[1] + y * ctm[3] + ctm[5]]);
      if (operator === 'q') kept.push([ctm, weight]);
      else if (operator === 'Q') [ctm, weight] = kept.pop() ?? [ctm, weight];
      else if (operator === 'cm') ctm = times(n as unknown as Matrix, ctm);
      else if (operator === 'w') weight = n[0]!;
      else if (operator === 'm' || operator === 'l') add(n[0]!, n[1]!);
      else if (operator === 'c') for (const i of [0, 2, 4]) add(n[i]!, n[i + 1]!);
      else if (operator === 're')
        for (const [x, y] of [
          [0, 0],
          [n[2]!, n[3]!],
        ] as const)
          add(n[0]! + x, n[1]! + y);
      else if (operator === 'n') points = [];
      else if (/^[sSfF]\*?$/.test(operator) && points.length > 0) {
        const half = /^[sS]$/.test(operator) ? weight / 2 : 0;
        const path = joined(points.map(([x, y]): Box => [x, y, x, y]));
        // a line is as thick as it is drawn, and ends where it ends
        const [wide, high] = [path[2] - path[0] > 1e-6, path[3] - path[1] > 1e-6];
        const [dx, dy] = [wide && !high ? 0 : half, high && !wide ? 0 : half];
        const box: Box = [path[0] - dx, path[1] - dy, path[2] + dx, path[3] + dy];
        found.push(box.map((v) => v / MM) as unknown as Box);
        points = [];
      } else if (operator === 'Do' && /^\/[MT]\d/.test(String(operands[0]))) {
        const form = isDict(forms) ? forms.get(String(operands[0])) : undefined;
        const dict = file.get(form) as Dict;
        const own = file.get(dict.get('/Resources'));
        walk(textOf(form), isDict(own) ? own : new Map(), ctm);
      }
    }
  };
  const page = opened.pages[number - 1]!;
  walk(textOf(page.get('/Contents')), file.get(page.get('/Resources')) as Dict, [1, 0, 0, 1, 0, 0]);
  opened.close();
  return found;
}

/**
 * Paths about one middle are one mark: a circle and its cross; so are lines of one cut that two pieces have in a gap between
 * them.
 */
function marksIn(paths: readonly Box[]): Box[] {
  const out: Box[][] = [];
  const middle = (b: Box): [number, number] => [(b[0] + b[2]) / 2, (b[1] + b[3]) / 2];
  for (const box of paths) {
    const [x, y] = middle(box);
    const same = out.find((g) => {
      const [mx, my] = middle(g[0]!);
      const upright = [g[0]!, box].every((b) => b[2] - b[0] < 0.3) && Math.abs(mx - x) < 0.02;
      const level = [g[0]!, box].every((b) => b[3] - b[1] < 0.3) && Math.abs(my - y) < 0.02;
      return Math.hypot(mx - x, my - y) < 0.02 || ((upright || level) && cross(joined(g), box, 0));
    });
    if (same) same.push(box);
    else out.push([box]);
  }
  return out.map(joined);
}

const stands = (at: PlacedMark['stands']['at'][number], by: 'pieces' | 'paper', off: number): PlacedMark['stands'] => ({
  by,
  at: [at],
  off,
  along: 0,
  turned: 0,
  side: 'both',
  sheets: 'all',
});

describe('marks of any layout, in the PDF', () => {
  it('lie on no artwork, on no other mark and on nothing that is not printed', async () => {
    const source = join(dir, 'in.pdf');
    writePdf(source, numberedPages(1, 90 * MM, 50 * MM, 3 * MM));
    const { artwork } = await readArtwork(source, `${source}.work`);
    let marks = 0;
    fc.assert(
      fc.property(
        fc.record({
          columns: fc.integer({ min: 1, max: 4 }),
          rows: fc.integer({ min: 1, max: 5 }),
          gap: fc.constantFrom(0, 6, 11),
          bleed: fc.constantFrom(0, 3),
          length: fc.constantFrom(2, 5, 9),
          offset: fc.constantFrom(1, 3, 6),
          at: fc.constantFrom('pieces' as const, 'block' as const),
          bar: fc.boolean(),
          ticks: fc.boolean(),
          dot: fc.constantFrom('lead', 'tail', 'left', 'tail-right').map((a) => a as 'lead'),
          off: fc.integer({ min: 2, max: 20 }),
        }),
        ({ columns, rows, gap, bleed, length, offset, at, bar, ticks, dot, off }) => {
          const line = { length, offset, weight: 0.25 };
          const patch: Patch<DocketOf<'flat'>> = {
            sheet: { stock: SHOP.stocks[2]! },
            product: {
              finished: { width: 90, height: 50 },
              bleed,
              sides: 'one',
              lies: { way: 'upright', columns, rows, gap: { across: gap, down: gap } },
            },
            marks: {
              crop: { on: true, ...line, at },
              register: { on: true, ...line },
              bar: { on: bar },
              ticks: { on: ticks },
              slug: { on: false },
            },
            placed: [
              { id: 'd', called: 'D', on: true, is: { kind: 'dot', diameter: 5 }, stands: stands(dot, 'pieces', off) },
              {
                id: 'l',
                called: 'L',
                on: true,
                is: { kind: 'line', length: 9, weight: 0.5 },
                stands: stands('right', 'paper', off),
              },
            ],
          };
          const docket = patched(flatDocketFor(artwork), patch);
          const out = join(dir, 'out.pdf');
          compose({ docket, artwork, source, out, durable: false });
          const { lay } = plan(docket, artwork).sheets.main;
          const boxes = marksIn(pathsOf(out, 1));
          marks += boxes.length;
          const { x, y, width, height } = lay.printable;
          // between two pieces each has half of the gap for its bleed, at the edges of all of them the whole
          const all = joined(lay.downs.map(({ trim: t }): Box => [t.x, t.y, t.x + t.width, t.y + t.height]));
          const between = Math.min(bleed, gap / 2);
          const pieces = lay.downs.map(({ trim: t }): Box => {
            const edges: Box = [t.x, t.y, t.x + t.width, t.y + t.height];
            return edges.map(
              (v, k) => v + (k < 2 ? -1 : 1) * (Math.abs(v - all[k]!) < 1e-6 ? bleed : between),
            ) as unknown as Box;
          });
          boxes.forEach((box, i) => {
            expect(inside(box, [x, y, x + width, y + height], 0.3)).toBe(true);
            for (const piece of pieces) expect(cross(box, piece, 0.2) && 'on artwork').toBe(false);
            for (const other of boxes.slice(i + 1)) expect(cross(box, other, 0.01) && 'on another').toBe(false);
          });
          // the page is there, or nothing was looked at
          expect(wordsOf(out)[0]!.words.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: 60 },
    );
    expect(marks).toBeGreaterThan(300);
  });
});
