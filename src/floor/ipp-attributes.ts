import { ipp, type Attribute } from '../machines/ipp/codec';
import { JobState, Operation, PrinterState } from '../machines/ipp/tags';
import type { Press } from './press';
import { sheetsOf } from './press';
import type { PrintedOn, SpooledJob } from './spool';
import { DOCUMENT_TIMEOUT } from './timeout';

export const MEDIA = [
  'iso_sra3_320x450mm',
  'iso_a3_297x420mm',
  'iso_sra4_225x320mm',
  'iso_a4_210x297mm',
  'na_ledger_11x17in',
  'na_letter_8.5x11in',
];
const FORMATS = ['application/pdf'];
export const HOLDS = ['no-hold', 'indefinite'];
export const HANDLINGS = [
  'single-document',
  'separate-documents-uncollated-copies',
  'separate-documents-collated-copies',
];
export const SIDES = ['one-sided', 'two-sided-long-edge', 'two-sided-short-edge'];
export const FINISHINGS = [3];
export const SOURCES = ['auto', 'tray-1', 'tray-2', 'tray-3', 'large-capacity'];
export const OUTPUT_BINS = ['face-down', 'stacker-1'];
/** Weights that it feeds, g/m². */
const WEIGHTS = { low: 60, high: 400 };
/** What it tells a stock by beside its size: any name is taken. */
const INFOS = ['plain', 'silk', 'board'];
/** What pages of a document may have of their own (PWG 5100.6). */
export const OVERRIDES = ['pages', 'media-col'];

/** An attribute in the groups a client may ask for by one name (RFC 8011, 4.2.5.1). */
export interface Told {
  readonly group: 'job-template' | 'printer-description' | 'job-description';
  readonly attribute: Attribute;
}

/** Everything the printer tells of itself. */
export function printerAttributes(press: Press, uri: string, panel: string): Told[] {
  const { state, reasons } = press.state();
  const d = (attribute: Attribute): Told => ({ group: 'printer-description', attribute });
  const t = (attribute: Attribute): Told => ({ group: 'job-template', attribute });
  const size = ([width, height]: readonly [number, number]): Attribute[] => [
    ipp.collection('media-size', [ipp.integer('x-dimension', width), ipp.integer('y-dimension', height)]),
  ];
  const sizes: readonly (readonly [number, number])[] = [
    [32000, 45000],
    [29700, 42000],
    [22500, 32000],
    [21000, 29700],
    [27940, 43180],
    [21590, 27940],
  ];
  const perMinute = Math.round((press.options.speed * press.options.factor) / 60);
  return [
    d(ipp.charset('charset-configured', 'utf-8')),
    d(ipp.charset('charset-supported', 'utf-8')),
    d(ipp.boolean('color-supported', true)),
    d(ipp.keyword('compression-supported', 'none')),
    d(ipp.mime('document-format-default', FORMATS[0]!)),
    d(ipp.mime('document-format-supported', ...FORMATS)),
    d(ipp.language('generated-natural-language-supported', 'en')),
    d(ipp.keyword('ipp-versions-supported', '1.1', '2.0')),
    d(
      ipp.keyword(
        'job-creation-attributes-supported',
        'copies',
        'sides',
        'media',
        'media-col',
        'finishings',
        'job-hold-until',
        'overrides',
        'multiple-document-handling',
        'print-scaling',
        'output-bin',
      ),
    ),
    d(ipp.boolean('multiple-document-jobs-supported', false)),
    d(ipp.integer('multiple-operation-time-out', press.options.timeout ?? DOCUMENT_TIMEOUT)),
    d(ipp.keyword('multiple-operation-time-out-action', 'abort-job')),
    d(ipp.language('natural-language-configured', 'en')),
    d(ipp.enum('operations-supported', ...Object.values(Operation))),
    d(ipp.integer('pages-per-minute', perMinute)),
    d(ipp.integer('pages-per-minute-color', perMinute)),
    d(ipp.keyword('pdl-override-supported', 'attempted')),
    d(ipp.dateTime('printer-current-time', new Date(press.options.now()))),
    d(ipp.text('printer-info', `${press.options.name}, a pretended sheet-fed press`)),
    d(ipp.boolean('printer-is-accepting-jobs', true)),
    d(ipp.text('printer-location', 'Print room')),
    d(ipp.text('printer-make-and-model', 'Odd Sparrow stand-in press')),
    d(ipp.uri('printer-more-info', panel)),
    d(ipp.name('printer-name', press.options.name)),
    d(ipp.enum('printer-state', PrinterState[state])),
    d(ipp.keyword('printer-state-reasons', ...(reasons.length > 0 ? reasons : ['none']))),
    d(ipp.integer('printer-up-time', press.upTime())),
    d(ipp.uri('printer-uri-supported', uri)),
    d(ipp.integer('queued-job-count', press.all().filter((j) => j.completedAt === null).length)),
    d(ipp.keyword('uri-authentication-supported', 'none')),
    d(ipp.keyword('uri-security-supported', 'none')),
    d(ipp.keyword('which-jobs-supported', 'completed', 'not-completed')),
    t(ipp.integer('copies-default', 1)),
    t(ipp.range('copies-supported', { low: 1, high: 1_000_000 })),
    t(ipp.enum('finishings-default', 3)),
    t(ipp.enum('finishings-supported', ...FINISHINGS)),
    t(ipp.keyword('job-hold-until-default', 'no-hold')),
    t(ipp.keyword('job-hold-until-supported', ...HOLDS)),
    t(ipp.keyword('media-default', MEDIA[0]!)),
    t(ipp.keyword('media-ready', ...MEDIA)),
    t(ipp.keyword('media-supported', ...MEDIA)),
    t(ipp.collection('media-col-default', size(sizes[0]!))),
    t(ipp.collection('media-col-ready', ...sizes.map(size))),
    t(ipp.keyword('media-col-supported', 'media-size', 'media-info', 'media-weight-metric', 'media-source')),
    t(
      ipp.collection(
        'media-size-supported',
        ...sizes.map(([w, h]) => [ipp.integer('x-dimension', w), ipp.integer('y-dimension', h)]),
      ),
    ),
    t(
      ipp.collection(
        'media-col-database',
        ...sizes.map((s) => [...size(s), ipp.range('media-weight-metric', WEIGHTS)]),
      ),
    ),
    t(ipp.keyword('media-info-supported', ...INFOS)),
    t(ipp.range('media-weight-metric-supported', WEIGHTS)),
    t(ipp.keyword('output-bin-default', OUTPUT_BINS[0]!)),
    t(ipp.keyword('output-bin-supported', ...OUTPUT_BINS)),
    t(ipp.keyword('multiple-document-handling-default', HANDLINGS[2]!)),
    t(ipp.keyword('multiple-document-handling-supported', ...HANDLINGS)),
    t(ipp.keyword('media-source-supported', ...SOURCES)),
    t(ipp.keyword('overrides-supported', ...OVERRIDES)),
    t(ipp.enum('orientation-requested-default', 3)),
    t(ipp.enum('orientation-requested-supported', 3, 4)),
    t(ipp.enum('print-quality-default', 4)),
    t(ipp.enum('print-quality-supported', 4)),
    t(ipp.keyword('print-scaling-default', 'none')),
    t(ipp.keyword('print-scaling-supported', 'none')),
    t(ipp.resolution('printer-resolution-default', { across: 1200, feed: 1200, unit: 3 })),
    t(ipp.resolution('printer-resolution-supported', { across: 1200, feed: 1200, unit: 3 })),
    t(ipp.keyword('sides-default', SIDES[0]!)),
    t(ipp.keyword('sides-supported', ...SIDES)),
  ];
}

function mediaCol(on: PrintedOn): Attribute {
  return ipp.collection('media-col', [
    ipp.collection('media-size', [ipp.integer('x-dimension', on.width), ipp.integer('y-dimension', on.height)]),
    ipp.text('media-info', on.info),
    ...(on.weight ? [ipp.integer('media-weight-metric', on.weight)] : []),
    ...(on.source ? [ipp.keyword('media-source', on.source)] : []),
  ]);
}

/** Everything the printer tells of a job. */
export function jobAttributes(press: Press, job: SpooledJob, uri: string, panel: string): Told[] {
  const d = (attribute: Attribute): Told => ({ group: 'job-description', attribute });
  const t = (attribute: Attribute): Told => ({ group: 'job-template', attribute });
  const time = (name: string, at: number | null): Told => d(at === null ? ipp.none(name) : ipp.integer(name, at));
  const date = (name: string, at: number | null): Told =>
    d(at === null ? ipp.none(name) : ipp.dateTime(name, new Date(press.options.now() - (press.upTime() - at) * 1000)));
  const before = press.all().filter((j) => j.id < job.id && j.completedAt === null).length;
  return [
    d(ipp.uri('job-uri', `${uri}/${job.id}`)),
    d(ipp.integer('job-id', job.id)),
    d(ipp.uri('job-printer-uri', uri)),
    d(ipp.uri('job-more-info', panel)),
    d(ipp.name('job-name', job.name)),
    d(ipp.name('job-originating-user-name', job.user)),
    d(ipp.enum('job-state', JobState[job.state])),
    d(ipp.keyword('job-state-reasons', ...(job.reasons.length > 0 ? job.reasons : ['none']))),
    d(ipp.integer('number-of-documents', job.documents)),
    d(ipp.integer('number-of-intervening-jobs', job.completedAt === null ? before : 0)),
    d(ipp.integer('job-k-octets', Math.ceil(job.octets / 1024))),
    d(ipp.integer('job-impressions', job.pages * job.copies)),
    d(ipp.integer('job-impressions-completed', Math.floor(job.printed))),
    d(ipp.integer('job-media-sheets', sheetsOf(job, job.pages * job.copies))),
    d(ipp.integer('job-media-sheets-completed', sheetsOf(job, job.printed))),
    time('time-at-creation', job.createdAt),
    time('time-at-processing', job.processingAt),
    time('time-at-completed', job.completedAt),
    date('date-time-at-creation', job.createdAt),
    date('date-time-at-processing', job.processingAt),
    date('date-time-at-completed', job.completedAt),
    d(ipp.integer('job-printer-up-time', press.upTime())),
    t(ipp.integer('copies', job.copies)),
    t(ipp.keyword('sides', job.sides)),
    t(ipp.enum('finishings', ...(job.finishings.length > 0 ? job.finishings : [3]))),
    t(ipp.keyword('output-bin', job.bin)),
    ...(job.media ? [t(mediaCol(job.media))] : []),
    ...(job.others.length > 0
      ? [
          t(
            ipp.collection(
              'overrides',
              ...job.others.map((o) => [ipp.range('pages', { low: o.from, high: o.to }), mediaCol(o.media)]),
            ),
          ),
        ]
      : []),
  ];
}
