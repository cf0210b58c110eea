import type { Check, InspectedFlat } from '../kinds';
import { artworkPageSize } from './artwork-size';
import { cropBetween } from './crop-between';
import { forms } from './forms';
import { gaps } from './gaps';
import { lastBack } from './last-back';
import { linesOff } from './lines';
import { noBleed } from './no-bleed';
import { notFull } from './not-full';
import { parts } from './parts';
import { quantities } from './quantities';
import { scoreGrain } from './score-grain';
import { slitOrder } from './slit-order';
import { ticksOnArtwork } from './ticks-on-artwork';
import { twice } from './twice';
import { wishedGrid } from './wished-grid';

/** The checks of flat work. */
export const FLAT: readonly Check<InspectedFlat>[] = [
  artworkPageSize,
  noBleed,
  lastBack,
  quantities,
  linesOff,
  parts,
  gaps,
  wishedGrid,
  forms,
  twice,
  notFull,
  slitOrder,
  scoreGrain,
  cropBetween,
  ticksOnArtwork,
];
