import { artworkSize } from '../../docket';
import { formatSize, sameSize } from '../../measure';
import type { PreflightCheck } from '../kinds';

/** How far sizes may differ and be the same, mm. */
const SAME = 0.5;

export const sizes: PreflightCheck = {
  title: 'Pages are of several sizes or directions',
  why: 'A book of them is cut to one size: the others are scaled, cut off, or lie across.',
  mend: 'Look whether they belong to one job; set their boxes, or turn them.',
  weight: 'look',
  look: ({ artwork }) => {
    const size = artworkSize(artwork);
    return artwork.pages.flatMap(({ trim }, i) =>
      sameSize(trim, size, SAME) ? [] : [{ page: i + 1, box: trim, said: formatSize(trim, 'mm') }],
    );
  },
};
