import type { SideName } from '../sheet';
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

/** Dots an inch of an ink preview: what an ink key sees. */
export const PREVIEW_DPI = 50.8;

/** How much of an ink there is where on a side of a sheet, for the press's ink keys. */
export interface Preview {
  readonly side: SideName;
  readonly ink: string;
  /** In dots, {@link PREVIEW_DPI} an inch. */
  readonly width: number;
  readonly height: number;
  /** A byte a dot, row by row from the top: 255 for none of it, 0 for all. */
  readonly greys: Uint8Array;
}
/** The previews of a sheet. @param sheet its number */
export type PreviewsOf = (sheet: number) => readonly Preview[];

/** A layout as PPF: every sheet with its paper, the register marks of both sides, the blocks that it is cut into, and how they are folded. */
export function* ppfOf(layout: Layout, previews: PreviewsOf = () => []): Generator<string> {
  yield '%!PS\n%%CIP3-File Version 3.0\n';
  for (let i = 0; i < layout.count; i++) yield* sheet(layout, layout.at(i), i + 1, previews(i + 1));
  yield '%%CIP3EndOfFile\n';
}

const isAmong = (number: number) => (c: Pick<Cutting, 'sheets'>) =>
  c.sheets.some((s) => number >= s.from && number <= s.to);

function* sheet(
  { docket, grounds, cuttings, foldings }: Layout,
  it: LaidSheet,
  number: number,
  previews: readonly Preview[],
): Generator<string> {
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
    yield* previewImages(previews.filter((p) => p.side === side));
    yield registerMarks(marks);
    yield `CIP3${end}\n`;
  }
  const cutting = cuttings.find(isAmong(number));
  if (cutting) {
    yield 'CIP3BeginCutData\n';
    for (const block of cutting.blocks) yield cutBlock(block);
    yield 'CIP3EndCutData\n';
  }
  const folded = foldings.filter(isAmong(number));
  if (folded.length > 0) {
    yield 'CIP3BeginFoldProcedures\n';
    for (const [i, it] of folded.entries()) yield foldProcedure(it, i + 1);
    yield 'CIP3EndFoldProcedures\n';
  }
  yield 'CIP3EndSheet\n';
}

/** A way of folding: every fold by how far it is from the left or the front edge of what then lies there. */
const foldProcedure = (
  { sheet: { width, height }, folds, pages }: Layout['foldings'][number],
  number: number,
): string =>
  [
    'CIP3BeginFoldProcedure\n',
    def('FoldName', text(`F${number}`)),
    def('FoldDescription', text(`${pages} pages`)),
    def('FoldSheetIn', `[${numbers(width, height)}]`),
    def(
      'FoldProc',
      `[${folds.map(({ axis, travel, to }) => `[${numbers(travel)} ${axis === 'upright' ? '/Left' : '/Front'} ${to === 'up' ? '/Up' : '/Down'}]`).join(' ')}]`,
    ),
    'CIP3EndFoldProcedure\n',
  ].join('');

function* previewImages(previews: readonly Preview[]): Generator<string> {
  if (previews.length === 0) return;
  yield 'CIP3BeginPreviewImage\n';
  for (const { width, height, greys } of previews) {
    yield 'CIP3BeginSeparation\n';
    yield def('PreviewImageWidth', width);
    yield def('PreviewImageHeight', height);
    yield def('PreviewImageBitsPerComp', 8);
    yield def('PreviewImageComponents', 1);
    yield def('PreviewImageMatrix', `[${width} 0 0 ${-height} 0 ${height}]`);
    yield def('PreviewImageResolution', `[${PREVIEW_DPI} ${PREVIEW_DPI}]`);
    yield def('PreviewImageEncoding', '/ASCIIHexDecode');
    yield def('PreviewImageCompression', '/RunLengthDecode');
    yield 'CIP3PreviewImage\n';
    yield* hexLines(runLengths(greys));
    yield 'CIP3EndSeparation\n';
  }
  yield 'CIP3EndPreviewImage\n';
}

/** Bytes in run lengths as PostScript has them: n and n + 1 bytes as they are, or 257 - n and a byte n times; 128 ends. */
export function runLengths(bytes: Uint8Array): Uint8Array {
  // at the worst nothing repeats: a count for every 128 bytes, and the end
  const out = new Uint8Array(bytes.length + Math.ceil(bytes.length / 64) + 2);
  let to = 0;
  let from = 0;
  const repeats = (at: number): number => {
    let n = 1;
    while (n < 128 && at + n < bytes.length && bytes[at + n] === bytes[at]) n++;
    return n;
  };
  for (let at = 0; at < bytes.length;) {
    const n = repeats(at);
    if (n < 3) {
      at += n;
      if (at - from < 126 && at < bytes.length) continue;
    }
    if (at > from) {
      out[to++] = at - from - 1;
      out.set(bytes.subarray(from, at), to);
      to += at - from;
    }
    if (n >= 3) {
      out[to++] = 257 - n;
      out[to++] = bytes[at]!;
      at += n;
    }
    from = at;
  }
  out[to++] = 128;
  return out.subarray(0, to);
}

const HEX = Array.from({ length: 256 }, (_, i) => i.toString(16).padStart(2, '0'));
/** Bytes of a line of hexadecimal digits: PostScript lines stay under 255 letters. */
const A_LINE = 100;

function* hexLines(bytes: Uint8Array): Generator<string> {
  let text = '';
  for (let i = 0; i < bytes.length; i++) {
    text += HEX[bytes[i]!]!;
    if (i % A_LINE !== A_LINE - 1) continue;
    text += '\n';
    if (text.length < 1 << 15) continue;
    yield text;
    text = '';
  }
  yield `${text}>\n`;
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
