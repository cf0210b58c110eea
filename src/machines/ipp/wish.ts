import { octets, type PrinterFacts } from './client';
import { ipp, type Attribute } from './codec';
import { PrinterRefused } from './errors';
import { Status } from './tags';

/** The sheet, in millimetres, the short edge as width (PWG 5101.1). */
export interface Media {
  readonly width: number;
  readonly height: number;
  readonly grammage: number;
  readonly name: string;
  /** The tray it is drawn from, as the printer calls it; null where the printer looks for it. */
  readonly source: string | null;
}

/** What a job asks of the printer. */
export interface JobWish {
  readonly name: string;
  readonly copies: number;
  readonly sides: 'one-sided' | 'two-sided-long-edge' | 'two-sided-short-edge';
  readonly media: Media;
  /** Pages of the document, from 1, that are printed on something else. */
  readonly otherMedia: readonly { readonly from: number; readonly to: number; readonly media: Media }[];
  readonly hold: boolean;
}

/** The members of media-col (PWG 5100.3) that a printer understands. */
function mediaCol(media: Media, printer: PrinterFacts): Attribute {
  const hundredths = (mm: number): number => Math.round(mm * 100);
  const members = [
    ipp.collection('media-size', [
      ipp.integer('x-dimension', hundredths(media.width)),
      ipp.integer('y-dimension', hundredths(media.height)),
    ]),
    ipp.integer('media-weight-metric', Math.round(media.grammage)),
    ipp.text('media-info', octets(media.name)),
    ...(media.source ? [ipp.keyword('media-source', media.source)] : []),
  ];
  return ipp.collection(
    'media-col',
    members.filter((member) => printer.mediaMembers.includes(member.name)),
  );
}

/**
 * Job template attributes, left out where the printer does not know them.
 * @throws PrinterRefused where pages have stocks of their own and the printer cannot be told: it would print them on
 *   the wrong paper
 */
export function jobAttributes(wish: JobWish, printer: PrinterFacts): Attribute[] {
  const { otherMedia } = wish;
  const mixes = printer.overrides.includes('pages') && printer.overrides.includes('media-col');
  if (otherMedia.length > 0 && !mixes)
    throw new PrinterRefused(
      Status.attributesNotSupported,
      'The printer cannot change stocks inside a job. Say so of the machine’s trays in the Sheet station, then send again: each stock goes as a job of its own.',
    );
  const all: Attribute[] = [
    ipp.integer('copies', wish.copies),
    ipp.keyword('sides', printer.sides.includes(wish.sides) ? wish.sides : 'one-sided'),
    mediaCol(wish.media, printer),
    ...(otherMedia.length > 0
      ? [
          ipp.collection(
            'overrides',
            ...otherMedia.map((o) => [ipp.range('pages', { low: o.from, high: o.to }), mediaCol(o.media, printer)]),
          ),
        ]
      : []),
    // the sheets are imposed to the size they are: a printer that makes them fit spoils them
    ipp.keyword('print-scaling', 'none'),
    ipp.enum('finishings', 3),
    ipp.keyword('multiple-document-handling', 'separate-documents-collated-copies'),
    ...(wish.hold ? [ipp.keyword('job-hold-until', 'indefinite')] : []),
  ];
  return all.filter((a) => printer.knows.has(a.name));
}
