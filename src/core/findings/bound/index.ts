import type { Check, InspectedBook } from '../kinds';
import { artworkFolds } from './artwork-folds';
import { artworkPageSize } from './artwork-size';
import { blanks } from './blanks';
import { caliper } from './caliper';
import { cannotFold } from './cannot-fold';
import { chapterBeyond } from './chapter-beyond';
import { comeAndGo } from './come-and-go';
import { coverFit } from './cover-fit';
import { coverInside } from './cover-inside';
import { coverLacksPages } from './cover-pages';
import { coverUnused } from './cover-unused';
import { creep } from './creep';
import { foldUnknown } from './fold-unknown';
import { leafInSection } from './leaf-in-section';
import { looseEdge } from './loose-edge';
import { looseAtSpine } from './loose-leaves';
import { noBleed } from './no-bleed';
import { noChapters } from './no-chapters';
import { oneSided } from './one-sided';
import { pagesMissing } from './pages-missing';
import { partSection } from './part-section';
import { passed } from './passed';
import { spineWidth } from './spine-width';
import { spreads } from './spreads';
import { stacked } from './stacked';
import { stockInSection } from './stock-in-section';
import { tabBank } from './tab-bank';
import { takenApart } from './taken-apart';

/** The checks of bound and folded work. */
export const BOUND: readonly Check<InspectedBook>[] = [
  artworkFolds,
  artworkPageSize,
  noBleed,
  spreads,
  takenApart,
  pagesMissing,
  passed,
  blanks,
  coverUnused,
  coverLacksPages,
  coverInside,
  coverFit,
  spineWidth,
  stockInSection,
  noChapters,
  tabBank,
  chapterBeyond,
  leafInSection,
  creep,
  foldUnknown,
  cannotFold,
  looseAtSpine,
  looseEdge,
  partSection,
  oneSided,
  comeAndGo,
  stacked,
  caliper,
];
