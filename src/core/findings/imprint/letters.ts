import { FONTS, type Imprint } from '../../docket';
import { fieldsOf, missingIn } from '../../imprint';
import type { Check, Inspected } from '../kinds';

/** Every letter that an imprint may come to have. */
function lettersOf({ text }: Imprint, { docket, artwork }: Inspected): string {
  const fields = fieldsOf(text);
  const counters = docket.imprint.counters.filter((c) => fields.includes(c.name));
  const columns = (artwork.table?.columns ?? []).filter((c) => fields.includes(c.name));
  return [
    text.replaceAll(/\{[^{}]+\}/g, ''),
    ...counters.map((c) => c.prefix + c.suffix),
    ...columns.map((c) => c.letters),
  ].join('');
}

/** Letters that a font does not have: they would not be printed. */
export const letters: Check = (it) =>
  it.docket.imprint.prints.flatMap((print) => {
    const { says } = print;
    if (says.kind !== 'text') return [];
    const all = lettersOf(print, it);
    const missing = missingIn(all, says.font);
    if (missing === '') return [];
    const others = FONTS.filter((f) => missingIn(all, f) === '');
    return [
      {
        id: `imprint-letters-${print.name}`,
        severity: 'stop',
        station: 'artwork',
        title: `The font of “${print.name}” has no ${[...missing].slice(0, 8).join(' ')}`,
        detail: 'What it does not have would be left out. Take another font, or put these letters into the artwork.',
        offers: () =>
          others.slice(0, 1).map((font) => ({
            label: 'A font that has them',
            patch: {
              imprint: {
                prints: it.docket.imprint.prints.map((p) => (p === print ? { ...p, says: { ...says, font } } : p)),
              },
            },
          })),
      },
    ];
  });
