import { isVital, markSaid } from '../../marks';
import { wholeSheets } from '../../sheet';
import type { Check } from '../kinds';

/** Marks that were wished for and found no room. */
export const marksRoom: Check = ({ docket, marks, plan }) => {
  // a sheet that is the piece is not cut, and has no room for marks nor need of them
  if (!plan.sheets.main.lay.fits || wholeSheets(plan)) return [];
  const { noRoom, noCrop } = marks;
  if (noRoom.length + noCrop.length === 0) return [];
  const lacking = noRoom.map(markSaid);
  for (const way of noCrop)
    lacking.push(`${markSaid('crop')} ${way === 'level' ? 'at the sides of the sheet' : 'above and below'}`);
  const names = lacking.join(' and ');
  const off = [...noRoom, ...(noCrop.length > 0 ? (['crop'] as const) : [])];
  return [
    {
      id: 'marks-room',
      severity: off.some(isVital) ? 'look' : 'fine',
      station: 'marks',
      title: `No room for ${names}`,
      detail: 'Pages and bleed take the printable part of the sheet to its edges.',
      offers: () => [
        ...(docket.sheet.up === 'most' && plan.sheets.main.lay.downs.length > 1
          ? [{ label: 'One up instead', detail: 'leaves room around it', patch: { sheet: { up: 'one' as const } } }]
          : []),
        {
          label: `Do without ${off.map(markSaid).join(' and ')}`,
          patch: { marks: Object.fromEntries(off.map((k) => [k, { on: false }])) },
        },
      ],
    },
  ];
};
