import type { Imprint } from '../../docket';
import { fieldsOf, unknownFields } from '../../imprint';
import { plural, type Check, type Offer } from '../kinds';

/** Fields that are neither a counter nor a column: nothing would be printed for them. */
export const naming: Check = (it) => [...strangers(it), ...sameName(it)];

const strangers: Check = ({ docket, artwork }) => {
  const { prints, table } = docket.imprint;
  const columns = artwork.table?.columns.map((c) => c.name) ?? [];
  // a table that is gone is said by itself
  if (table && !artwork.table) return [];
  const { product } = docket;
  const hasParts = product.kind === 'flat' && product.parts.length > 0;
  const unknown = unknownFields(docket.imprint, columns, hasParts);
  if (unknown.length === 0) return [];
  const all = (to: (text: string) => string): Imprint[] => prints.map((p) => ({ ...p, text: to(p.text) }));
  const alike = (field: string): string | undefined =>
    columns.find((c) => c.toLowerCase().replace(/\W/g, '') === field.toLowerCase().replace(/\W/g, ''));
  const renamed: Offer[] = unknown.every((f) => alike(f) !== undefined)
    ? [
        {
          label: `Take ${unknown.map((f) => `“${alike(f)!}”`).join(', ')} for it`,
          patch: {
            imprint: {
              prints: all((text) => unknown.reduce((t, f) => t.replaceAll(`{${f}}`, `{${alike(f)!}}`), text)),
            },
          },
        },
      ]
    : [];
  return [
    {
      id: 'imprint-fields',
      severity: 'stop',
      station: 'artwork',
      title: `${plural(unknown.length, 'field')} of the imprint ${unknown.length === 1 ? 'is' : 'are'} in no table: ${unknown.slice(0, 4).join(', ')}`,
      detail: `There ${columns.length > 0 ? `are the columns ${columns.slice(0, 12).join(', ')}` : 'is no table'}. Nothing would be printed for ${unknown.length === 1 ? 'it' : 'them'}.`,
      offers: () => [
        ...renamed,
        {
          label: 'Take it out of the text',
          patch: { imprint: { prints: all((text) => unknown.reduce((t, f) => t.replaceAll(`{${f}}`, ''), text)) } },
        },
      ],
    },
  ];
};

/** A counter called as a column is: the text means the one or the other. */
const sameName: Check = ({ docket, artwork }) => {
  const { counters, prints } = docket.imprint;
  const fields = new Set(prints.flatMap((p) => fieldsOf(p.text)));
  const columns = artwork.table?.columns.map((c) => c.name) ?? [];
  const both = counters.filter((c) => columns.includes(c.name) && fields.has(c.name));
  return both.map(({ name }) => ({
    id: `imprint-both-${name}`,
    severity: 'look',
    station: 'artwork',
    title: `${name} is a counter and a column`,
    detail: 'The counter is printed. Call it otherwise where the column is meant as well.',
    offers: () => [
      { label: 'Print the column', patch: { imprint: { counters: counters.filter((c) => c.name !== name) } } },
    ],
  }));
};
