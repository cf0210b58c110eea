import { inksCounted, PROCESS, sameInk, type Docket, type Inks, type Patch } from '../../docket';
import type { Check, Finding, Offer } from '../kinds';
import { canWish, withInkWork } from './ink-works';

const has = (names: readonly string[], name: string): boolean => names.some((n) => sameInk(n, name));
const without = (names: readonly string[], name: string): string[] => names.filter((n) => !sameInk(n, name));
const printing = (inks: Inks): Patch => ({ sheet: { inks } });

/** Inks that the artwork prints in and the job has no plates for, or the other way round. */
export const inks: Check = ({ docket, artwork, plan }) => {
  const { inks } = docket.sheet;
  if (!inks) return [];
  const said = [...inks.front, ...inks.back];
  const backs = plan.sheets.blocks.some((b) => b.sides === 2);
  const found: Finding[] = [];
  for (const name of artwork.inks.filter((n) => !/^(all|none)$/i.test(n) && !has(said, n)))
    found.push({
      id: `inks-lacking-${name.slice(0, 60)}`,
      severity: 'look',
      station: 'sheet',
      title: `“${name}” is not among the inks`,
      detail: `The artwork prints in it, the job in ${inksCounted(inks)}. Without a plate of its own it is lost, or made of the process inks.`,
      offers: () => [
        { label: `Add it on the front`, patch: printing({ ...inks, front: [...inks.front, name] }) },
        ...(backs
          ? [
              {
                label: `Add it on both sides`,
                patch: printing({ front: [...inks.front, name], back: [...inks.back, name] }),
              },
            ]
          : []),
        ...instead(docket.artwork.inks, name),
      ],
    });
  const used = [...artwork.inks, ...putOn(docket)];
  for (const name of new Set(said.filter((n) => !has(PROCESS, n) && !has(used, n) && artwork.pages.length > 0)))
    found.push({
      id: `inks-unused-${name}`,
      severity: 'look',
      station: 'sheet',
      title: `No page prints in “${name}”`,
      detail: `Its plate would be empty. Either the artwork calls the ink something else, or it is not wanted.`,
      offers: () => [
        { label: 'Take it off', patch: printing({ front: without(inks.front, name), back: without(inks.back, name) }) },
      ],
    });
  return [...found, ...ofSides(inks, backs)];
};

/** What an ink without a plate may become where it is printed. */
const instead = (works: Docket['artwork']['inks'], ink: string): Offer[] =>
  !canWish(works, ink)
    ? []
    : [
        {
          label: 'In process inks',
          detail: 'as the file says it is mixed',
          patch: { artwork: { inks: withInkWork(works, { ink, becomes: 'process' }) } },
        },
        {
          label: 'Leave it out',
          detail: 'what lies under it is whole',
          patch: { artwork: { inks: withInkWork(works, { ink, becomes: 'nothing' }) } },
        },
      ];

/** Inks that no page has of its own: of marks, and of what is put on pages. */
const putOn = ({ placed, imprint }: Pick<Docket, 'placed' | 'imprint'>): string[] => [
  ...placed.flatMap((m) => (m.on && m.ink !== undefined ? [m.ink] : [])),
  ...imprint.prints.flatMap(({ ink }) => (ink.spot === null ? [] : [ink.spot])),
];

/** A side that prints and has no inks, or has inks and does not print. */
function ofSides(inks: Inks, backs: boolean): Finding[] {
  if (inks.front.length === 0)
    return [
      {
        id: 'inks-none',
        severity: 'stop',
        station: 'sheet',
        title: 'The front is printed in no ink',
        detail: `The inks are ${inksCounted(inks)}, and pages lie on the front of every sheet.`,
        offers: () => [
          { label: 'In the process inks', patch: printing({ ...inks, front: [...PROCESS] }) },
          { label: 'In black', patch: printing({ ...inks, front: ['Black'] }) },
        ],
      },
    ];
  if (backs && inks.back.length === 0)
    return [
      {
        id: 'inks-back',
        severity: 'stop',
        station: 'sheet',
        title: 'The back is printed in no ink',
        detail: `The inks are ${inksCounted(inks)}, and pages lie on the back: they would not be printed.`,
        offers: () => [
          { label: 'The same as the front', patch: printing({ ...inks, back: inks.front }) },
          { label: 'In black', patch: printing({ ...inks, back: ['Black'] }) },
        ],
      },
    ];
  if (!backs && inks.back.length > 0)
    return [
      {
        id: 'inks-back',
        severity: 'look',
        station: 'sheet',
        title: 'Nothing is printed on the back',
        detail: `The inks are ${inksCounted(inks)}, and no page lies on the back of a sheet.`,
        offers: () => [{ label: 'No inks on the back', patch: printing({ ...inks, back: [] }) }],
      },
    ];
  return [];
}
