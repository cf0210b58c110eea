import type { Check, InspectedFlat } from '../kinds';
import { artworkPageSize } from './artwork-size';
import { cropBetween } from './crop-between';
import { forms } from './forms';
import { gaps } from './gaps';
import { lastBack } from './last-back';
import { noBleed } from './no-bleed';
import { notFull } from './not-full';
import { parts } from './parts';
import { quantities } from './quantities';
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
  parts,
  gaps,
  wishedGrid,
  forms,
  twice,
  notFull,
  slitOrder,
  cropBetween,
  ticksOnArtwork,
];
