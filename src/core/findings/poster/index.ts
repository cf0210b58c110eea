import type { Check, InspectedPoster } from '../kinds';
import { allOverlap } from './all-overlap';
import { artworkShape } from './artwork-shape';
import { noImprints } from './imprints';
import { jointsCross } from './joints-cross';
import { moreOverlap } from './more-overlap';
import { narrowPanels } from './narrow-panels';
import { noBleed } from './no-bleed';
import { panelsFit } from './panels-fit';
import { panelsOff } from './panels-off';
import { resolution } from './resolution';

export { mostOverlap } from './more-overlap';

/** The checks of posters. */
export const POSTER: readonly Check<InspectedPoster>[] = [
  artworkShape,
  resolution,
  noBleed,
  noImprints,
  allOverlap,
  panelsFit,
  jointsCross,
  narrowPanels,
  panelsOff,
  moreOverlap,
];
