import {
  boundsOf,
  fewestFor,
  givenOf,
  inspect,
  mark,
  plan,
  reckon,
  remediesFor,
  standingPage,
  type BookPlan,
  type Cell,
  type FlatPlan,
  type Plan,
  type PosterPlan,
  type ProductKind,
  type ProductPlan,
  type ProductPlans,
  type Sheet,
  type Shop,
  type SideName,
} from '../core';
import type { Loaded } from './inputs';

/** What is said of the pages and pieces of each kind of product. */
interface Said<P> {
  /** What stands on a cell. */
  readonly cell: (product: P, c: Cell) => object;
  /** What the whole is made of. */
  readonly whole: (product: P, plan: Plan) => object;
  /** What is on a sheet. */
  readonly sheet: (product: P, s: Sheet) => object;
}

const book: Said<BookPlan> = {
  cell: (product, c) => {
    const { section, reading, moved } = standingPage(product, c);
    return { section: section.order, reading, movedToSpine: moved };
  },
  whole: ({ reading, sections }) => ({
    reading,
    sections: sections.map((s) => ({
      number: s.order,
      kind: s.kind,
      fold: s.way.id,
      stock: `${s.stock.name} ${s.stock.format}`,
      places: s.reading,
    })),
  }),
  sheet: ({ sections }, s) => ({ sections: s.pieces.map((id) => sections[id]!.order) }),
};

const flat: Said<FlatPlan> = {
  cell: (_, c) => ({ number: c.piece + 1, place: c.place }),
  whole: ({ faces, records, sets, ordered, gap }, plan) => {
    const given = givenOf(plan);
    return {
      gap,
      fewestSheets: fewestFor(plan),
      pieces: Array.from(ordered, (count, i) => {
        const { set, part, record, face } = sets.at(i);
        const { front, back } = faces[face]!;
        return {
          number: i + 1,
          ...(records.length > 1 ? { record: record + 1 } : {}),
          ...(sets.parts > 1 ? { set: set + 1, part: part + 1 } : {}),
          front: front && { file: front.file, page: front.page },
          back: back && { file: back.file, page: back.page },
          ordered: count,
          made: given[i],
        };
      }),
    };
  },
  // the piles in their order, each by the piece that is on it; null where it has none on this sheet
  sheet: (_, s) => ({ piles: s.downs.map((d) => (d === null ? null : d + 1)) }),
};

const poster: Said<PosterPlan> = {
  cell: (_, c) => ({ panel: c.label, place: c.place }),
  whole: ({ posters, panels, columns, rows, hung }) => ({
    posters: posters.map(({ file, page }) => ({ file, page })),
    columns,
    rows,
    sheetsHang: hung,
    // from the poster's lower left
    panels: panels.map(({ name, column, row, trim, seen, covered, stock, off }) => ({
      name,
      column: column + 1,
      row: row + 1,
      trim,
      seen,
      covered,
      stock: `${stock.name} ${stock.format}`,
      ...(off ? { off } : {}),
    })),
  }),
  sheet: ({ panels, order }, s) => ({ panel: panels[order[s.pieces[0]! % order.length]!]!.name }),
};

const SAID: { readonly [K in ProductKind]: Said<ProductPlans[K]> } = { bound: book, flat, poster };

/** The plan as it is printed: lengths in millimetres, each side seen from itself, its origin at the lower left. */
export function printedPlan({ docket, artwork }: Pick<Loaded, 'docket' | 'artwork'>, shop: Shop): object {
  const planned = plan(docket, artwork);
  const marks = mark(docket, planned);
  const it = { docket, artwork, plan: planned, marks, shop, unit: 'mm' } as const;
  const { lay } = planned.sheets.main;
  const made = planned.product;
  const said = SAID[made.kind] as Said<ProductPlan>;
  const side = (sheet: Sheet, name: SideName) => ({
    cells: sheet[name].map((c) => {
      const { movedToSpine, ...at } = said.cell(made, c) as { movedToSpine?: number };
      return {
        piece: c.down + 1,
        ...at,
        label: c.label,
        page: c.page,
        file: c.file,
        headTurns: c.head,
        trim: c.trim,
        clip: boundsOf(c.clip),
        matrix: c.matrix,
        ...(c.made.length === 0 ? {} : { made: c.made.map((m) => ({ clip: boundsOf(m.clip), matrix: m.matrix })) }),
        ...(movedToSpine === undefined ? {} : { movedToSpine }),
      };
    }),
    marks: marks.of(sheet.number, name),
  });
  return {
    title: docket.title,
    sheet: {
      width: lay.paper.width,
      height: lay.paper.height,
      stock: `${docket.sheet.stock.name} ${docket.sheet.stock.format}`,
      turn: lay.turn,
    },
    up: lay.downs.length,
    ...said.whole(made, planned),
    sheets: Array.from(planned.sheets, (s) => ({
      number: s.number,
      kind: s.called,
      ...said.sheet(made, s),
      stock: `${s.stock.name} ${s.stock.format}`,
      width: s.lay.paper.width,
      height: s.lay.paper.height,
      copies: s.yields,
      prints: s.prints,
      sides: s.sides,
      work: s.lay.work,
      turn: s.lay.turn,
      front: side(s, 'front'),
      back: side(s, 'back'),
    })),
    findings: inspect(it).map((f) => {
      const { id, severity, station, title, detail } = f;
      return { id, severity, station, title, detail, remedies: remediesFor(f, it) };
    }),
    figures: reckon(docket, planned),
  };
}
