import {
  boundsOf,
  inspect,
  mark,
  plan,
  reckon,
  remediesFor,
  standingPage,
  type Sheet,
  type Shop,
  type SideName,
} from '../core';
import type { Loaded } from './inputs';

/** The plan as it is printed: lengths in millimetres, each side seen from itself, its origin at the lower left. */
export function printedPlan({ docket, artwork }: Pick<Loaded, 'docket' | 'artwork'>, shop: Shop): object {
  const planned = plan(docket, artwork);
  const marks = mark(docket, planned);
  const it = { docket, artwork, plan: planned, marks, shop, unit: 'mm' } as const;
  const { lay } = planned.sheets.main;
  const book = planned.product;
  const side = (sheet: Sheet, name: SideName) => ({
    cells: sheet[name].map((c) => {
      const { section, reading, moved } = standingPage(book, c);
      return {
        piece: c.down + 1,
        section: section.order,
        reading,
        label: c.label,
        page: c.page,
        file: c.file,
        headTurns: c.head,
        trim: c.trim,
        clip: boundsOf(c.clip),
        matrix: c.matrix,
        movedToSpine: moved,
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
    reading: book.reading,
    sections: book.sections.map((s) => ({
      number: s.order,
      kind: s.kind,
      fold: s.way.id,
      stock: `${s.stock.name} ${s.stock.format}`,
      places: s.reading,
    })),
    sheets: Array.from(planned.sheets, (s) => ({
      number: s.number,
      kind: s.called,
      sections: s.pieces.map((id) => book.sections[id]!.order),
      stock: `${s.stock.name} ${s.stock.format}`,
      width: s.lay.paper.width,
      height: s.lay.paper.height,
      copies: s.yields,
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
