import { createHash, randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Profile } from '../core';
import { ColourEngine, MOST_PROFILE, Press, ProfileError, readProfile } from '../pdf/icc';
import { folders } from './config';
import { diskFull } from './db';
import { tell } from './events';
import { StoreError } from './store';

/** The profiles of presses that the shop has: files, each by its content. What Debian has of them is among them. */

/** Where a profile lies. */
export const profileAt = (sha256: string): string => join(folders.profiles(), `${sha256}.icc`);

/** Where systems keep profiles. */
const OF_THE_SYSTEM = ['/usr/share/color/icc', '/usr/local/share/color/icc'];
const MOST_LOOKED = 500;
/** Profiles that a shop keeps. */
export const MOST_PROFILES = 200;

/**
 * Keeps a profile, once it has been seen that colours go through it both ways.
 * @param name what it is called where it does not say so itself
 * @throws ProfileError, StoreError
 */
export async function keepProfile(bytes: Uint8Array, name: string): Promise<Profile> {
  const facts = readProfile(bytes);
  // opened as it is when a job is written
  const engine = await ColourEngine.start();
  new Press(engine, bytes, { intent: 'relative', blackPoint: true, blackAlone: true }).close();
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const profile = { name: facts.name || plain(name), sha256 };
  const target = profileAt(sha256);
  if (existsSync(target)) return profile;
  await mkdir(folders.profiles(), { recursive: true });
  if ((await names()).length >= MOST_PROFILES)
    throw new ProfileError(`The shop keeps ${MOST_PROFILES} profiles already, which is as many as it can.`);
  const temporary = `${target}.${randomUUID()}.part`;
  try {
    const file = await open(temporary, 'w');
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(temporary, target);
    const folder = await open(folders.profiles(), 'r');
    await folder.sync();
    await folder.close();
  } catch (e) {
    await rm(temporary, { force: true });
    if (diskFull(e))
      throw new StoreError('disk-full', 'The disk is full: the profile was not taken in. Make room first.');
    throw e;
  }
  tell({ kind: 'shop' });
  return profile;
}

const plain = (name: string): string =>
  name
    .replace(/[\p{Cc}\p{Cs}\s]+/gu, ' ')
    .trim()
    .slice(0, 200) || 'A profile without a name';

const names = async (): Promise<string[]> =>
  (await readdir(folders.profiles()).catch(() => [])).filter((f) => /^[0-9a-f]{64}\.icc$/.test(f));

const known = new Map<string, Profile>();

/** The profiles that are kept, by their names. */
export async function keptProfiles(): Promise<Profile[]> {
  const kept: Profile[] = [];
  for (const file of await names()) {
    const sha256 = file.slice(0, 64);
    let profile = known.get(sha256);
    if (!profile)
      try {
        profile = { name: readProfile(await readFile(profileAt(sha256))).name || 'A profile without a name', sha256 };
        known.set(sha256, profile);
      } catch {
        // one that somebody has spoilt is none
        continue;
      }
    kept.push(profile);
  }
  return kept.sort((a, b) => a.name.localeCompare(b.name) || (a.sha256 < b.sha256 ? -1 : 1));
}

/** Takes in what the system has of profiles of presses; what is none is passed over. */
export async function takeSystemProfiles(roots = OF_THE_SYSTEM): Promise<void> {
  // what a stop left half written
  for (const file of await readdir(folders.profiles()).catch(() => []))
    if (file.endsWith('.part')) await rm(join(folders.profiles(), file), { force: true });
  let looked = 0;
  for (const root of roots) {
    const files = await readdir(root, { recursive: true, withFileTypes: true }).catch(() => []);
    for (const file of files) {
      if (!file.isFile() || !/\.(icc|icm)$/i.test(file.name) || ++looked > MOST_LOOKED) continue;
      const path = join(file.parentPath, file.name);
      try {
        if ((await stat(path)).size > MOST_PROFILE) continue;
        const bytes = await readFile(path);
        const { space, prints, measured } = readProfile(bytes);
        // some describe no press but how a page description language counts
        if (space === 'cmyk' && prints && measured) await keepProfile(bytes, file.name);
      } catch (e) {
        if (!(e instanceof ProfileError || e instanceof StoreError)) throw e;
      }
    }
  }
}
