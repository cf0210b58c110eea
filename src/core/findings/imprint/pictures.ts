import type { Album, ColumnFacts, Imprint } from '../../docket';
import { CountError, fieldsOf, findPicture, onPages, recordCount, wordsOf, type Stamp } from '../../imprint';
import { plural, type Check, type Finding, type Inspected, type Offer } from '../kinds';
import { pagesOf } from './probe';

/** Records of counted names that are gone through; of more it is seen when they are printed. */
const MOST_COUNTED = 2000;

const without = ({ docket }: Inspected, print: Imprint): Offer => ({
  label: `Take “${print.name}” off`,
  patch: { imprint: { prints: docket.imprint.prints.filter((p) => p !== print) } },
});

/** Pictures that there are none of, or that nobody can tell of before they are printed. */
export const pictures: Check = (it) => {
  const { docket, artwork } = it;
  const shows = docket.imprint.prints.filter((p) => p.says.kind === 'picture');
  const { album } = artwork;
  return shows.flatMap((print): Finding[] => {
    if (print.text.trim() === '' || onPages(print.on, pagesOf(it)).of === 0) return [];
    if (!album)
      return [
        {
          id: `imprint-pictures-${print.name}`,
          severity: 'stop',
          station: 'artwork',
          title: `“${print.name}” has no pictures to show`,
          detail:
            'Choose the pictures under Imprint: the files themselves, or a ZIP of them, called as the table calls them.',
          offers: () => [without(it, print)],
        },
      ];
    const missing = missingOf(it, print, album);
    if (missing === null)
      return [
        {
          id: `imprint-pictures-${print.name}`,
          severity: 'look',
          station: 'artwork',
          title: `Whether every record has its “${print.name}” is seen when it is printed`,
          detail:
            'Its name is put together from several things. Where there is none, nothing is written, and the record is named.',
        },
      ];
    if (missing.length === 0) return [];
    const named = missing.slice(0, 5).join(', ') + (missing.length > 5 ? ' …' : '');
    return [
      {
        id: `imprint-pictures-${print.name}`,
        // of some records it is not known which pictures they want
        severity: docket.imprint.only.length > 0 ? 'look' : 'stop',
        station: 'artwork',
        title: `${plural(missing.length, 'picture')} of “${print.name}” ${missing.length === 1 ? 'is' : 'are'} missing: ${named}`,
        detail: `There ${album.names.length === 1 ? 'is one picture' : `are ${album.names.length} pictures`}: ${album.names.slice(0, 5).join(', ')}${album.names.length > 5 ? ' …' : ''}. Choose them again with those that are missing, or mend the names in the table.`,
        offers: () => [without(it, print)],
      },
    ];
  });
};

interface Gone {
  readonly columns: readonly ColumnFacts[];
  readonly byText: Map<string, readonly string[] | null>;
}
const known = new WeakMap<Album, Gone>();
const NO_COLUMNS: readonly ColumnFacts[] = [];

/** Names that the album has no picture of; null where not all names are known. */
function missingOf(it: Inspected, print: Imprint, album: Album): readonly string[] | null {
  const columns = it.artwork.table?.columns ?? NO_COLUMNS;
  const counted = it.docket.imprint.counters.some((c) => fieldsOf(print.text).includes(c.name));
  let gone = known.get(album);
  if (gone?.columns !== columns) known.set(album, (gone = { columns, byText: new Map() }));
  const key = print.text;
  // what is counted changes with its counter
  const before = counted ? undefined : gone.byText.get(key);
  if (before !== undefined) return before;
  let names: string[] | null;
  try {
    names = namesOf(it, print, columns);
  } catch (e) {
    // a number that runs out is said by itself
    if (!(e instanceof CountError)) throw e;
    names = [];
  }
  const missing = names && [...new Set(names)].filter((n) => n !== '' && !findPicture(album, n));
  if (!counted) gone.byText.set(key, missing);
  return missing;
}

/** All that an imprint says, record by record; null where that is not known. */
function namesOf(it: Inspected, print: Imprint, columns: readonly ColumnFacts[]): string[] | null {
  const { counters } = it.docket.imprint;
  const fields = fieldsOf(print.text);
  const naming = { counters, columns: columns.map((c) => c.name) };
  const { of } = onPages(print.on, pagesOf(it));
  const stamp = (record: number): Stamp => ({ imprint: print, record, nth: 0, of, part: null, mirrored: false });
  const used = columns.filter((c) => fields.includes(c.name));
  const others = fields.filter((f) => !used.some((c) => c.name === f));
  const [only] = used;
  if (others.length === 0 && !only) return [wordsOf(stamp(0), naming, null)];
  if (others.length === 0 && used.length === 1 && only?.values)
    return only.values.map((v) =>
      wordsOf(
        stamp(0),
        naming,
        columns.map((c) => (c === only ? v : '')),
      ),
    );
  const count = recordCount(it.docket.imprint, it.artwork);
  const allCounted = others.every((f) => counters.some((c) => c.name === f && c.counts === 'records'));
  if (used.length === 0 && allCounted && count <= MOST_COUNTED)
    return Array.from({ length: count }, (_, i) => wordsOf(stamp(i), naming, null));
  return null;
}
