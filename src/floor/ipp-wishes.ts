import { attributesOf, numberOf, textOf, type Attribute, type Message, type Value } from '../machines/ipp/codec';
import { Group, Status, Tag } from '../machines/ipp/tags';
import { FINISHINGS, HANDLINGS, HOLDS, MEDIA, OUTPUT_BINS, OVERRIDES, SIDES, SOURCES } from './ipp-attributes';
import { Refusal } from './refusal';
import type { PrintedOn, SpooledJob } from './spool';

type Operations = ReadonlyMap<string, readonly Value[]>;

/** The job's wishes; those that cannot be met are ignored, or refused where the client wants them to the letter. */
export function wishesOf(m: Message, op: Operations) {
  const a = attributesOf(m, Group.job);
  const ignored: Attribute[] = [];
  const refuse = (name: string): void => {
    ignored.push({ name, values: a.get(name) ?? [] });
  };
  let copies = numberOf(a.get('copies')) ?? 1;
  if (copies < 1 || copies > 1_000_000) {
    refuse('copies');
    copies = 1;
  }
  const choice = (name: string, supported: readonly string[], otherwise: string): string => {
    const v = textOf(a.get(name));
    if (v === undefined || supported.includes(v)) return v ?? otherwise;
    refuse(name);
    return otherwise;
  };
  const sides = choice('sides', SIDES, 'one-sided');
  const hold = choice('job-hold-until', HOLDS, 'no-hold') !== 'no-hold';
  choice('multiple-document-handling', HANDLINGS, HANDLINGS[2]!);
  choice('print-scaling', ['none'], 'none');
  const bin = choice('output-bin', OUTPUT_BINS, OUTPUT_BINS[0]!);
  const named = choice('media', MEDIA, '');
  const others = othersOf(a.get('overrides') ?? []);
  if (!others) refuse('overrides');
  const finishings = (a.get('finishings') ?? []).flatMap((v) => (typeof v.value === 'number' ? [v.value] : []));
  if (finishings.some((f) => !FINISHINGS.includes(f))) refuse('finishings');
  const known = [
    'copies',
    'sides',
    'job-hold-until',
    'multiple-document-handling',
    'print-scaling',
    'output-bin',
    'media',
    'media-col',
    'finishings',
    'overrides',
    'orientation-requested',
    'print-quality',
    'printer-resolution',
  ];
  for (const [name, values] of a)
    if (!known.includes(name))
      ignored.push({ name, values: values.map(() => ({ tag: Tag.unsupported, value: null })) });
  if (ignored.length > 0 && op.get('ipp-attribute-fidelity')?.[0]?.value === true)
    throw new Refusal(Status.attributesNotSupported, 'Some wishes cannot be met.', ignored);
  const wish = {
    name: textOf(op.get('job-name')) ?? textOf(op.get('document-name')) ?? 'Untitled',
    user: textOf(op.get('requesting-user-name')) ?? 'anonymous',
    copies,
    sides,
    hold,
    finishings: finishings.filter((f) => FINISHINGS.includes(f)),
    media: mediaOf(a, named),
    others: others ?? [],
    bin,
  };
  return { ignored, wish };
}

type Members = ReadonlyMap<string, readonly Value[]>;
const membersOf = (v: Value | undefined): Members =>
  new Map(v && Array.isArray(v.value) ? (v.value as readonly Attribute[]).map((m) => [m.name, m.values]) : []);

function mediaOf(a: Members, named: string): SpooledJob['media'] {
  const col = columnOf(a.get('media-col')?.[0]);
  if (col) return col;
  const m = /_([\d.]+)x([\d.]+)(mm|in)$/.exec(named);
  if (!m) return null;
  const unit = m[3] === 'in' ? 2540 : 100;
  return { width: Math.round(Number(m[1]) * unit), height: Math.round(Number(m[2]) * unit), info: named };
}

/** A media-col that names a size, or null. */
function columnOf(v: Value | undefined): PrintedOn | null {
  const col = membersOf(v);
  const size = membersOf(col.get('media-size')?.[0]);
  const width = numberOf(size.get('x-dimension'));
  const height = numberOf(size.get('y-dimension'));
  if (width === undefined || height === undefined) return null;
  const source = textOf(col.get('media-source'));
  const weight = numberOf(col.get('media-weight-metric'));
  return {
    width,
    height,
    info: textOf(col.get('media-info')) ?? '',
    ...(weight === undefined ? {} : { weight }),
    ...(source && SOURCES.includes(source) ? { source } : {}),
  };
}

/** Pages with paper of their own (PWG 5100.6, overrides); null where something else of theirs is asked for. */
function othersOf(values: readonly Value[]): SpooledJob['others'] | null {
  const out: SpooledJob['others'] = [];
  for (const v of values) {
    const members = membersOf(v);
    const media = columnOf(members.get('media-col')?.[0]);
    if (!media || [...members.keys()].some((k) => !OVERRIDES.includes(k))) return null;
    for (const { value } of members.get('pages') ?? []) {
      const range = value as { low?: unknown; high?: unknown } | null;
      if (typeof range?.low !== 'number' || typeof range.high !== 'number') return null;
      out.push({ from: range.low, to: range.high, media });
    }
  }
  return out;
}
