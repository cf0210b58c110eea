import { canBecome, InkName, MOST_INK_WORKS, sameInk, type InkWork } from '../../docket';
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

/** What is done to the content of pages, so that nobody wonders where an ink has gone. */
export const inkWorksDone: Check = ({ docket, raw }) => {
  const inks = raw?.inks ?? [];
  const works = (docket.artwork.inks ?? []).filter((w) => inks.some((name) => sameInk(name, w.ink)));
  if (works.length === 0) return [];
  const said = works.map(({ ink, becomes }) =>
    becomes === 'nothing'
      ? `“${ink}” does not print`
      : becomes === 'process'
        ? `“${ink}” prints in process inks`
        : `“${ink}” prints as “${becomes.ink}”`,
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
