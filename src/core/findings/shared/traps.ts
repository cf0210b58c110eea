import { formatLength, type Unit } from '../../measure';
import { hasPlates, type TrapSettings } from '../../shop';
import type { Check } from '../kinds';

const widths = ({ width, black }: TrapSettings, unit: Unit): string =>
  `${formatLength(width, unit)}, ${formatLength(black, unit)} into black`;

/** Traps for what prints without plates: nothing there can be out of register. */
export const trapsOff: Check = ({ docket }) => {
  const { machine } = docket.sheet;
  if (!docket.artwork.traps || hasPlates(machine)) return [];
  return [
    {
      id: 'traps-off',
      severity: 'fine',
      station: 'artwork',
      title: `Nothing is trapped on ${machine.name}`,
      detail:
        'It prints without plates, so that colours cannot be out of register. On a press with plates they would be.',
      offers: () => [{ label: 'Take the traps off', patch: { artwork: { traps: null } } }],
    },
  ];
};

/** What is done where colours meet, so that nobody wonders. */
export const trapsDone: Check = ({ docket, unit }) => {
  const { traps } = docket.artwork;
  if (!traps || !hasPlates(docket.sheet.machine)) return [];
  const { by, settings } = traps;
  return [
    {
      id: by === 'sheets' ? 'traps-done' : 'traps-press',
      severity: 'fine',
      station: 'artwork',
      title: by === 'sheets' ? `Colours are trapped by “${settings.name}”` : `The press traps by “${settings.name}”`,
      detail:
        by === 'sheets'
          ? `By ${widths(settings, unit)}. Flat colours that meet overlap on the sheets; colours of light, pictures and runs of colours are left as they are. A press that traps as well must not do so here.`
          : `By ${widths(settings, unit)}, as its ticket says (JDF, XJDF). Nothing is done to the sheets themselves.`,
      offers: () => [
        by === 'sheets'
          ? { label: 'Leave it to the press', patch: { artwork: { traps: { ...traps, by: 'press' } } } }
          : { label: 'Trap on the sheets', patch: { artwork: { traps: { ...traps, by: 'sheets' } } } },
        { label: 'Without traps', patch: { artwork: { traps: null } } },
      ],
    },
  ];
};
