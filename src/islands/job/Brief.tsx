import { useEffect } from 'react';
import { fetchIdle } from '../../ui/fetched';
import { BookBrief } from './brief/BookBrief';
import { FlatBrief } from './brief/FlatBrief';
import { PosterBrief } from './brief/PosterBrief';
import { useJob } from './context';
import { searchList, sizeList } from './controls';

const BRIEFS = { bound: BookBrief, flat: FlatBrief, poster: PosterBrief } as const;

/** The job as one plain sentence, its words to be changed where they stand. */
export function Brief() {
  const Of = BRIEFS[useJob((s) => s.docket.product.kind)];
  useEffect(() => fetchIdle([searchList, sizeList]), []);
  return (
    <p className="font-head text-[1.4rem] leading-[1.5]" aria-label="Brief">
      <Of />
    </p>
  );
}
