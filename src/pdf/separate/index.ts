import { createHash } from 'node:crypto';
import { PROCESS, sameInk, type Inks, type Plan, type SideName } from '../../core';
import type { Composed, ComposeJob } from '../compose';
import { fromSheets } from '../compose/from-sheets';
import { Copier } from '../compose/copier';
import { layersEntry } from '../compose/layers';
import type { PdfWriter } from '../compose/writer';
import { nameOf } from '../compose/spots';
import { PlateError } from '../errors';
import { spotInks } from '../inks';
import type { OpenPdf } from '../open';
import type { Dict } from '../syntax/objects';
import { plateOf, type Plate } from './plate';
import { Pictures } from './pictures';
import { Separator, type Met } from './separator';

/**
 * Writes the imposed sheets as plates: a page an ink of every side that is printed, in greys, each saying which ink it is of
 * and with which others it belongs together (ISO 32000-1, 14.11.4). The sheets are imposed as ever and that file parted, so
 * that plates are what its composite is, to the last mark. Lines stay lines, and letters letters.
 * @throws PdfSyntaxError where the source cannot be followed; PlateError where a side prints in an ink that has no plate
 */
export function composeSeparated(job: ComposeJob): Composed {
  // how far it is is told of the plates
  return fromSheets({ ...job, onProgress: () => undefined }, (out, opened, planned, sheets) => {
    const pictures = new Pictures(sheets);
    try {
      return write(out, opened, pictures, sidesOf(job, planned), job);
    } finally {
      pictures.close();
    }
  });
}

/** A side of the file of sheets: its page there, from 1. */
interface Side {
  readonly page: number;
  readonly sheet: number;
  readonly side: SideName;
}

/** The sides that are printed, as the sheets' file has them: front and back in turn where any has a back. */
function sidesOf(job: ComposeJob, { sheets }: Plan): Side[] {
  const numbers = job.sheets ?? Array.from({ length: sheets.length }, (_, i) => i + 1);
  const twoSided = numbers.some((number) => sheets.at(number - 1).sides === 2);
  return numbers.flatMap((sheet, i): Side[] => {
    const page = i * (twoSided ? 2 : 1) + 1;
    const front: Side = { page, sheet, side: 'front' };
    return sheets.at(sheet - 1).sides === 2 ? [front, { page: page + 1, sheet, side: 'back' }] : [front];
  });
}

/** The inks of a side; where the job does not say, the process inks and every spot ink that its pages name. */
function platesOf(inks: Inks | null, opened: OpenPdf): (side: SideName) => readonly Plate[] {
  const all = inks ? [] : [...PROCESS, ...spotInks(opened.file, opened.pages)].map(plateOf);
  const front = inks?.front.map(plateOf) ?? all;
  const back = inks?.back.map(plateOf) ?? all;
  const same = back.length === front.length && back.every((p, i) => sameInk(p.ink, front[i]!.ink));
  return (side) => (side === 'front' || same ? front : back);
}

const boxes = (dict: Dict, copier: Copier): string =>
  ['/MediaBox', '/BleedBox', '/TrimBox']
    .flatMap((key) => (dict.has(key) ? [`${key}${copier.value(dict.get(key)!)}`] : []))
    .join('');

function write(
  out: PdfWriter,
  opened: OpenPdf,
  pictures: Pictures,
  sides: readonly Side[],
  { docket, onProgress, onPlate }: ComposeJob,
): Composed {
  const copier = new Copier(opened.file, out);
  const [root, tree, info] = [out.allocate(), out.allocate(), out.allocate()];
  const platesFor = platesOf(docket.sheet.inks, opened);
  const kids: number[] = [];
  const made = createHash('sha256');
  const separators = new Map<readonly Plate[], { readonly by: Separator; readonly met: Met }>();
  let light = false;
  const sheets = new Set(sides.map((s) => s.sheet)).size;
  for (const [done, { page, sheet, side }] of sides.entries()) {
    const plates = platesFor(side);
    let of = separators.get(plates);
    if (!of) {
      const met: Met = { lost: new Set(), light: false };
      separators.set(plates, (of = { by: new Separator(copier, out, plates, pictures, met), met }));
    }
    const dict = opened.pages[page - 1]!;
    const numbers = plates.map(() => out.allocate());
    const together = `/Pages[${numbers.map((n) => `${n} 0 R`).join(' ')}]`;
    plates.forEach((plate, i) => {
      const { content, resources, group } = of.by.page(dict, plate);
      made.update(content);
      onPlate?.(side, plate.ink);
      const stream = out.allocate();
      out.stream(stream, '/Filter/FlateDecode', content);
      out.object(
        numbers[i]!,
        `<</Type/Page/Parent ${tree} 0 R${boxes(dict, copier)}/Resources${resources}${group}/Contents ${stream} 0 R` +
          `/SeparationInfo<<${together}/DeviceColorant/${nameOf(plate.ink)}>>>>`,
      );
      copier.drain();
    });
    kids.push(...numbers);
    if (of.met.lost.size > 0) throw new PlateError(lostSaid([...of.met.lost], sheet, side, plates));
    light ||= of.met.light;
    onProgress?.(Math.round(((done + 1) / sides.length) * sheets), sheets);
  }
  out.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
  out.object(info, '<</Title(Plates)/Producer(Odd Sparrow)>>');
  out.object(root, `<</Type/Catalog/Pages ${tree} 0 R${layersEntry([copier])}>>`);
  copier.drain();
  const id = made.digest('hex').slice(0, 32);
  return { ...out.finish(root, info, id), sides: kids.length, ...(light ? { note: LIGHT } : {}) };
}

/** What is to be known of plates whose artwork is in part made of light. */
const LIGHT =
  'Some of the artwork is RGB. It was parted into inks by the plain formula, without a profile: look at the plates before they are made.';

const listed = (names: readonly string[]): string =>
  names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}` : names[0]!;

function lostSaid(lost: readonly string[], sheet: number, side: SideName, plates: readonly Plate[]): string {
  const has = plates.length > 0 ? listed(plates.map((p) => p.ink)) : 'none';
  return `The ${side} of sheet ${sheet} prints in ${listed(lost)}, and has no plate for ${lost.length > 1 ? 'them' : 'it'}: its inks are ${has}. Say the inks anew (Sheet station), or ask for artwork in those.`;
}
