import { artworkSizeFinding } from './artwork-size';
import { bindingFinding, caliperFinding } from './binding';
import { blanksFinding } from './blanks';
import { coverFinding } from './cover';
import { creepFinding } from './creep';
import { finishingFinding } from './finishing';
import { folderFinding, foldingFinding, partSectionFinding, stockInSectionFinding } from './folding';
import { fitFinding } from './fit-sheet';
import type { Finding, Inspected } from './kinds';
import {
  comeAndGoFinding,
  oneSidedFinding,
  passedFinding,
  tabsFinding,
  traysFinding,
  weightOrderFinding,
} from './leaves';
import { noBleedFinding } from './no-bleed';
import { ownMarksFinding } from './own-marks';
import { artworkNotes, grainFinding, machineTakesFinding, marksRoomFinding } from './sheet-checks';
import { artworkFoldsFinding } from './artwork-folds';
import { tooLargeFinding } from './too-large';

export { pageRanges, plural } from './kinds';
export type { Finding, Inspected, Remedy, Station } from './kinds';
export { carriesMarks } from './own-marks';

const CHECKS: readonly ((it: Inspected) => Finding[])[] = [
  artworkNotes,
  tooLargeFinding,
  artworkFoldsFinding,
  ownMarksFinding,
  artworkSizeFinding,
  noBleedFinding,
  passedFinding,
  blanksFinding,
  coverFinding,
  stockInSectionFinding,
  tabsFinding,
  creepFinding,
  foldingFinding,
  machineTakesFinding,
  fitFinding,
  oneSidedFinding,
  comeAndGoFinding,
  partSectionFinding,
  grainFinding,
  caliperFinding,
  traysFinding,
  weightOrderFinding,
  marksRoomFinding,
  finishingFinding,
  bindingFinding,
  folderFinding,
];

const ORDER = { stop: 0, look: 1, fine: 2 } as const;

/** Everything worth noticing, the worst first, in the order of the stations within. */
export function inspect(it: Inspected): Finding[] {
  return CHECKS.flatMap((check) => check(it))
    .map((finding, i) => ({ finding, i }))
    .sort((a, b) => ORDER[a.finding.severity] - ORDER[b.finding.severity] || a.i - b.i)
    .map(({ finding }) => finding);
}
