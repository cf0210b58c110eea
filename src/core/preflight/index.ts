import { blackKnocks } from './checks/black-knocks';
import { boxes } from './checks/boxes';
import { coarse } from './checks/coarse';
import { crooked } from './checks/crooked';
import { empty } from './checks/empty';
import { fields } from './checks/fields';
import { fonts, standardFonts } from './checks/fonts';
import { lab } from './checks/lab';
import { layers } from './checks/layers';
import { lostWhite } from './checks/lost-white';
import { mended } from './checks/mended';
import { nearTrim } from './checks/near-trim';
import { noBleed } from './checks/no-bleed';
import { profiles } from './checks/profiles';
import { remarks } from './checks/remarks';
import { rgb } from './checks/rgb';
import { richText } from './checks/rich-text';
import { sizes } from './checks/sizes';
import { thinLines } from './checks/thin-lines';
import { tooFine } from './checks/too-fine';
import { totalInk } from './checks/total-ink';
import { transparency } from './checks/transparency';
import { unseen } from './checks/unseen';
import { version } from './checks/version';
import { MOST_WORKS } from '../docket';
import type { PreflightCheck } from './kinds';
import type { FileLook } from './look';
import type { PreflightFinding, PreflightReport } from './report';
import { DEFAULT_RULES, type CheckId, type PreflightRules, type Weight } from '../shop';

export { beyond, placesOn, RUNS_OFF } from './checks/beyond';
export type { ClosestLook, CrookedLook, Edge, FileLook, PageLook, PictureLook, Space } from './look';
export type { PreflightFinding, PreflightReport } from './report';
export { atScale, rulesAt } from './at-scale';
export { reportFor, type JobFinding, type JobReport } from './mending';
export { DEFAULT_RULES, PreflightRules } from '../shop';

/** Every check by its name: one that is missing does not compile. */
const CHECKS: Readonly<Record<CheckId, PreflightCheck>> = {
  fonts,
  'standard-fonts': standardFonts,
  coarse,
  fine: tooFine,
  crooked,
  rgb,
  lab,
  profiles,
  'rich-text': richText,
  'thin-lines': thinLines,
  'lost-white': lostWhite,
  'total-ink': totalInk,
  'black-knocks': blackKnocks,
  transparency,
  layers,
  remarks,
  fields,
  'no-bleed': noBleed,
  'near-trim': nearTrim,
  sizes,
  empty,
  boxes,
  mended,
  version,
  unseen,
};

/** What each check is called, and what it does where rules say nothing, in their order. */
export const CHECK_WORDS: readonly { readonly check: CheckId; readonly title: string; readonly weight: Weight }[] = (
  Object.keys(CHECKS) as CheckId[]
).map((check) => ({ check, title: CHECKS[check].title, weight: CHECKS[check].weight }));

/** Places of one finding that are told; of scans as many as can be set straight. */
const MOST_PLACES = 100;
const placesOf = (check: CheckId): number => (check === 'crooked' ? MOST_WORKS : MOST_PLACES);

const ORDER = { stop: 0, look: 1, fine: 2 } as const;

/** Looks a file over by a shop's rules: the gravest first, else in the order of the checks. */
export function preflight(file: FileLook, rules: PreflightRules = DEFAULT_RULES): PreflightReport {
  const findings = (Object.keys(CHECKS) as CheckId[]).flatMap((check): PreflightFinding[] => {
    const { look, weight: own, title, why, mend } = CHECKS[check];
    const weight = rules.weights[check] ?? own;
    if (weight === 'off') return [];
    const found = look(file, rules);
    if (found.length === 0) return [];
    return [{ check, weight, title, why, mend, count: found.length, places: found.slice(0, placesOf(check)) }];
  });
  const stops = findings.some((f) => f.weight === 'stop');
  return {
    outcome: stops ? 'failed' : file.artwork.notes.length > 0 ? 'mended' : 'clean',
    rules: rules.name,
    pages: file.artwork.pages.length,
    inks: file.artwork.inks,
    findings: findings.toSorted((a, b) => ORDER[a.weight] - ORDER[b.weight]),
  };
}
