import { useMemo } from 'react';
import { CountError, wordsOf, type Stamp } from '../../../core';
import { useJob } from '../context';
import { useRows } from '../stamps/rows';

/** What the page under the pointer says of its own: `record 341: 0341, Ottoline Fairweather`. */
export function RecordSaid({ stamps }: { readonly stamps: readonly Stamp[] }) {
  const { imprint, table, single } = useJob(({ docket, artwork }) => ({
    imprint: docket.imprint,
    table: artwork.table,
    // a book is one record
    single: docket.product.kind === 'bound',
  }));
  const record = stamps[0]!.record;
  const rowOf = useRows(
    imprint.table?.sha256,
    useMemo(() => (table ? [record] : []), [table, record]),
  );
  const row = rowOf(record);
  if (row === undefined) return null;
  const columns = table?.columns.map((c) => c.name) ?? [];
  const said = stamps.map((stamp) => {
    try {
      return wordsOf(stamp, { counters: imprint.counters, columns }, row).replaceAll(/\s*\n\s*/g, ', ');
    } catch (e) {
      if (!(e instanceof CountError)) throw e;
      return '?';
    }
  });
  // a number and its code say the same
  const words = [...new Set(said)].filter((w) => w !== '').join(' · ');
  if (single && words === '') return null;
  return (
    <span data-record>
      {' · '}
      {single ? words : `record ${record + 1}${words && `: ${words}`}`}
    </span>
  );
}
