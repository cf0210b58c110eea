import { numberAt, firstRunOut } from '../../imprint';
import type { Check, Finding, Offer } from '../kinds';
import { countersOf } from './probe';

/** Numbers that run out of digits, or of letters. */
export const numbers: Check = (it) => {
  const { imprint } = it.docket;
  const found = new Map<string, Finding>();
  for (const print of imprint.prints)
    for (const { counter, count } of countersOf(print, it)) {
      const first = firstRunOut(counter, count);
      if (first === null) continue;
      const last = Math.max(Math.abs(numberAt(counter, 0)), Math.abs(numberAt(counter, count - 1)));
      const digits = String(last).length;
      const changed = (part: Partial<typeof counter>): Offer['patch'] => ({
        imprint: { counters: imprint.counters.map((c) => (c.name === counter.name ? { ...c, ...part } : c)) },
      });
      found.set(counter.name, {
        id: `imprint-digits-${counter.name}`,
        severity: 'stop',
        station: 'artwork',
        title:
          counter.style === 'letters'
            ? `${counter.name} runs out of letters`
            : `${counter.name} runs out of its ${counter.digits} digits`,
        detail: `The ${first + 1}${first === 0 ? 'st' : 'th'} is ${numberAt(counter, first)}; the last of ${count} is ${numberAt(counter, count - 1)}.`,
        offers: () =>
          counter.style === 'letters'
            ? [{ label: 'Count in digits', patch: changed({ style: 'digits', digits: 0 }) }]
            : digits <= 18
              ? [{ label: `${digits} digits`, patch: changed({ digits }) }]
              : [],
      });
    }
  return [...found.values()];
};
