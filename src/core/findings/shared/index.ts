import type { Check } from '../kinds';
import { artworkNotes } from './artwork-notes';
import { boxFaults, workLost } from './boxes';
import { inksAlike, inkWorksDone, inkWorksLost, lineInks, noneAhead } from './ink-works';
import { colourDone, colourOther, colourUnknown, colourUnlike } from './colour';
import { finishingLacks } from './finishing-lacks';
import { finishingLimits } from './finishing-limits';
import { fitSheet } from './fit-sheet';
import { grain } from './grain';
import { machineTakesStock } from './machine-takes';
import { marksRoom } from './marks-room';
import { inks } from './inks';
import { noPages } from './no-pages';
import { asOrdered } from './order';
import { ownMarks } from './own-marks';
import { pagesMissing } from './pages-missing';
import { pieceFound, pieceSeen } from './piece-found';
import { markInks } from './mark-inks';
import { placed } from './placed';
import { plateFits } from './plate';
import { programOther } from './program-other';
import { shopChanged } from './shop-changed';
import { fewStitches } from './stitches';
import { tooLarge } from './too-large';
import { imprints } from '../imprint';
import { trays } from './trays';
import { trapsDone, trapsOff } from './traps';
import { traysDiffer } from './trays-differ';
import { twoPasses } from './two-passes';
import { weightOrder } from './weight-order';

/** The checks of any product. */
export const SHARED: readonly Check[] = [
  artworkNotes,
  imprints,
  asOrdered,
  noPages,
  pagesMissing,
  tooLarge,
  ownMarks,
  pieceFound,
  pieceSeen,
  inksAlike,
  inkWorksLost,
  inkWorksDone,
  noneAhead,
  lineInks,
  colourUnknown,
  colourOther,
  colourUnlike,
  colourDone,
  trapsOff,
  trapsDone,
  boxFaults,
  workLost,
  machineTakesStock,
  twoPasses,
  fitSheet,
  plateFits,
  inks,
  grain,
  traysDiffer,
  trays,
  weightOrder,
  marksRoom,
  markInks,
  placed,
  finishingLimits,
  programOther,
  finishingLacks,
  fewStitches,
  shopChanged,
];
