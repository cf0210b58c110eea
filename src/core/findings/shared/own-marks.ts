import { artworkSize, type PageFacts } from '../../docket';
import { formatSize } from '../../measure';
import type { Check } from '../kinds';

/** Room beyond trim and bleed in which a file carries marks of its own, in millimetres. */
const MARK_ROOM = 3;

/** Whether a page has a trim box with so much around it that marks of its own stand there. */
function carriesMarks({ hasTrim, media, trim, bleed }: PageFacts): boolean {
  if (!hasTrim) return false;
  const inner = bleed.width > trim.width ? bleed : trim;
  return (
    inner.x - media.x > MARK_ROOM &&
    inner.y - media.y > MARK_ROOM &&
    media.x + media.width - inner.x - inner.width > MARK_ROOM &&
    media.y + media.height - inner.y - inner.height > MARK_ROOM
  );
}

/** Artwork that came with marks around a smaller trim box. */
export const ownMarks: Check = ({ docket, artwork, unit }) => {
  const first = artwork.pages.find(carriesMarks);
  // where a piece was found on its page that is said
  if (!first || docket.artwork.work?.some((w) => w.boxes?.trim || w.pieces)) return [];
  const trim = artworkSize(artwork, 'trim');
  if (docket.artwork.box === 'trim')
    return [
      {
        id: 'own-marks',
        severity: 'fine',
        station: 'artwork',
        title: 'The artwork brings marks of its own; they are left off',
        detail: `The page is taken at its trim box, ${formatSize(trim, unit)}, out of ${formatSize(first.media, unit)}.`,
      },
    ];
  return [
    {
      id: 'own-marks-show',
      severity: 'look',
      station: 'artwork',
      title: 'The artwork’s own marks would print inside the page',
      detail: `The file has a trim box of ${formatSize(trim, unit)} inside a page of ${formatSize(first.media, unit)}.`,
      offers: () => [
        {
          label: 'Use the trim box',
          detail: `finished ${formatSize(trim, unit)}`,
          patch: { artwork: { box: 'trim', fit: 'centre', enlarge: 1 }, product: { finished: trim } },
        },
      ],
    },
  ];
};
