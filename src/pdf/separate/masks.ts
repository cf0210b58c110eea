import { deflateSync } from 'node:zlib';
import type { Copier } from '../compose/copier';
import { realNumber } from '../compose/number';
import type { PdfWriter } from '../compose/writer';
import { isDict, numberOf, Ref, type Dict } from '../syntax/objects';

/** The colour that a picture was mixed with beforehand (11.6.5.3) is said anew in its mask, as its colours are. */
export function matte(
  copier: Copier,
  out: PdfWriter,
  full: Dict,
  into: (colour: readonly number[]) => readonly number[],
): void {
  const { source } = copier;
  const ref = full.get('/SMask');
  const object = ref instanceof Ref ? source.object(ref) : null;
  const said = object && isDict(object.value) ? source.get(object.value.get('/Matte')) : undefined;
  if (!object?.stream || !Array.isArray(said)) return;
  const mask: Dict = new Map(object.value as Dict);
  mask.set('/Matte', into(said.map((v) => numberOf(source.get(v), 0))).map(realNumber));
  const num = out.allocate();
  copier.stream(num, object, mask);
  full.set('/SMask', `${num} 0 R`);
}

/** A stencil of what is there (8.9.6.3): a bit a pixel, 1 where nothing is painted. */
export function stencil(out: PdfWriter, width: number, height: number, alpha: Uint8Array): string {
  const row = (width + 7) >> 3;
  const bits = new Uint8Array(row * height);
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at++) if (alpha[at]! < 128) bits[y * row + (x >> 3)]! |= 0x80 >> (x & 7);
  const num = out.allocate();
  const entries = `/Type/XObject/Subtype/Image/ImageMask true/Width ${width}/Height ${height}/BitsPerComponent 1`;
  out.stream(num, `${entries}/Filter/FlateDecode`, deflateSync(bits));
  return `${num} 0 R`;
}

/** What an image is masked by, and the layer that it is on, when its pixels are written anew. @param hard in place of a colour that masks */
export function maskEntries(copier: Copier, full: Dict, hard: string | null): string {
  const keyed = Array.isArray(copier.source.get(full.get('/Mask')));
  const soft = full.get('/SMask');
  const mask = soft ?? hard ?? (keyed ? undefined : full.get('/Mask'));
  const layer = full.get('/OC');
  return (
    (mask === undefined ? '' : `${soft ? '/SMask' : '/Mask'} ${copier.value(mask)}`) +
    (layer === undefined ? '' : `/OC ${copier.value(layer)}`)
  );
}
