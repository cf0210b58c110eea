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

/** Sizes that it feeds, in hundredths of a millimetre, in the order of {@link MEDIA}. */
const SIZES: readonly (readonly [number, number])[] = [
  [32000, 45000],
  [29700, 42000],
  [22500, 32000],
  [21000, 29700],
  [27940, 43180],
  [21590, 27940],
];
const dimensions = ([width, height]: readonly [number, number]): Attribute[] => [
  ipp.integer('x-dimension', width),
  ipp.integer('y-dimension', height),
];
const mediaSize = (size: readonly [number, number]): Attribute[] => [ipp.collection('media-size', dimensions(size))];

/** What lies in its trays: SRA3 of these weights. */
const TRAYS: readonly (readonly [source: string, grammage: number, info: string])[] = [
  ['tray-1', 100, 'plain'],
  ['tray-2', 130, 'silk'],
  ['tray-3', 170, 'silk'],
  ['large-capacity', 250, 'board'],
];
const inTray = ([source, grammage, info]: (typeof TRAYS)[number]): Attribute[] => [
  ...mediaSize(SIZES[0]!),
  ipp.keyword('media-source', source),
  ipp.integer('media-weight-metric', grammage),
  ipp.text('media-info', info),
];
/** What it leaves unprinted of a sheet fed short edge first, in hundredths of a millimetre. */
const MARGINS = { left: 300, right: 400, top: 300, bottom: 300 };

/** Everything the printer tells of itself. */
export const printerAttributes = (press: Press, uri: string, panel: string): Told[] => [
  ...description(press, uri, panel).map((attribute): Told => ({ group: 'printer-description', attribute })),
  ...template().map((attribute): Told => ({ group: 'job-template', attribute })),
];

/** What it is, and how it does (RFC 8011, 5.4). */
function description(press: Press, uri: string, panel: string): Attribute[] {
  const { state, reasons } = press.state();
  const perMinute = Math.round((press.options.speed * press.options.factor) / 60);
  return [
    ipp.charset('charset-configured', 'utf-8'),
    ipp.charset('charset-supported', 'utf-8'),
    ipp.boolean('color-supported', true),
    ipp.keyword('compression-supported', 'none'),
    ipp.mime('document-format-default', FORMATS[0]!),
    ipp.mime('document-format-supported', ...FORMATS),
    ipp.language('generated-natural-language-supported', 'en'),
    ipp.keyword('ipp-versions-supported', '1.1', '2.0'),
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
    ipp.boolean('multiple-document-jobs-supported', false),
    ipp.integer('multiple-operation-time-out', press.options.timeout ?? DOCUMENT_TIMEOUT),
    ipp.keyword('multiple-operation-time-out-action', 'abort-job'),
    ipp.language('natural-language-configured', 'en'),
    ipp.enum('operations-supported', ...Object.values(Operation)),
    ipp.integer('pages-per-minute', perMinute),
    ipp.integer('pages-per-minute-color', perMinute),
    ipp.keyword('pdl-override-supported', 'attempted'),
    ipp.dateTime('printer-current-time', new Date(press.options.now())),
    ipp.text('printer-info', `${press.options.name}, a pretended sheet-fed press`),
    ipp.boolean('printer-is-accepting-jobs', true),
    ipp.text('printer-location', 'Print room'),
    ipp.text('printer-make-and-model', 'Odd Sparrow stand-in press'),
    ipp.uri('printer-more-info', panel),
    ipp.name('printer-name', press.options.name),
    ipp.enum('printer-state', PrinterState[state]),
    ipp.keyword('printer-state-reasons', ...(reasons.length > 0 ? reasons : ['none'])),
    ipp.integer('printer-up-time', press.upTime()),
    ipp.uri('printer-uri-supported', uri),
    ipp.integer('queued-job-count', press.all().filter((j) => j.completedAt === null).length),
    ipp.keyword('uri-authentication-supported', 'none'),
    ipp.keyword('uri-security-supported', 'none'),
    ipp.keyword('which-jobs-supported', 'completed', 'not-completed'),
  ];
}

/** What can be wished for of a job (RFC 8011, 5.2). */
function template(): Attribute[] {
  return [
    ipp.integer('copies-default', 1),
    ipp.range('copies-supported', { low: 1, high: 1_000_000 }),
    ipp.enum('finishings-default', 3),
    ipp.enum('finishings-supported', ...FINISHINGS),
    ipp.keyword('job-hold-until-default', 'no-hold'),
    ipp.keyword('job-hold-until-supported', ...HOLDS),
    ipp.keyword('media-default', MEDIA[0]!),
    ipp.keyword('media-ready', ...MEDIA),
    ipp.keyword('media-supported', ...MEDIA),
    ipp.collection('media-col-default', mediaSize(SIZES[0]!)),
    ipp.collection('media-col-ready', ...TRAYS.map(inTray)),
    ipp.keyword('media-col-supported', 'media-size', 'media-info', 'media-weight-metric', 'media-source'),
    ipp.collection('media-size-supported', ...SIZES.map(dimensions)),
    ipp.collection(
      'media-col-database',
      ...SIZES.map((s) => [...mediaSize(s), ipp.range('media-weight-metric', WEIGHTS)]),
    ),
    ...Object.entries(MARGINS).map(([edge, margin]) => ipp.integer(`media-${edge}-margin-supported`, margin)),
    ipp.keyword('media-info-supported', ...INFOS),
    ipp.range('media-weight-metric-supported', WEIGHTS),
    ipp.keyword('output-bin-default', OUTPUT_BINS[0]!),
    ipp.keyword('output-bin-supported', ...OUTPUT_BINS),
    ipp.keyword('multiple-document-handling-default', HANDLINGS[2]!),
    ipp.keyword('multiple-document-handling-supported', ...HANDLINGS),
    ipp.keyword('media-source-supported', ...SOURCES),
    ipp.keyword('overrides-supported', ...OVERRIDES),
    ipp.enum('orientation-requested-default', 3),
    ipp.enum('orientation-requested-supported', 3, 4),
    ipp.enum('print-quality-default', 4),
    ipp.enum('print-quality-supported', 4),
    ipp.keyword('print-scaling-default', 'none'),
    ipp.keyword('print-scaling-supported', 'none'),
    ipp.resolution('printer-resolution-default', { across: 1200, feed: 1200, unit: 3 }),
    ipp.resolution('printer-resolution-supported', { across: 1200, feed: 1200, unit: 3 }),
    ipp.keyword('sides-default', SIDES[0]!),
    ipp.keyword('sides-supported', ...SIDES),
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
