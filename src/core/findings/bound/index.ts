import type { Check, InspectedBook } from '../kinds';
import { artworkFolds } from './artwork-folds';
import { artworkSides } from './artwork-sides';
import { artworkPageSize } from './artwork-size';
import { blanks } from './blanks';
import { caliper } from './caliper';
import { cannotFold } from './cannot-fold';
import { chapterBeyond } from './chapter-beyond';
import { comeAndGo } from './come-and-go';
import { coverFit } from './cover-fit';
import { coverFlaps } from './cover-flaps';
import { coverInside } from './cover-inside';
import { coverLacksPages } from './cover-pages';
import { coverUnused } from './cover-unused';
import { coverWork } from './cover-work';
import { creep } from './creep';
import { fewPages } from './few-pages';
import { foldUnknown } from './fold-unknown';
import { gateAtTop } from './gate-at-top';
import { leafInSection } from './leaf-in-section';
import { leafPlaces } from './leaf-places';
import { looseEdge } from './loose-edge';
import { looseAtSpine } from './loose-leaves';
import { noBleed } from './no-bleed';
import { noChapters } from './no-chapters';
import { oneSided } from './one-sided';
import { partSection } from './part-section';
import { passed } from './passed';
import { spineWidth } from './spine-width';
import { spreads } from './spreads';
import { spreadsTorn } from './spreads-torn';
import { stacked } from './stacked';
import { stockRanges } from './stock-ranges';
import { stockInSection } from './stock-in-section';
import { partsChanged } from './shop-changed';
import { tabBank } from './tab-bank';
import { tabsMade } from './tabs-made';
import { takenApart } from './taken-apart';
import { whiteEdge } from './white-edge';

/** The checks of bound and folded work. */
export const BOUND: readonly Check<InspectedBook>[] = [
  artworkFolds,
  artworkSides,
  artworkPageSize,
  noBleed,
  spreads,
  spreadsTorn,
  takenApart,
  passed,
  blanks,
  fewPages,
  coverUnused,
  coverLacksPages,
  coverInside,
  coverFit,
  coverFlaps,
  spineWidth,
  stockInSection,
  stockRanges,
  noChapters,
  tabBank,
  tabsMade,
  chapterBeyond,
  leafInSection,
  leafPlaces,
  creep,
  whiteEdge,
  foldUnknown,
  gateAtTop,
  cannotFold,
  looseAtSpine,
  looseEdge,
  partSection,
  oneSided,
  comeAndGo,
  coverWork,
  stacked,
  caliper,
  partsChanged,
];
