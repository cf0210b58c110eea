import { canBecome, InkName, MOST_INK_WORKS, sameInk, type InkWork } from '../../docket';
import { hasPlates } from '../../shop';
import { plural, type Check, type Finding } from '../kinds';

/** Names as they are told apart by eye: without case, and without what stands between words. */
const plain = (name: string): string => name.toLowerCase().replace(/[\s_.‐–-]+(?=.)/gu, '');

/** The wish for an ink, among those that there are: of two the later one holds. */
export const withInkWork = (works: readonly InkWork[] | null | undefined, work: InkWork): InkWork[] => [
  ...(works ?? []).filter((w) => !sameInk(w.ink, work.ink)),
  work,
];

/** Whether one more ink can be wished something of. */
export const canWish = (works: readonly InkWork[] | null | undefined, ink: string): boolean =>
  canBecome(ink) && (works ?? []).filter((w) => !sameInk(w.ink, ink)).length < MOST_INK_WORKS;

/** Inks whose names differ by how they are written alone: each would have a plate of its own. */
export const inksAlike: Check = ({ docket, artwork }) => {
  const { inks } = artwork;
  const found: Finding[] = [];
  inks.forEach((name) => {
    const first = inks.findIndex((other) => plain(other) === plain(name));
    const other = inks[first]!;
    // names that are one to whoever makes plates are one already
    if (sameInk(name, other)) return;
    const one = (from: string, into: string) => ({
      label: `Both as “${into}”`,
      detail: 'one plate',
      patch: { artwork: { inks: withInkWork(docket.artwork.inks, { ink: from, becomes: { ink: into } }) } },
    });
    found.push({
      id: `inks-alike-${name.slice(0, 60)}`,
      severity: 'look',
      station: 'artwork',
      title: `“${other}” and “${name}” look like one ink`,
      detail: 'Their names differ in how they are written. As they are, each has a plate of its own.',
      offers: () =>
        [one(name, other), one(other, name)].filter(
          ({ patch }) =>
            InkName.safeParse(wanted(patch.artwork.inks.at(-1)!)).success &&
            [name, other].every((ink) => canWish(docket.artwork.inks, ink)),
        ),
    });
  });
  return found;
};

const wanted = ({ becomes }: InkWork): string => (typeof becomes === 'string' ? '' : becomes.ink);

/** What inks are called that say where paper is cut, folded or broken through, and are not to be printed. */
const A_LINE =
  /\b(die|die ?lines?|dielines?|(kiss )?cut(ting)?( ?(lines?|paths?|contours?))?|creas(e|ing)|fold(ing)?( lines?)?|scor(e|ing)|perf(oration)?|punch(ing)?)\b/i;

/** Inks that are lines for the finisher by their name, and would print. */
export const lineInks: Check = ({ docket, plan, raw }) => {
  const works = docket.artwork.inks;
  const { inks: plates } = docket.sheet;
  // where a press has a plate for it somebody wants it
  const plated = [...(plates?.front ?? []), ...(plates?.back ?? [])];
  const lines = (raw?.inks ?? []).filter(
    (ink) =>
      A_LINE.test(ink.replace(/[_.-]+/g, ' ')) &&
      canWish(works, ink) &&
      ![...(works ?? []).map((w) => w.ink), ...plated].some((name) => sameInk(name, ink)),
  );
  const [first, ...others] = lines;
  if (first === undefined) return [];
  const all = (becomes: 'screen' | 'ahead'): InkWork[] =>
    lines.reduce<InkWork[]>((list, ink) => withInkWork(list, { ink, becomes }), [...(works ?? [])]);
  if (all('screen').length > MOST_INK_WORKS) return [];
  const many = others.length > 0;
  return [
    {
      id: 'line-inks',
      severity: 'look',
      station: 'artwork',
      title: `${lines
        .slice(0, 3)
        .map((ink) => `“${ink}”`)
        .join(', ')}${lines.length > 3 ? ' and more' : ''} would print`,
      detail: `By ${many ? 'their names they are lines' : 'its name it is a line'} for the finisher: on the sheets ${many ? 'they would' : 'it would'} be seen.`,
      offers: () => [
        { label: 'Show, do not print', detail: 'seen here alone', patch: { artwork: { inks: all('screen') } } },
        ...(plan.sheets.leads
          ? [
              {
                label: 'Print on a sheet ahead',
                detail: 'one sheet more, to set up by',
                patch: { artwork: { inks: all('ahead') } },
              },
            ]
          : []),
      ],
    },
  ];
};

/** What is wished of inks that the artwork does not have, or has no more. */
export const inkWorksLost: Check = ({ docket, raw }) => {
  const works = docket.artwork.inks ?? [];
  const inks = raw?.inks ?? [];
  const lost = works.filter((w) => !inks.some((name) => sameInk(name, w.ink)));
  if (lost.length === 0 || !raw || raw.pages.length === 0) return [];
  const left = works.filter((w) => !lost.includes(w));
  return [
    {
      id: 'ink-works-lost',
      severity: 'look',
      station: 'artwork',
      title: `No page prints in ${lost.map((w) => `“${w.ink}”`).join(', ')}`,
      detail: `Something was to become of ${plural(lost.length, 'ink')} that the file does not name. It may be called something else there now: look through its inks.`,
      offers: () => [
        {
          label: 'Let go of it',
          detail: 'nothing else changes',
          patch: { artwork: { inks: left.length > 0 ? left : null } },
        },
      ],
    },
  ];
};

const BECOMES_SAID: Readonly<Record<Extract<InkWork['becomes'], string>, (ink: string) => string>> = {
  nothing: (ink) => `“${ink}” does not print`,
  screen: (ink) => `“${ink}” is seen here and does not print`,
  ahead: (ink) => `“${ink}” prints on a sheet ahead alone`,
  process: (ink) => `“${ink}” prints in process inks`,
};

/** What is done to the content of pages, so that nobody wonders where an ink has gone. */
export const inkWorksDone: Check = ({ docket, plan, raw }) => {
  const inks = raw?.inks ?? [];
  const ahead = plan.sheets.blocks.some((b) => b.ahead);
  const works = (docket.artwork.inks ?? []).filter(
    (w) => inks.some((name) => sameInk(name, w.ink)) && (ahead || w.becomes !== 'ahead'),
  );
  if (works.length === 0) return [];
  const said = works.map(({ ink, becomes }) =>
    typeof becomes === 'string' ? BECOMES_SAID[becomes](ink) : `“${ink}” prints as “${becomes.ink}”`,
  );
  return [
    {
      id: 'ink-works-done',
      severity: 'fine',
      station: 'artwork',
      title: said.slice(0, 3).join('; ') + (said.length > 3 ? '; and more' : ''),
      detail: 'Done where the pages are written; the file stays as it is.',
      offers: () => [{ label: 'Print inks as they are', patch: { artwork: { inks: null } } }],
    },
  ];
};

/** Inks for the sheet ahead of a job that has none: they print nowhere. */
export const noneAhead: Check = ({ docket, plan, raw }) => {
  const works = docket.artwork.inks ?? [];
  const inks = raw?.inks ?? [];
  const ahead = works.filter((w) => w.becomes === 'ahead' && inks.some((name) => sameInk(name, w.ink)));
  if (ahead.length === 0 || plan.sheets.blocks.some((b) => b.ahead)) return [];
  const [first] = ahead;
  const why = plan.sheets.blocks.some((b) => hasPlates(b.machine))
    ? 'On a press every sheet of a form is printed from the same plates'
    : 'Sheets that are gathered with others cannot have one more ahead of them';
  return [
    {
      id: 'inks-none-ahead',
      severity: 'look',
      station: 'artwork',
      title: `“${first!.ink}” prints on no sheet`,
      detail: `${why}: what was to print on a sheet ahead is only seen here.`,
      offers: () => [
        {
          label: 'For looking at alone',
          detail: 'it does not print',
          patch: {
            artwork: {
              inks: works.map((w) => (w.becomes === 'ahead' ? { ...w, becomes: 'screen' as const } : w)),
            },
          },
        },
      ],
    },
  ];
};
