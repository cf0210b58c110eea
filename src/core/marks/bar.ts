import { PROCESS, sameInk } from '../docket';
import { contains, grow, overlap, rect } from '../measure';
import { markBox, type Mark } from './kinds';
import type { MarkRule } from './rules';

/** How much of each process ink a patch has, 0 to 1. */
type Tint = readonly [cyan: number, magenta: number, yellow: number, black: number];

/**
 * The patches in their order: each ink full, each at half, what two and three of them make on each other, and last black at
 * half beside the grey that cyan, magenta and yellow make: 50, 40 and 40 per cent look as neutral as it where the press is
 * in balance (ISO 12647-2).
 */
export const PATCHES: readonly Tint[] = [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
  [0, 0, 0, 1],
  [0.5, 0, 0, 0],
  [0, 0.5, 0, 0],
  [0, 0, 0.5, 0],
  [0, 1, 1, 0],
  [1, 0, 1, 0],
  [1, 1, 0, 0],
  [1, 1, 1, 0],
  [0, 0, 0, 0.5],
  [0.5, 0.4, 0.4, 0],
];

/** A patch: process inks, or a tint of an ink of its own. */
type Patch = Pick<Extract<Mark, { kind: 'area' }>, 'cmyk' | 'spot'>;

/**
 * The patches that inks have: of the process inks those that need no other than are there, then each further ink full and
 * at half. All of the process inks where nobody says.
 */
export function patchesOf(inks: readonly string[] | null): readonly Patch[] {
  if (!inks) return PATCHES.map((cmyk) => ({ cmyk }));
  const there = PROCESS.map((p) => inks.some((i) => sameInk(i, p)));
  const process = PATCHES.filter((tint) => tint.every((t, i) => t === 0 || there[i])).map((cmyk) => ({ cmyk }));
  const spots = inks.filter((i) => !PROCESS.some((p) => sameInk(i, p)));
  return [...process, ...spots.flatMap((name) => [1, 0.5].map((tint) => ({ spot: { name, tint } })))];
}

/** The colour bar: patches of the job's inks across the sheet, beyond the pieces at its tail or at its lead edge. */
export const bar: MarkRule<'bar'> = {
  label: 'Colour bar',
  detail: 'The job’s inks full, at half and over each other, and grey.',
  said: 'the colour bar',
  short: 'colour bar',
  fields: [
    { key: 'patch', label: 'patch', as: { kind: 'length', min: 2, max: 20 } },
    { key: 'offset', label: 'offset', as: { kind: 'length', min: 0, max: 50 } },
    {
      key: 'at',
      label: 'stands',
      as: {
        kind: 'choice',
        options: [
          { key: 'tail', label: 'at the tail' },
          { key: 'lead', label: 'at the lead edge' },
        ],
      },
    },
    {
      key: 'runs',
      label: 'runs',
      as: {
        kind: 'choice',
        options: [
          { key: 'across', label: 'across the sheet' },
          { key: 'once', label: 'once, centred' },
        ],
      },
    },
  ],
  vital: false,
  applies: () => true,
  missed: () => true,
  onLay: ({ patch, offset, at, runs }, { space, block, inks, side }, taken) => {
    const patches = patchesOf(inks && inks[side]);
    if (patches.length === 0) return [];
    const { x, width } = space.area;
    const y = at === 'tail' ? block.y + block.height + offset : block.y - offset - patch;
    // as wide as the machine prints, cut off at whole patches and in its middle
    const room = Math.floor(width / patch + 1e-6);
    const count = runs === 'once' ? Math.min(room, patches.length) : room;
    const from = x + (width - count * patch) / 2;
    const inTheWay = [...space.keepOff.map((r) => grow(r, -1e-6)), ...taken.map(markBox)];
    return Array.from({ length: count }, (_, i): Mark[] => {
      const box = rect(from + i * patch, y, patch, patch);
      if (!contains(space.area, box) || inTheWay.some((r) => overlap(r, box))) return [];
      return [{ kind: 'area', of: 'bar', rect: box, black: false, ...patches[i % patches.length]! }];
    }).flat();
  },
};
