import { MOST_RECORDS } from '../../docket';
import { fieldsOf, forRecords, recordCount, varies } from '../../imprint';
import { wholeNumber } from '../../measure';
import { plural, type Check, type Finding, type Inspected } from '../kinds';
import { pagesOf } from './probe';

/** The table, and how the records that it gives are made. */
export const records: Check = (it) => [...ofTable(it), ...wanted(it), ...some(it), ...nowhere(it)];

function ofTable({ docket, artwork }: Inspected): Finding[] {
  const { table, prints, records } = docket.imprint;
  if (!table) return [];
  const facts = artwork.table;
  if (!facts)
    return [
      {
        id: 'imprint-table',
        severity: 'stop',
        station: 'artwork',
        title: 'The table is not in the store',
        detail: `${table.name} is not there to be read. Choose it again.`,
        offers: () => [{ label: 'Without the table', patch: { imprint: { table: null, only: [] } } }],
      },
    ];
  const fields = prints.flatMap((p) => fieldsOf(p.text));
  const gaps = facts.columns.filter((c) => c.empty > 0 && fields.includes(c.name));
  return [
    ...(facts.notes.length > 0
      ? [
          {
            id: 'imprint-table-notes',
            severity: 'look' as const,
            station: 'artwork' as const,
            title: `${table.name} was mended on its way in`,
            detail: facts.notes.join(' '),
          },
        ]
      : []),
    ...(gaps.length > 0
      ? [
          {
            id: 'imprint-empty',
            severity: 'look' as const,
            station: 'artwork' as const,
            title: gaps.map((c) => `${plural(c.empty, 'row has', 'rows have')} no ${c.name}`).join(', '),
            detail: 'There the text closes up; a code that has nothing to say is left out.',
          },
        ]
      : []),
    ...(records !== null && records > facts.rows
      ? [
          {
            id: 'imprint-rows',
            severity: 'stop' as const,
            station: 'artwork' as const,
            title: `The table has ${plural(facts.rows, 'row')} for ${wholeNumber(records)} records`,
            detail: `From record ${wholeNumber(facts.rows + 1)} on there is nothing to print from it.`,
            offers: () => [{ label: 'As many as it has rows', patch: { imprint: { records: null } } }],
          },
        ]
      : []),
  ];
}

/** Records that would fill sheets each by itself, or come several times. */
function wanted({ docket, artwork }: Inspected): Finding[] {
  const { product, imprint } = docket;
  if (!varies(imprint)) return [];
  const count = recordCount(imprint, artwork);
  if (product.kind !== 'flat')
    return imprint.table
      ? [
          {
            id: 'imprint-bound',
            severity: 'stop',
            station: 'artwork',
            title: 'Books are not made from a table',
            detail: `All copies are alike: of ${wholeNumber(count)} rows only the first would be printed.`,
            offers: () => [{ label: 'Without the table', patch: { imprint: { table: null, only: [] } } }],
          },
        ]
      : [];
  if (count < 2) return [];
  const { order, copies, what } = product;
  if (order.kind === 'repeat' || order.kind === 'shared')
    return [
      {
        id: 'imprint-order',
        severity: 'stop',
        station: 'product',
        title: `Each of ${wholeNumber(count)} numbers would fill sheets of its own`,
        detail: `They are ordered as ${wholeNumber(copies)} of each.`,
        offers: () => [{ label: 'One of each, cut and stacked in order', patch: forRecords(docket, artwork.table) }],
      },
    ];
  if (copies > 1)
    return [
      {
        id: 'imprint-copies',
        severity: 'look',
        station: 'product',
        title: `Every ${what} comes ${wholeNumber(copies)} times`,
        detail: `${wholeNumber(copies)} sets of ${wholeNumber(count)}: each number is there as often.`,
        offers: () => [{ label: 'One set', patch: { product: { copies: 1 } } }],
      },
    ];
  return [];
}

/** That only some are printed; and that none of those is there. */
function some({ docket, artwork }: Inspected): Finding[] {
  const { imprint } = docket;
  if (imprint.only.length === 0 || !varies(imprint) || docket.product.kind !== 'flat') return [];
  const count = recordCount(imprint, artwork);
  const inside = imprint.only.filter((r) => r.from <= count);
  const printed = inside.reduce((n, r) => n + Math.min(count, r.to) - r.from + 1, 0);
  const gone = inside.length < imprint.only.length || inside.some((r) => r.to > count);
  return [
    {
      id: 'imprint-only',
      severity: gone ? 'stop' : 'fine',
      station: 'artwork',
      title: gone
        ? `Records are asked for that are not there: the last is ${wholeNumber(count)}`
        : `${wholeNumber(Math.min(printed, MOST_RECORDS))} of ${plural(count, 'record')} are printed`,
      detail: 'The others are left out.',
      offers: () => [{ label: 'All records', patch: { imprint: { only: [] } } }],
    },
  ];
}

/** Imprints that are on no page. */
function nowhere(it: Inspected): Finding[] {
  const pages = pagesOf(it);
  return it.docket.imprint.prints.flatMap((print): Finding[] => {
    const { on } = print;
    const none = on === 'even' ? pages < 2 : typeof on !== 'string' && on.every((r) => r.from > pages);
    if (!none || pages === 0) return [];
    return [
      {
        id: `imprint-nowhere-${print.name}`,
        severity: 'look',
        station: 'artwork',
        title: `“${print.name}” is on no page`,
        detail: `There ${pages === 1 ? 'is one page' : `are ${pages} pages`} to a record.`,
        offers: () => [
          {
            label: 'On all pages',
            patch: {
              imprint: {
                prints: it.docket.imprint.prints.map((p) => (p === print ? { ...p, on: 'all' as const } : p)),
              },
            },
          },
        ],
      },
    ];
  });
}
