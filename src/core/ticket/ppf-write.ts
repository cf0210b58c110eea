import { numbers, type Cutting, type LaidSheet, type Layout, type PlacedMark } from './layout';

/**
 * CIP3 PPF 3.0: what a guillotine and a press set themselves by, in the structure that the
 * standard publishes, which is PostScript. Points from the lower left of what is laid out, seen from the front.
 */

/** A text as PostScript has it: brackets and backslashes escaped, letters of Latin 1 as octal, others as a question mark. */
const text = (it: string): string =>
  `(${[...it]
    .map((c) => {
      const code = c.codePointAt(0)!;
      if (c === '(' || c === ')' || c === '\\') return `\\${c}`;
      if (code >= 0x20 && code < 0x7f) return c;
      return code >= 0xa0 && code <= 0xff ? `\\${code.toString(8)}` : '?';
    })
    .join('')})`;
/** A name: what may not stand in one is an underscore. */
const name = (it: string): string => `/${it.replace(/[^A-Za-z0-9_.-]+/g, '_')}`;
const def = (key: string, value: string | number): string => `/CIP3${key} ${value} def\n`;

/** A layout as PPF: every sheet with its paper, the register marks of both sides, and the blocks that it is cut into. */
export function* ppfOf(layout: Layout): Generator<string> {
  yield '%!PS\n%%CIP3-File Version 3.0\n';
  for (let i = 0; i < layout.count; i++) yield* sheet(layout, layout.at(i), i + 1);
  yield '%%CIP3EndOfFile\n';
}

const isAmong = (number: number) => (c: Pick<Cutting, 'sheets'>) =>
  c.sheets.some((s) => number >= s.from && number <= s.to);

function* sheet({ docket, grounds, cuttings }: Layout, it: LaidSheet, number: number): Generator<string> {
  const { paper, plate, paperAt } = grounds.find((g) => g.id === it.ground)!;
  yield 'CIP3BeginSheet\n';
  yield def('AdmJobName', text(docket.title));
  yield def('AdmJobCode', text(docket.order?.number ?? ''));
  if (docket.customer !== null) yield def('AdmCustomer', text(docket.customer));
  yield def('AdmSoftware', text('Odd Sparrow'));
  yield def('AdmSheetName', text(it.name));
  // the lead edge lies below and the side lay on the left
  yield def('AdmSheetLay', '/Left');
  yield def('AdmPSExtent', `[${plate ?? paper.Dimension}]`);
  yield def('AdmPaperExtent', `[${paper.Dimension}]`);
  yield def('AdmPaperTrf', `[1 0 0 1 ${paperAt}]`);
  yield def('AdmPaperKind', text(paper.DescriptiveName));
  yield def('AdmPaperGrammage', paper.Weight);
  yield def('AdmPaperThickness', paper.Thickness);
  yield def('AdmPrintVolume', it.prints);
  for (const { side, marks } of it.surfaces) {
    const [begin, end] = side === 'front' ? ['BeginFront', 'EndFront'] : ['BeginBack', 'EndBack'];
    yield `CIP3${begin}\n`;
    const inks = docket.sheet.inks?.[side];
    if (inks) yield def('AdmSeparationNames', `[${inks.map(text).join(' ')}]`);
    yield registerMarks(marks);
    yield `CIP3${end}\n`;
  }
  const cutting = cuttings.find(isAmong(number));
  if (cutting) {
    yield 'CIP3BeginCutData\n';
    for (const block of cutting.blocks) yield cutBlock(block);
    yield 'CIP3EndCutData\n';
  }
  yield 'CIP3EndSheet\n';
}

const registerMarks = (marks: readonly PlacedMark[]): string => {
  const placed = marks.flatMap((m) =>
    m.kind === 'register' ? [`${m.centre} 0 /cross&circle CIP3PlaceRegisterMark\n`] : [],
  );
  return placed.length > 0 ? `CIP3BeginRegisterMarks\n${placed.join('')}CIP3EndRegisterMarks\n` : '';
};

const cutBlock = ({ name: called, rect: r }: Cutting['blocks'][number]): string =>
  [
    'CIP3BeginCutBlock\n',
    def('BlockName', text(called)),
    def('BlockType', name('CutBlock')),
    def('BlockTrf', `[1 0 0 1 ${numbers(r.x, r.y)}]`),
    def('BlockSize', `[${numbers(r.width, r.height)}]`),
    'CIP3EndCutBlock\n',
  ].join('');
