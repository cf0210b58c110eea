import type { FlatProduct } from '../../docket';
import type { Records } from '../../imprint';
import type { Faces } from './pages';

/** A piece of flat work: which set it is of, which part of it, and what is on it. All from 0. */
export interface InSet {
  readonly set: number;
  readonly part: number;
  readonly record: number;
  /** Which of the faces, and which of its record's it is where a record has several. */
  readonly face: number;
  readonly nth: number;
}

/** The sets of flat work, each of all its parts; without parts every piece is one by itself. */
export interface Sets {
  readonly length: number;
  /** Parts of a set: 1 where there are none. */
  readonly parts: number;
  /** Sets of each record: a set for every page, or for as many as make one. */
  readonly perRecord: number;
  /** How the pages become parts: each all of them, a page a part, or pages that are ready one after the other. */
  readonly from: 'each' | 'a-page-a-part' | 'ready';
  readonly at: (piece: number) => InSet;
}

/** How faces and records come to sets: one page is every part of its set; as many pages as parts are one each. */
export function setsOf({ parts }: Pick<FlatProduct, 'parts'>, faces: readonly Faces[], records: Records): Sets {
  const count = Math.max(1, parts.length);
  const pages = faces.length;
  const from = count === 1 || pages % count !== 0 ? 'each' : pages === count ? 'a-page-a-part' : 'ready';
  const perRecord = from === 'each' ? pages : pages / count;
  return {
    length: perRecord * records.length,
    parts: count,
    perRecord,
    from,
    at: (piece) => {
      const part = piece % count;
      const set = (piece - part) / count;
      const nth = set % perRecord;
      const record = records.at((set - nth) / perRecord);
      return { set, part, record, nth, face: from === 'each' ? nth : nth * count + part };
    },
  };
}
