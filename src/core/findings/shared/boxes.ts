import { BOX_NAMES, inRange, parsePageRange, type BoxFault, type PageWork } from '../../docket';
import { contains, grow } from '../../measure';
import { pagesIn } from '../../pages';
import { pageRanges, type Check, type Finding } from '../kinds';

/** What contradicts itself in the boxes of a page, and what is made of it (ISO 32000-2, 14.11.2). */
const FAULTS: Readonly<Record<BoxFault, readonly [string, string]>> = {
  'crop-beyond-media': ['the crop box reaches beyond the page', 'It is taken as far as the page goes.'],
  'bleed-beyond-media': ['the bleed box reaches beyond the page', 'It is taken as far as the page goes.'],
  'trim-beyond-media': ['the trim box reaches beyond the page', 'It is taken as far as the page goes.'],
  'art-beyond-media': ['the art box reaches beyond the page', 'Nothing is placed by it.'],
  'trim-beyond-bleed': ['the trim box reaches beyond the bleed box', 'Where it does, there is no bleed.'],
};

/** How far a box may reach beyond another without a word, mm: programs round. */
const TOLERANCE = 0.05;

/** Boxes of the file that contradict each other. */
export const boxFaults: Check = ({ artwork }) => {
  const pagesOf = new Map<BoxFault, number[]>();
  artwork.pages.forEach(({ faults }, i) =>
    faults?.forEach((fault) => pagesOf.set(fault, [...(pagesOf.get(fault) ?? []), i + 1])),
  );
  return [...pagesOf].map(([fault, pages]): Finding => {
    const [said, taken] = FAULTS[fault];
    return {
      id: `boxes-${fault}`,
      severity: fault === 'trim-beyond-media' || fault === 'trim-beyond-bleed' ? 'look' : 'fine',
      station: 'artwork',
      title: `Page ${pageRanges(pages)}: ${said}`,
      detail: `${taken} Look whether the page is where it is meant to be; its boxes can be set in the page view.`,
    };
  });
};

/** What is wished for pages and cannot be: boxes beyond their page, pages and files that are not there. */
export const workLost: Check = ({ docket, artwork }) => {
  const works = docket.artwork.work ?? [];
  const lost = works.flatMap((work, i) => {
    const why = lostBy(work, artwork);
    return why === null ? [] : [{ i, why }];
  });
  const [first] = lost;
  if (!first) return [];
  const left = works.filter((_, i) => !lost.some((l) => l.i === i));
  return [
    {
      id: 'work-lost',
      severity: 'look',
      station: 'artwork',
      title: `What was set for pages ${works[first.i]!.pages} no longer fits the file`,
      detail: `${first.why}${lost.length > 1 ? ` ${lost.length - 1} more like it.` : ''} Set it anew, or take the pages as they are.`,
      offers: () => [
        {
          label: 'Let go of what does not fit',
          detail: 'the pages as they are in the file',
          patch: { artwork: { work: left.length > 0 ? left : null } },
        },
      ],
    },
  ];
};

/** Why a wish cannot be; null where it can. */
function lostBy(work: PageWork, artwork: Parameters<Check>[0]['artwork']): string | null {
  const count = pagesIn(artwork, work.file);
  if (count === 0) return 'The file that it was for is not there.';
  const ranges = parsePageRange(work.pages);
  const pages = (work.file === 0 ? artwork.pages : artwork.more?.[work.file - 1]) ?? [];
  const on = pages.flatMap((page, i) => (inRange(ranges, i + 1) ? [{ page, number: i + 1 }] : []));
  if (on.length === 0) return `The file has ${count === 1 ? 'one page' : `${count} pages`}.`;
  for (const { page, number } of on) {
    const sheet = grow(page.media, TOLERANCE);
    for (const name of BOX_NAMES) {
      const box = name === 'bleed' ? null : work.boxes?.[name];
      if (box && !contains(sheet, box)) return `The ${name} box reaches beyond page ${number}.`;
    }
    if (work.pieces?.some(({ trim }) => !contains(sheet, trim))) return `A piece reaches beyond page ${number}.`;
  }
  return null;
}
