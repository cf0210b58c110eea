import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contains, grow, overlap, rect, type Rect } from '../measure';
import { plan } from '../sheet';
import { mark, markBox } from '.';
import { artwork, docketOf, placed } from './testing-placed';

describe('placed marks of any layout', () => {
  const stands = fc.record({
    by: fc.constantFrom('piece' as const, 'pieces' as const, 'paper' as const, 'plate' as const),
    at: fc.uniqueArray(
      fc.constantFrom(
        'lead' as const,
        'tail' as const,
        'left' as const,
        'right' as const,
        'lead-left' as const,
        'tail-right' as const,
      ),
      { minLength: 1, maxLength: 4 },
    ),
    off: fc.double({ min: -10, max: 60, noNaN: true }),
    along: fc.double({ min: -80, max: 80, noNaN: true }),
    turned: fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const),
  });
  const is = fc.oneof(
    fc.record({
      kind: fc.constant('words' as const),
      text: fc.constantFrom('{Job}', '{Inks} {Side}', 'a\nlonger text'),
      height: fc.double({ min: 1, max: 9, noNaN: true }),
    }),
    fc.record({ kind: fc.constant('dot' as const), diameter: fc.double({ min: 1, max: 12, noNaN: true }) }),
    fc.record({
      kind: fc.constant('arrow' as const),
      length: fc.double({ min: 2, max: 30, noNaN: true }),
      weight: fc.constantFrom(0.1, 0.5, 2),
    }),
    fc.record({
      kind: fc.constant('strip' as const),
      patch: fc.double({ min: 2, max: 8, noNaN: true }),
      whole: fc.boolean(),
    }),
    fc.record({
      kind: fc.constant('code' as const),
      symbology: fc.constant('qr' as const),
      text: fc.constant('{Job}'),
      width: fc.double({ min: 4, max: 30, noNaN: true }),
      height: fc.constant(8),
    }),
  );
  it('lie on nothing: no artwork, no other mark, nothing off what is printed', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(is, stands), { minLength: 1, maxLength: 6 }), fc.boolean(), (list, press) => {
        const docket = docketOf(
          list.map(([what, where], i) => {
            // strips stand by all pieces together
            const by = what.kind === 'strip' && where.by === 'piece' ? 'pieces' : where.by;
            return placed(what, { ...where, by }, { id: `m${i}` });
          }),
          {
            marks: { crop: { on: true }, register: { on: true }, slug: { on: true }, bar: { on: true } },
            ...(press
              ? { sheet: { machine: { press: { plate: { width: 600, height: 460 }, gripper: 50, across: 5 } } } }
              : {}),
          },
        );
        const planned = plan(docket, artwork);
        const { lay } = planned.sheets.main;
        const marks = mark(docket, planned);
        const pieces = lay.downs.map((d) => grow(d.trim, { left: 3, right: 3, top: 3, bottom: 3 }));
        const paper = rect(0, 0, lay.paper.width, lay.paper.height);
        const plate = lay.plate && { x: -lay.plate.paper.x, y: -lay.plate.paper.y, ...lay.plate.plate };
        for (const side of ['front', 'back'] as const) {
          const at = marks.standing(1, side);
          const others = marks.of(1, side).flatMap((m) => (m.of === 'placed' ? [] : [grow(markBox(m), -0.51)]));
          const shrunk = (r: Rect) => grow(r, -1e-3);
          at.forEach((s, i) => {
            const onPlate = list[Number(s.id.slice(1))]![1].by === 'plate';
            const area = onPlate ? plate! : lay.printable;
            expect(contains(grow(area, 1e-3), s.rect)).toBe(true);
            for (const other of [
              ...pieces,
              ...others,
              ...at.slice(i + 1).map((o) => o.rect),
              ...(onPlate ? [paper] : []),
            ])
              expect(overlap(shrunk(s.rect), other)).toBe(false);
          });
          // what is drawn lies in what it takes
          for (const m of marks.of(1, side))
            if (m.of === 'placed' && m.kind !== 'text')
              expect(at.some((s) => contains(grow(s.rect, 1.1), markBox(m)))).toBe(true);
        }
      }),
      { numRuns: 150 },
    );
  });
});
