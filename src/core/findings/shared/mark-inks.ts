import { sameInk, type Patch, type PlacedMark } from '../../docket';
import { wholeNumber } from '../../measure';
import type { Check, Finding, Offer } from '../kinds';

/** The placed marks with one changed. */
const changed = (all: readonly PlacedMark[], id: string, to: Partial<PlacedMark>): Patch => ({
  placed: all.map((m) => (m.id === id ? { ...m, ...to } : m)),
});

/** Marks in an ink that the job has no plate for; and die lines that would be printed on every piece. */
export const markInks: Check = ({ docket, plan }) => {
  const { placed, sheet } = docket;
  return placed
    .filter((m) => m.on)
    .flatMap((m): Finding[] => {
      const out: Offer = { label: 'Leave it out', patch: changed(placed, m.id, { on: false }) };
      const { inks } = sheet;
      if (inks) {
        const lacking = lacksOn(m, inks);
        if (lacking.length === 0) return [];
        const add = (['front', 'back'] as const).map((side) =>
          lacking.includes(side) ? [...inks[side], m.ink!] : inks[side],
        ) as [string[], string[]];
        const everywhere = { ...m };
        delete everywhere.ink;
        return [
          {
            id: `mark-ink-${m.id}`,
            severity: 'look',
            station: 'marks',
            title: `“${m.called}” prints in “${m.ink!}”, which is not among the inks`,
            detail: `Without a plate of its own it is made of the process inks, on the ${lacking.join(' and the ')}.`,
            offers: () => [
              { label: `Add “${m.ink!}” to the inks`, patch: { sheet: { inks: { front: add[0], back: add[1] } } } },
              ...(m.is.kind === 'die'
                ? []
                : [
                    {
                      label: 'In every ink',
                      patch: { placed: placed.map((it) => (it.id === m.id ? everywhere : it)) },
                    },
                  ]),
              out,
            ],
          },
        ];
      }
      if (m.is.kind !== 'die' || m.stands.sheets === 'first') return [];
      const sheets = plan.sheets.length;
      return [
        {
          id: `die-printed-${m.id}`,
          severity: 'look',
          station: 'marks',
          title: `“${m.called}” is printed over the artwork`,
          detail: `${docket.sheet.machine.name} has no plates, so that it is on every piece of ${sheets === 1 ? 'the sheet' : `${wholeNumber(sheets)} sheets`}. A pattern for the cutter needs it once.`,
          offers: () => [
            ...(sheets > 1
              ? [
                  {
                    label: 'On the first sheet only',
                    patch: changed(placed, m.id, { stands: { ...m.stands, sheets: 'first' } }),
                  },
                ]
              : []),
            out,
          ],
        },
      ];
    });
};

/** The sides that a mark stands on and has no plate for. */
function lacksOn(
  { ink, stands }: PlacedMark,
  inks: { readonly front: readonly string[]; readonly back: readonly string[] },
) {
  if (ink === undefined) return [];
  return (['front', 'back'] as const).filter(
    (side) =>
      (stands.side === 'both' || stands.side === side) &&
      inks[side].length > 0 &&
      !inks[side].some((name) => sameInk(name, ink)),
  );
}
