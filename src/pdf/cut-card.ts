import { PDFDocument } from 'pdf-lib';
import {
  codeText,
  dayText,
  formatLength,
  gaugeText,
  lineOnSheet,
  passSaid,
  setLines,
  formatSize,
  wholeNumber,
  type CutCard,
  type Knife,
  type QuarterTurns,
  type Rect,
  type Size,
  type ScoreSetup,
  type SlitSetup,
  type Unit,
} from '../core';
import { CardPage, colour, fontsIn, INK, PAGE, SOFT, WIDTH } from './card-page';
import { PT } from './geometry';
import { setupOf } from './machine-setup';

/** The card that lies at the guillotine: one page of A4 for each kind of sheet, its measures large enough for a glance. */

const RUST = colour('#a2301f');
const PLUM = colour('#7a3a6c');
const DASHES = { cut: [], score: [1, 1.2], perforation: [2.4, 1] };
const WASTE = colour('#e4ddd0');

const named = ({ number, title }: CutCard): string => (number === null ? title : `${number}  ${title}`);

/** Number, title, whose it is, what is cut on which machine; a QR code of the job's cuts at the right. */
function head(s: CardPage, card: CutCard, what: string, address: string): void {
  const { fonts } = s;
  const size = 26;
  s.code(address, PAGE.width - PAGE.margin - size, PAGE.margin, size);
  const width = WIDTH - size - 8;
  s.paragraph(named(card), 20, fonts.head, { width, most: 2 });
  s.y += 0.5;
  const whose = card.customer ? `for ${card.customer}` : '';
  s.paragraph([card.due ? `Due ${dayText(card.due, true)}` : '', whose].filter(Boolean).join(', '), 11, fonts.bold, {
    width,
    most: 1,
  });
  s.paragraph(what, 11, fonts.text, { width, most: 3 });
  s.y = Math.max(s.y, PAGE.margin + size);
}

/** What is cut in piles, and on what. */
function pilesSaid({ run, machine, program: by, lift }: Knife, unit: Unit): string {
  const { lifts, program } = run;
  const lots = lifts === 1 ? 'one lift' : `${lifts} lifts of at most ${wholeNumber(lift.sheets)}`;
  return `Cut on ${machine ?? 'any guillotine'}${program.bare ? ', false clamp off' : ''}${by === null ? '' : `, by its program “${by}”`}: ${sheetsSaid(run, unit)}; ${lots}, ${formatLength(lift.height, unit, 1)} high.`;
}

const sheetsSaid = ({ stock, good, called, paper }: SlitSetup['run'] | Knife['run'], unit: Unit): string =>
  `${wholeNumber(good)} sheets ${stock.name} ${stock.format}, ${called}, ${formatSize(paper, unit)}`;

/** A piece with the lines of a pass, and their measures from the edge that goes in first. */
function passOn(s: CardPage, pass: ScoreSetup['run']['passes'][number], height: number, unit: Unit): void {
  const { piece, at, kind } = pass;
  const most = { width: WIDTH * 0.5, height };
  const k = Math.min(most.width / piece.width, most.height / piece.height);
  const [w, h] = [piece.width * k, piece.height * k];
  const [x, top] = [PAGE.margin, s.y + 10];
  s.line(passSaid(pass), x, s.y + 5, 12, s.fonts.head);
  s.box(x, top, w, h, { border: INK, thickness: 0.8, fill: colour('#ffffff') });
  s.stroke([x, top], [x + w, top], INK, 2.4);
  const row = Math.max(2.6, Math.min(9, height / at.length));
  at.forEach((mm, i) => {
    const y = top + mm * k;
    s.stroke([x, y], [x + w, y], PLUM, 0.8, DASHES[kind]);
    s.line(String(i + 1), x + w + 1, y + 0.8, 7, s.fonts.mono, PLUM);
    const pt = Math.max(6, Math.min(18, row * 2));
    const line = top + (i + 0.75) * row;
    s.lineRight(String(i + 1), x + WIDTH * 0.62, line, pt * 0.6, s.fonts.mono, SOFT);
    s.lineRight(gaugeText(mm, unit), PAGE.width - PAGE.margin, line, pt, s.fonts.mono);
  });
  s.y = top + Math.max(h, at.length * row) + 4;
}

/** A sheet with what comes out of it. @returns where it lies on the page, and its millimetres in one of the sheet's */
function sheetAt(s: CardPage, paper: Size, pieces: readonly Rect[], top: number, numbers: readonly (number | null)[]) {
  const most = { width: WIDTH - 20, height: 84 };
  const k = Math.min(most.width / paper.width, most.height / paper.height);
  const [w, h] = [paper.width * k, paper.height * k];
  const x = (PAGE.width - w) / 2;
  s.box(x, top, w, h, { border: INK, thickness: 0.8, fill: WASTE });
  const white = colour('#ffffff');
  for (const [i, r] of pieces.entries()) {
    const [px, py] = [x + r.x * k, top + h - (r.y + r.height) * k];
    s.box(px, py, r.width * k, r.height * k, { fill: white, border: SOFT, thickness: 0.4 });
    const pile = numbers[i] ?? null;
    if (pile === null) continue;
    const text = String(pile);
    const pt = Math.max(4, Math.min(16, 1.6 * Math.min(r.width, r.height) * k));
    const wide = s.fonts.bold.widthOfTextAtSize(text, pt) / PT;
    s.line(text, px + (r.width * k - wide) / 2, py + (r.height * k + pt * 0.25) / 2, pt, s.fonts.bold, SOFT);
  }
  return { x, w, h, k };
}

/** The sheet with its slits and cross cuts by their numbers. */
function setupDrawing(s: CardPage, { run, pieces, reading }: SlitSetup, top: number): number {
  const { x, w, h, k } = sheetAt(s, run.paper, pieces, top, []);
  for (const [r, fill] of [
    [reading?.mark, INK],
    [reading?.code?.rect, undefined],
  ] as const)
    if (r)
      s.box(x + r.x * k, top + h - (r.y + r.height) * k, r.width * k, r.height * k, {
        fill,
        border: INK,
        thickness: 0.5,
      });
  for (const { kind, way, at } of setLines(run.slits)) {
    const before = kind === 'cut';
    const ink = before ? RUST : PLUM;
    for (const [i, v] of at.entries()) {
      const number = String(i + 1);
      const { upright, at: on } = lineOnSheet(run.slits, way, v);
      if (upright) {
        s.stroke([x + on * k, top], [x + on * k, top + h], ink, 0.8, DASHES[kind]);
        s.line(number, x + on * k - 0.8, before ? top + h + 4 : top - 1, 7, s.fonts.mono, ink);
      } else {
        const y = top + h - on * k;
        s.stroke([x, y], [x + w, y], ink, 0.8, DASHES[kind]);
        if (before) s.lineRight(number, x - 1, y + 0.8, 7, s.fonts.mono, ink);
        else s.line(number, x + w + 1, y + 0.8, 7, s.fonts.mono, ink);
      }
    }
  }
  s.line('lead edge', x + w / 2 - 6, top + h + 8, 8, s.fonts.text, SOFT);
  return h + 10;
}

/** A column for each kind of lines, as large as the page lets them be. */
function setupTable(s: CardPage, { run }: SlitSetup, unit: Unit): void {
  const groups = setLines(run.slits);
  const top = s.y + 7;
  const room = s.room - 12;
  const wide = WIDTH / Math.max(2, groups.length);
  for (const [c, { label, at }] of groups.entries()) {
    const left = PAGE.margin + c * wide;
    s.line(label, left, top, groups.length > 4 ? 8 : 12, s.fonts.head);
    const row = Math.min(9, room / Math.max(1, at.length));
    const rows = Math.max(1, Math.floor(room / Math.max(row, 2.6)));
    // nine figures and the number before them beside each other
    const pt = Math.max(6, Math.min(18, row * 2, (wide - 16) / (9 * 0.212)));
    at.slice(0, rows).forEach((mm, i) => {
      const y = top + 3 + (i + 0.75) * Math.max(row, 2.6);
      s.lineRight(String(i + 1), left + 8, y, pt * 0.6, s.fonts.mono, SOFT);
      s.lineRight(gaugeText(mm, unit), left + 14 + 9 * pt * 0.212, y, pt, s.fonts.mono);
    });
    if (at.length > rows) s.line(`and ${at.length - rows} more on the screen`, left, top + 6 + room, 8, s.fonts.bold);
  }
}

/** The sheet with its cuts by their numbers, and the pieces by the order of their piles. */
function drawing(s: CardPage, { run, steps, pieces }: Knife, top: number): number {
  const { x, w, h, k } = sheetAt(
    s,
    run.paper,
    pieces.map((p) => p.rect),
    top,
    pieces.map((p) => p.pile),
  );
  const small = steps.length > 40 ? 4 : 7;
  for (const { number, cut, set, measure } of steps)
    for (const [i, pile] of set.hand.entries()) {
      const { upright, at, from, to } = lineOn(pile, cut.lies, measure);
      const ends: [number, number][] = upright
        ? [from, to].map((v) => [x + at * k, top + h - v * k])
        : [from, to].map((v) => [x + v * k, top + h - at * k]);
      s.stroke(ends[0]!, ends[1]!, RUST, 0.8);
      if (i > 0) continue;
      const [fx, fy] = ends[0]!;
      if (upright) s.line(String(number), fx - 0.8, top + h + 1 + small * 0.45, small, s.fonts.mono, RUST);
      else s.lineRight(String(number), x - 1, fy + small * 0.12, small, s.fonts.mono, RUST);
    }
  s.line('lead edge', x + w / 2 - 6, top + h + 8, 8, s.fonts.text, SOFT);
  return h + 10;
}

/** Where a pile is cut, on the sheet: by how it lies and how far the gauge is off. */
function lineOn(r: Rect, lies: QuarterTurns, measure: number) {
  const upright = lies % 2 === 1;
  const [low, high] = upright ? [r.x, r.x + r.width] : [r.y, r.y + r.height];
  const at = lies === 0 || lies === 1 ? high - measure : low + measure;
  return upright ? { upright, at, from: r.y, to: r.y + r.height } : { upright, at, from: r.x, to: r.x + r.width };
}

/** The cuts, as large as the page lets them be. */
function table(s: CardPage, { steps }: Knife, unit: Unit): void {
  const room = s.room - 4;
  const choices = [
    { columns: 1, row: 11, pt: 24 },
    { columns: 1, row: 8.6, pt: 19 },
    { columns: 2, row: 8.6, pt: 17 },
    { columns: 2, row: 6.4, pt: 13 },
    { columns: 3, row: 4.6, pt: 9 },
    { columns: 4, row: 3.4, pt: 7 },
  ];
  const fits = (c: (typeof choices)[number]): boolean => Math.ceil(steps.length / c.columns) * c.row <= room;
  const { columns, row, pt } = choices.find(fits) ?? choices.at(-1)!;
  const rows = Math.max(1, Math.floor(room / row));
  const deep = Math.min(rows, Math.ceil(steps.length / columns));
  const width = WIDTH / columns;
  const other: Unit = unit === 'mm' ? 'in' : 'mm';
  steps.slice(0, rows * columns).forEach(({ number, before, measure, falls }, i) => {
    const left = PAGE.margin + Math.floor(i / deep) * width;
    const y = s.y + ((i % deep) + 0.75) * row;
    const small = Math.max(6, pt * 0.45);
    s.lineRight(String(number), left + pt * 0.5, y, pt * 0.6, s.fonts.mono, SOFT);
    const beside = left + pt * 0.65 + s.fonts.mono.widthOfTextAtSize('0000.0 mm', pt) / PT + 2;
    s.lineRight(gaugeText(measure, unit), beside - 3, y, pt, s.fonts.mono);
    if (columns === 1) s.lineRight(gaugeText(measure, other), PAGE.width - PAGE.margin, y, small, s.fonts.mono, SOFT);
    const said = before ?? (falls === 'waste' ? 'waste off' : '');
    if (columns <= 2)
      s.line(
        shortened(s, said, small, left + width - 2 - (columns === 1 ? 24 : 0) - beside),
        beside,
        y,
        small,
        before ? s.fonts.bold : s.fonts.text,
        before ? INK : SOFT,
      );
    else if (before) s.line(turnSign(before), beside, y, small, s.fonts.bold);
  });
  s.y += deep * row;
  if (steps.length > rows * columns)
    s.line(`and ${steps.length - rows * columns} more on the screen`, PAGE.margin, s.y + 4, 8, s.fonts.bold);
}

/** Where there is no room for words: that the pile is turned. */
const turnSign = (before: string): string =>
  /half/.test(before) ? '1/2 turn' : /quarter/.test(before) ? '1/4 turn' : '';

function shortened(s: CardPage, text: string, size: number, width: number): string {
  const fits = (t: string): boolean => s.fonts.bold.widthOfTextAtSize(t, size) / PT <= width;
  if (fits(text)) return text;
  let n = text.length - 1;
  while (n > 1 && !fits(`${text.slice(0, n)}…`)) n--;
  return `${text.slice(0, n)}…`;
}

/**
 * The cut card as a PDF, a page for each kind of sheet.
 * @param address where the job's cuts are opened: what the QR code says
 */
export async function writeCutCard(
  card: CutCard,
  address: string,
  { unit, house }: { readonly unit: Unit; readonly house: string },
): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(`${named(card)}: cuts`);
  doc.setProducer('Odd Sparrow');
  const fonts = await fontsIn(doc);
  const of = card.knives.length + card.setups.length + card.scorings.length + card.machines.length + card.more;
  const page = (what: string, heading: string): [CardPage, number] => {
    const s = new CardPage(doc.addPage([PAGE.width * PT, PAGE.height * PT]), fonts);
    head(s, card, what, address);
    s.heading(heading);
    const foot = PAGE.height - PAGE.margin + 4;
    const which = of > 1 ? `, card ${doc.getPageCount()} of ${of}` : '';
    s.line(`${house}${which}`, PAGE.margin, foot, 8, fonts.text, SOFT);
    s.lineRight(address, PAGE.width - PAGE.margin, foot, 8, fonts.text, SOFT);
    return [s, s.y + 4];
  };
  for (const knife of card.knives) {
    const [s, top] = page(pilesSaid(knife, unit), 'Cuts, the back gauge to the knife');
    s.y = top + drawing(s, knife, top);
    table(s, knife, unit);
    // others are answered between the pages
    await new Promise(setImmediate);
  }
  for (const setup of card.setups) {
    const { number, name } = setup.program;
    const program = `program ${codeText(number)}${name === null ? '' : ` “${name}”`}`;
    const [s, top] = page(`Slit on ${setup.machine}, ${program}: ${sheetsSaid(setup.run, unit)}.`, setup.said);
    s.y = top + setupDrawing(s, setup, top);
    setupTable(s, setup, unit);
    await new Promise(setImmediate);
  }
  for (const { machine, run, channel } of card.scorings) {
    const by =
      channel === null
        ? ''
        : ` Channel of ${formatLength(channel, unit, 3)} for paper ${formatLength(run.caliper, unit, 3)} thick.`;
    const [s, top] = page(
      `Score on ${machine}: ${wholeNumber(run.pieces)} ${run.of} of ${formatSize(run.size, unit)}.${by}`,
      'Measured from the edge that goes in first, the front up',
    );
    s.y = top;
    for (const pass of run.passes) passOn(s, pass, run.passes.length > 2 ? 38 : 70, unit);
  }
  for (const setup of card.machines) {
    const [s, top] = page(`${setup.what}, on ${setup.machine}.`, setup.from);
    s.y = top;
    setupOf(s, setup, unit);
    await new Promise(setImmediate);
  }
  return doc.save();
}
