import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { homedir } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { colourProfile, USUAL_COLOUR, type Docket, type Profile } from '../core';
import { MOST_PROFILE, ProfileError, readProfile } from '../pdf/icc';
import { Complaint, withFile } from './inputs';

/** Where systems keep profiles; a docket's own lie beside it. */
const OF_THE_SYSTEM = [
  '/usr/share/color/icc',
  '/usr/local/share/color/icc',
  join(homedir(), '.local/share/color/icc'),
  join(homedir(), '.color/icc'),
];
const MOST_LOOKED = 1000;

const hashed = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Profiles that the command line has named, by their content. */
const named = new Map<string, string>();

/** A docket whose colours are brought to a press by a profile that the command line names. @throws Complaint */
export function withProfile(docket: Docket, file: string | undefined): Docket {
  if (file === undefined) return docket;
  const bytes = withFile(file, () => readFileSync(file));
  let profile: Profile;
  try {
    const { name, space, prints } = readProfile(bytes);
    if (space !== 'cmyk' || !prints) throw new ProfileError('It is of no press that prints in process inks.');
    profile = { name: name || basename(file), sha256: hashed(bytes) };
  } catch (e) {
    if (e instanceof ProfileError) throw new Complaint(`--profile ${file}: ${e.message}`);
    throw e;
  }
  named.set(profile.sha256, resolve(file));
  const colour = { ...(docket.artwork.colour ?? USUAL_COLOUR), profile };
  return { ...docket, artwork: { ...docket.artwork, colour } };
}

/** Where the profile lies that a docket's colours are brought to; null where they are brought to none. @throws Complaint */
export function profileFor(path: string, docket: Docket): string | null {
  const profile = colourProfile(docket);
  if (!profile) return null;
  const known = named.get(profile.sha256) ?? found(dirname(resolve(path)), profile.sha256);
  if (known === null)
    throw new Complaint(
      `${path}: the profile “${profile.name}” lies neither beside the docket nor among the system’s. Give it with --profile.`,
    );
  return known;
}

function found(beside: string, sha256: string): string | null {
  let looked = 0;
  for (const [folder, recursive] of [[beside, false] as const, ...OF_THE_SYSTEM.map((f) => [f, true] as const)]) {
    let files: string[];
    try {
      files = readdirSync(folder, { recursive }).map(String);
    } catch {
      continue;
    }
    for (const file of files) {
      if (!/\.(icc|icm)$/i.test(file) || ++looked > MOST_LOOKED) continue;
      const path = join(folder, file);
      try {
        const at = statSync(path);
        if (at.isFile() && at.size <= MOST_PROFILE && hashed(readFileSync(path)) === sha256) return path;
      } catch {
        // one that cannot be read is not the one
      }
    }
  }
  return null;
}
