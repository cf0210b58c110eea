import { readFileSync, statSync } from 'node:fs';
import type { MadeColour } from '../../core';
import { PdfSyntaxError } from '../syntax/objects';
import { ColourEngine } from './engine';
import { ProfileError } from './errors';
import { Press } from './press';
import { MOST_PROFILE } from './profile';

export { differenceOf, type Lab } from './difference';
export { ColourEngine } from './engine';
export { ProfileError } from './errors';
export { Press } from './press';
export { CHANNELS, MOST_PROFILE, readProfile, type ProfileFacts, type ProfileSpace } from './profile';

/** The press that colours were last brought to: pages of a job are drawn one after another. */
let last: { readonly id: string; readonly press: Press } | null = null;

/**
 * The press that colours are brought to.
 * @param path where its profile is kept; null where it is not
 * @throws PdfSyntaxError where it is not there, or is of no press: in words that name it
 */
export async function pressFor(path: string | null, wish: MadeColour): Promise<Press> {
  const { profile, intent, blackPoint, blackAlone } = wish;
  const id = JSON.stringify([path, profile.sha256, intent, blackPoint, blackAlone]);
  if (last?.id === id && !last.press.crowded) return last.press;
  const engine = await ColourEngine.start();
  let bytes: Uint8Array;
  try {
    if (path === null || statSync(path).size > MOST_PROFILE) throw new Error('none');
    bytes = readFileSync(path);
  } catch {
    throw new PdfSyntaxError(
      `The profile “${profile.name}” is not kept here: add it to the shop, or choose another one for the machine.`,
    );
  }
  try {
    const press = new Press(engine, bytes, wish);
    last?.press.close();
    last = { id, press };
    return press;
  } catch (e) {
    if (!(e instanceof ProfileError)) throw e;
    throw new PdfSyntaxError(`The profile “${profile.name}” cannot be used. ${e.message}`);
  }
}
