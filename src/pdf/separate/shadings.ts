import { deflateSync } from 'node:zlib';
import { realNumber } from '../compose/number';
import type { PdfWriter } from '../compose/writer';
import { readFunction, type Fn } from '../colour/functions';
import type { Space } from '../colour/spaces';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';
import { MESH_BITS, recolouredMesh, type Mesh } from './meshes';
import type { Names } from './names';
import type { Paint } from './plate';
import { recolouredFunction, recolouredPlane, type Into } from './shades';

/** What a shading is painted in, with what it is written as. */
export interface Shaded {
  readonly ref: string;
  readonly paint: Paint;
}

/** What the colours of a space become. */
export interface Target {
  /** The space that they are in then, as it is written, and its components. */
  readonly space: string;
  readonly into: Into;
}

/** Colours of a shading that are looked at to see what inks it is of. */
export const LOOKED = 9;

/**
 * Writes a shading (ISO 32000-1, 8.7.4.5) in other colours: the greys of one plate, other inks.
 * @param seen is shown colours that it goes through
 * @throws PdfSyntaxError where it is none
 */
export function recolouredShading(
  out: PdfWriter,
  what: PdfValue | undefined,
  names: Names,
  target: (space: Space) => Target,
  seen: (paint: Paint) => void,
): Shaded {
  const { file } = names;
  const dict = file.get(what);
  const space = isDict(dict) ? names.space(dict.get('/ColorSpace')) : null;
  if (!isDict(dict) || !space) throw new PdfSyntaxError('A shading has no colour space.');
  const { space: written, into } = target(space);
  const type = numberOf(file.get(dict.get('/ShadingType')), 0);
  const fns = functionsOf(names, dict);
  if (fns)
    for (let i = 0; i < LOOKED; i++) {
      const at = fns[0]!.domain.map((d, j, all) => (j % 2 === 0 ? d + ((all[j + 1]! - d) * i) / (LOOKED - 1) : 0));
      const x = at.filter((_, j) => j % 2 === 0);
      seen({ space, colour: fns.length === 1 ? fns[0]!.at(x) : fns.map((f) => f.at(x)[0] ?? 0) });
    }
  const entries: Dict = new Map(dict);
  for (const key of ['/Length', '/Filter', '/DecodeParms']) entries.delete(key);
  entries.set('/ColorSpace', written);
  const background = file.get(dict.get('/Background'));
  if (Array.isArray(background))
    entries.set('/Background', into(background.map((v) => numberOf(file.get(v), 0))).map(realNumber));
  if (fns) entries.set('/Function', type === 1 ? recolouredPlane(out, fns, into) : recolouredFunction(out, fns, into));
  const num = out.allocate();
  const paint: Paint = { space, colour: [] };
  if (type < 4) {
    out.object(num, names.copied(entries));
    return { ref: `${num} 0 R`, paint };
  }
  const object = what instanceof Ref ? file.object(what) : null;
  if (!object?.stream) throw new PdfSyntaxError('A mesh has no data.');
  let data = file.streamData(object);
  if (!fns) {
    const mesh = meshOf(names, dict, type, space);
    data = recolouredMesh(data, mesh, (colour) => {
      seen({ space, colour });
      return into(colour);
    });
    const decode = file.get(dict.get('/Decode'));
    const unit = into(space.initial).flatMap(() => ['0', '1']);
    entries.set('/Decode', [...(Array.isArray(decode) ? decode : []).slice(0, 4), ...unit]);
    entries.set('/BitsPerComponent', String(MESH_BITS));
  }
  out.stream(num, `${names.copied(entries).slice(2, -2)}/Filter/FlateDecode`, deflateSync(data));
  return { ref: `${num} 0 R`, paint };
}

function functionsOf({ file }: Names, dict: Dict): Fn[] | null {
  const v = dict.get('/Function');
  const list = file.get(v);
  if (list === undefined) return null;
  const fns = Array.isArray(list) ? list.slice(0, 64).map((f) => readFunction(file, f)) : [readFunction(file, v)];
  return fns.length > 0 ? fns : null;
}

function meshOf({ file }: Names, dict: Dict, type: number, space: Space): Mesh {
  const number = (key: string): number => numberOf(file.get(dict.get(key)), 0);
  if (type !== 4 && type !== 5 && type !== 6 && type !== 7)
    throw new PdfSyntaxError(`There are no shadings of type ${type}.`);
  const decode = file.get(dict.get('/Decode'));
  return {
    type,
    flagBits: number('/BitsPerFlag'),
    coordinateBits: number('/BitsPerCoordinate'),
    componentBits: number('/BitsPerComponent'),
    components: space.components,
    decode: (Array.isArray(decode) ? decode : []).slice(4).map((v) => numberOf(file.get(v), 0)),
  };
}
