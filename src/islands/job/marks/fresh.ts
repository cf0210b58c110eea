import type { Docket, Patch, PlacedMark, Stand } from '../../../core';

/** What can be added, and how it stands at first: changed from there. */

type Wish = Omit<PlacedMark, 'id' | 'on'>;

interface Fresh {
  readonly label: string;
  readonly detail: string;
  /** @param inset how far inside the paper the machine prints @param plated whether there is a plate */
  readonly wish: (inset: number, plated: boolean) => Wish;
}

const stand = (to: Partial<Stand> & Pick<Stand, 'by' | 'at'>): Stand => ({
  off: 3,
  along: 0,
  turned: 0,
  side: 'both',
  sheets: 'all',
  ...to,
});

export const FRESH = {
  line: {
    label: 'Text line',
    detail: 'job, sheet, side, each ink in its own',
    wish: (inset) => ({
      called: 'Text line',
      is: { kind: 'words', text: '{Job} · sheet {Sheet} of {Sheets} · {Side} · {Inks} · {Date}', height: 2.2 },
      stands: stand({ by: 'paper', at: ['tail-left'], off: inset + 2 }),
    }),
  },
  note: {
    label: 'Note',
    detail: 'words to the operator',
    wish: (inset) => ({
      called: 'Note',
      is: { kind: 'words', text: 'This white is meant.', height: 3 },
      stands: stand({ by: 'paper', at: ['tail-right'], off: inset + 2 }),
    }),
  },
  code: {
    label: 'Code of the sheet',
    detail: 'order, sheet and side for a reader',
    wish: (inset) => ({
      called: 'Sheet code',
      is: { kind: 'code', symbology: 'data-matrix', text: '{Job} {Sheet} {Side}', width: 12, height: 12 },
      stands: stand({ by: 'paper', at: ['lead-right'], off: inset + 1 }),
    }),
  },
  label: {
    label: 'Pile label',
    detail: 'what lies in the pile, on its first sheet',
    wish: (inset) => ({
      called: 'Pile label',
      is: { kind: 'words', text: '{Job}\n{Customer} {Order}\n{Prints} sheets, {Stock}\n{Work}', height: 3 },
      stands: stand({ by: 'paper', at: ['tail-left'], off: inset + 2, sheets: 'first', side: 'front' }),
    }),
  },
  gripper: {
    label: 'Gripper arrow',
    detail: 'where the press takes the sheet',
    wish: (inset, plated) => ({
      called: 'Gripper arrow',
      is: { kind: 'arrow', length: 10, weight: 0.4 },
      stands: plated ? stand({ by: 'plate', at: ['lead'], off: 4 }) : stand({ by: 'paper', at: ['lead'], off: inset }),
    }),
  },
  lay: {
    label: 'Side lay',
    detail: 'a line at the edge that runs against the stop',
    wish: (inset) => ({
      called: 'Side lay',
      is: { kind: 'line', length: 12, weight: 0.4 },
      stands: stand({ by: 'paper', at: ['right'], off: inset, along: -60 }),
    }),
  },
  strip: {
    label: 'Plate control strip',
    detail: 'tints and fine lines, to see the plate by',
    wish: (inset, plated) => ({
      called: 'Plate strip',
      is: { kind: 'strip', patch: 6, whole: false },
      stands: plated
        ? stand({ by: 'plate', at: ['tail'], off: 5 })
        : stand({ by: 'paper', at: ['tail'], off: inset + 2 }),
    }),
  },
  camera: {
    label: 'Camera marks',
    detail: 'dots at the corners, for a cutter that looks for them',
    wish: () => ({
      called: 'Camera marks',
      is: { kind: 'dot', diameter: 5 },
      stands: stand({ by: 'pieces', at: ['lead-left', 'lead-right', 'tail-left', 'tail-right'], off: 4 }),
    }),
  },
  die: {
    label: 'Die line',
    detail: 'each piece’s outline and scores, over the artwork, in an ink of its own',
    wish: () => ({
      called: 'Die line',
      is: { kind: 'die', weight: 0.25 },
      ink: 'Die line',
      stands: stand({ by: 'piece', at: ['lead'], off: 0, side: 'front', sheets: 'first' }),
    }),
  },
} as const satisfies Readonly<Record<string, Fresh>>;
export type FreshKind = keyof typeof FRESH;

/** A name for a mark that no other has: `code`, `code-2`. */
export function idFor(kind: string, marks: readonly Pick<PlacedMark, 'id'>[]): string {
  for (let n = 1; ; n++) {
    const id = n === 1 ? kind : `${kind}-${n}`;
    if (!marks.some((m) => m.id === id)) return id;
  }
}

/** The change that adds a mark of a kind, at its end. */
export function withMark({ placed, sheet }: Docket, kind: FreshKind, plated: boolean): { patch: Patch; id: string } {
  const inset = Math.max(...Object.values(sheet.machine.noPrint));
  const id = idFor(kind, placed);
  return { id, patch: { placed: [...placed, { id, on: true, ...FRESH[kind].wish(inset, plated) }] } };
}

/** The change of one mark. */
export const markChanged = (placed: readonly PlacedMark[], id: string, to: Partial<PlacedMark>): Patch => ({
  placed: placed.map((m) => (m.id === id ? { ...m, ...to } : m)),
});

/** The change of where one stands. */
export const standChanged = (placed: readonly PlacedMark[], id: string, to: Partial<Stand>): Patch => ({
  placed: placed.map((m) => (m.id === id ? { ...m, stands: { ...m.stands, ...to } } : m)),
});
