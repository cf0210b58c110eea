import type { Album } from '../docket';
import type { Size } from '../measure';

/** Pictures of an album by what a table calls them. */

const ENDING = /\.(jpe?g|png|tiff?)$/;

/** A file name without its folders, in small letters: `Photos\\Ada.JPG` is `ada.jpg`. */
const plain = (name: string): string =>
  name
    .normalize('NFC')
    .trim()
    .toLowerCase()
    .replace(/^.*[/\\]/, '');

const known = new WeakMap<Album, ReadonlyMap<string, number>>();

/** Every picture under its file name, and under that without its ending; of two of one name the first. */
function placesIn(album: Album): ReadonlyMap<string, number> {
  let places = known.get(album);
  if (!places) {
    const all = new Map<string, number>();
    const put = (key: string, i: number): void => {
      if (!all.has(key)) all.set(key, i);
    };
    album.names.forEach((name, i) => put(plain(name), i));
    album.names.forEach((name, i) => put(plain(name).replace(ENDING, ''), i));
    known.set(album, (places = all));
  }
  return places;
}

/**
 * The picture that a table names, in capitals or not, with its folder and its ending or without.
 * @returns which page of the album it is, from 1, and how large that is, mm; null where there is none
 */
export function findPicture(album: Album, name: string): { readonly page: number; readonly size: Size } | null {
  const key = plain(name);
  const places = placesIn(album);
  const at = places.get(key) ?? places.get(key.replace(ENDING, ''));
  const page = at === undefined ? undefined : album.pages[at];
  return at === undefined || !page
    ? null
    : { page: at + 1, size: { width: page.media.width, height: page.media.height } };
}

/** Whether a value looks like the name of a picture. */
export const isPictureName = (value: string): boolean => ENDING.test(plain(value));
