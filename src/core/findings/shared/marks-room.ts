import { isVital, markSaid } from '../../marks';
import type { Check } from '../kinds';

/** Marks that were wished for and found no room. */
export const marksRoom: Check = ({ docket, marks, plan }) => {
  if (!plan.sheets.main.lay.fits) return [];
  const { noRoom } = marks;
  if (noRoom.length === 0) return [];
  const names = noRoom.map(markSaid).join(' and ');
  return [
    {
      id: 'marks-room',
      severity: noRoom.some(isVital) ? 'look' : 'fine',
      station: 'marks',
      title: `No room for ${names}`,
      detail: 'Pages and bleed take the printable part of the sheet to its edges.',
      offers: () => [
        ...(docket.sheet.up === 'most' && plan.sheets.main.lay.downs.length > 1
          ? [{ label: 'One up instead', detail: 'leaves room around it', patch: { sheet: { up: 'one' as const } } }]
          : []),
        {
          label: `Do without ${names}`,
          patch: { marks: Object.fromEntries(noRoom.map((k) => [k, { on: false }])) },
        },
      ],
    },
  ];
};
