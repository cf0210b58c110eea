import { colourProfile, toned, type ColourWish, type ToneWish } from '../../docket';
import { formatNumber } from '../../measure';
import { profileOf } from '../../shop';
import type { Check, Finding } from '../kinds';

const INTENT_SAID: Readonly<Record<ColourWish['intent'], string>> = {
  relative: 'What the press cannot print comes out as near as it goes, relative to the paper.',
  perceptual: 'All colours move together where some cannot be printed.',
  saturation: 'Colours come out as rich as they go.',
  absolute: 'Colours come out as they are measured, the tint of their paper with them.',
};

/** Colours that were to be brought to a press of which nobody knows how its colours come out. */
export const colourUnknown: Check = ({ docket, shop }) => {
  const { colour } = docket.artwork;
  const { machine, stock } = docket.sheet;
  if (!colour || colourProfile(docket)) return [];
  const known = shop.machines.find((m) => m.id === machine.id);
  const there = known && profileOf(known, stock.id);
  return [
    {
      id: 'colour-no-profile',
      severity: 'look',
      station: 'artwork',
      title: `${machine.name} has no profile for ${stock.name}`,
      detail:
        'Colours were to be brought to how they come out there. As nobody has said how that is, they go to the machine as the file has them. Give the machine a profile in the shop, or this job one of its own.',
      offers: () => [
        ...(there
          ? [
              {
                label: `By “${there.name}”`,
                detail: `as ${machine.name} has it in the shop now`,
                patch: { sheet: { machine: { profiles: known.profiles ?? null } } },
              },
            ]
          : []),
        { label: 'Leave colours as they are', patch: { artwork: { colour: null } } },
      ],
    },
  ];
};

/** A profile that the shop has put another in the place of, since the job was planned. */
export const colourOther: Check = ({ docket, shop }) => {
  const profile = colourProfile(docket);
  const { machine, stock } = docket.sheet;
  if (!profile || docket.artwork.colour?.profile) return [];
  const known = shop.machines.find((m) => m.id === machine.id);
  const there = known && profileOf(known, stock.id);
  if (!there || there.sha256 === profile.sha256) return [];
  return [
    {
      id: 'colour-other',
      severity: 'look',
      station: 'artwork',
      title: `${machine.name} has another profile for ${stock.name} now`,
      detail: `The job goes by “${profile.name}”, and the shop has “${there.name}” since.`,
      offers: () => [
        {
          label: `By “${there.name}”`,
          detail: 'as the shop has it',
          patch: { sheet: { machine: { profiles: known.profiles ?? null } } },
        },
        { label: 'Stay with it', patch: { artwork: { colour: { ...docket.artwork.colour!, profile } } } },
      ],
    },
  ];
};

/** Stocks of one job whose colours come out each in its own way: pages are brought to one of them. */
export const colourUnlike: Check = ({ docket, plan }) => {
  const profile = colourProfile(docket);
  if (!profile || docket.artwork.colour?.profile) return [];
  const other = plan.sheets.blocks.find(({ machine, stock }) => {
    const own = profileOf(machine, stock.id);
    return own !== null && own.sha256 !== profile.sha256;
  });
  if (!other) return [];
  return [
    {
      id: 'colour-unlike',
      severity: 'look',
      station: 'artwork',
      title: `Colours come out otherwise on ${other.stock.name}`,
      detail: `All pages are brought to “${profile.name}”, and ${other.stock.name} has another profile. Make what is printed on it a job of its own where colours matter.`,
      offers: () => [
        {
          label: 'All by the one',
          detail: `“${profile.name}”, as the job’s own`,
          patch: { artwork: { colour: { ...docket.artwork.colour!, profile } } },
        },
      ],
    },
  ];
};

/** What is done to colours, so that nobody wonders. */
export const colourDone: Check = ({ docket }) => {
  const profile = colourProfile(docket);
  const { colour, tone } = docket.artwork;
  const found: Finding[] = [];
  if (profile && colour)
    found.push({
      id: 'colour-done',
      severity: 'fine',
      station: 'artwork',
      title: `Colours are printed by “${profile.name}”`,
      detail: `${INTENT_SAID[colour.intent]} Done where the pages are written; the file stays as it is, and the pictures show it.`,
      offers: () => [{ label: 'Print colours as they are', patch: { artwork: { colour: null } } }],
    });
  if (tone && toned(tone))
    found.push({
      id: 'tone-done',
      severity: 'fine',
      station: 'artwork',
      title: `Tones are ${toneSaid(tone)}`,
      detail:
        'Of all that is printed in process inks, where the pages are written; the file stays as it is.' +
        (profile ? '' : ' Colours of light are no inks before they are brought to a profile, and stay.'),
      offers: () => [{ label: 'Print tones as they are', patch: { artwork: { tone: null } } }],
    });
  return found;
};

function toneSaid({ lighter, contrast, warmth, curves }: ToneWish): string {
  const of = (value: number, more: string, less: string): string[] =>
    value === 0 ? [] : [`${formatNumber(Math.abs(value))} % ${value > 0 ? more : less}`];
  const inks = curves.map((c) => c.ink);
  return [
    ...of(lighter, 'lighter', 'darker'),
    ...of(contrast, 'further apart', 'nearer to each other'),
    ...of(warmth, 'warmer', 'colder'),
    ...(inks.length > 0 ? [`by a curve for ${inks.join(', ')}`] : []),
  ].join(', ');
}
