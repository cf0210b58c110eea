import { createHash } from 'node:crypto';
import { CHANNELS, ProfileError, readProfile } from './icc';
import { eachSpace } from './inks';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict } from './syntax/objects';
import type { PdfFile } from './syntax/file';

/** Profiles of a page that are looked at. */
const MOST = 50;

/**
 * Profiles that a page's colours cannot be of: broken, or of other colours than the file says. Readers take such colours by
 * number.
 * @param known what was found of a profile before, by its content
 * @returns what is wrong with each
 */
export function brokenProfiles(file: PdfFile, page: Dict, known: Map<string, string | null>): string[] {
  const found = new Map<number, string>();
  let looked = 0;
  eachSpace(file, [page], (space) => {
    const ref = space[1];
    if (file.get(space[0]) !== '/ICCBased' || !(ref instanceof Ref) || found.has(ref.num)) return true;
    const object = file.object(ref);
    const said = object && isDict(object.value) ? numberOf(file.get(object.value.get('/N')), 0) : 0;
    const wrong = object?.stream ? wrongWith(file.streamData(object), said, known) : 'It is not there.';
    if (wrong !== null) found.set(ref.num, wrong);
    return ++looked < MOST;
  });
  return [...found.values()];
}

function wrongWith(bytes: Uint8Array, components: number, known: Map<string, string | null>): string | null {
  const id = `${createHash('sha256').update(bytes).digest('hex')} ${components}`;
  let wrong = known.get(id);
  if (wrong === undefined) {
    try {
      wrong = CHANNELS[readProfile(bytes).space] === components ? null : 'It is of other colours than the file says.';
    } catch (e) {
      if (!(e instanceof ProfileError || e instanceof PdfSyntaxError)) throw e;
      wrong = e.message;
    }
    known.set(id, wrong);
  }
  return wrong;
}
