import type { Imprint } from '../../docket';
import { setImprint, boxOf } from '../../imprint';
import { formatLength, type Rect, type Size } from '../../measure';
import type { Check, Finding, Inspected, Offer } from '../kinds';
import { probes, type Probe } from './probe';

/** What lies outside of a page by more than this is said, mm. */
const TOLERANCE = 0.05;

const beyond = (r: Rect, { width, height }: Size): number =>
  Math.max(-r.x, -r.y, r.x + r.width - width, r.y + r.height - height);

const withPrint = ({ docket }: Inspected, print: Imprint, part: Partial<Imprint>): Offer['patch'] => ({
  imprint: { prints: docket.imprint.prints.map((p) => (p === print ? { ...p, ...part } : p)) },
});

/** Words that are wider or higher than their place, and imprints that stand over the trim or too near to it. */
export const place: Check = (it) => probes(it).flatMap((probe) => [...tooLarge(it, probe), ...overTrim(it, probe)]);

function tooLarge(it: Inspected, { print, words, setting, where }: Probe): Finding[] {
  const { says } = print;
  const { over } = setting;
  const most = Math.max(over.width, over.height);
  if (says.kind !== 'text' || most <= TOLERANCE) return [];
  const say = (mm: number): string => formatLength(mm, it.unit, 1);
  const fits: Offer[] = (['shrink', 'wrap'] as const)
    .filter((fit) => fit !== says.fit)
    .map((fit) => ({
      label: fit === 'shrink' ? 'Shrink what is too long' : 'Go on in the next line',
      patch: withPrint(it, print, { says: { ...says, fit } }),
    }));
  const width = says.width === null ? null : Math.ceil((says.width + over.width) * 10) / 10;
  return [
    {
      id: `imprint-wide-${print.name}`,
      severity: 'look',
      station: 'artwork',
      title: `“${print.name}” is ${say(most)} ${over.width >= over.height ? 'wider' : 'higher'} than its place`,
      detail: `“${words.replaceAll('\n', ' / ').slice(0, 80)}” (${where}) does not fit.`,
      offers: () => [
        ...fits,
        ...(width === null || over.width <= TOLERANCE
          ? []
          : [
              {
                label: `A place of ${formatLength(width, it.unit)}`,
                patch: withPrint(it, print, { says: { ...says, width } }),
              },
            ]),
      ],
    },
  ];
}

function overTrim(it: Inspected, { print, words, setting, where }: Probe): Finding[] {
  const { finished } = it.docket.product;
  const out = beyond(setting.covers, finished);
  const near = out + it.docket.product.safe;
  if (near <= TOLERANCE) return [];
  const over = out > TOLERANCE;
  const safe = it.docket.product.safe;
  const { covers } = setting;
  /** Moved in, as far as it must be, where the page has room for it. */
  const inwards = (keep: number): Offer[] => {
    const by = (at: number, size: number, page: number): number =>
      at < keep ? keep - at : at + size > page - keep ? page - keep - at - size : 0;
    const [dx, dy] = [by(covers.x, covers.width, finished.width), by(covers.y, covers.height, finished.height)];
    const [x, y] = [
      print.x + (print.anchor.endsWith('right') ? -dx : dx),
      print.y + (print.anchor.startsWith('head') ? -dy : dy),
    ].map((n) => Math.round(n * 1000) / 1000) as [number, number];
    const moved = setImprint({ ...print, x, y }, words, finished, { dpi: it.docket.sheet.machine.dpi, coder: boxOf });
    return beyond(moved.covers, finished) <= TOLERANCE - keep
      ? [{ label: keep > 0 ? 'Move it into the safe area' : 'Move it in', patch: withPrint(it, print, { x, y }) }]
      : [];
  };
  return [
    {
      id: `imprint-trim-${print.name}`,
      severity: over ? 'stop' : 'look',
      station: 'artwork',
      title: over
        ? `“${print.name}” stands over the trim by ${formatLength(out, it.unit, 1)}`
        : `“${print.name}” is nearer to the trim than ${formatLength(safe, it.unit, 1)}`,
      detail: `“${words.replaceAll('\n', ' / ').slice(0, 80)}” (${where}) ${over ? 'would be cut' : 'may be cut, where the knife is a hair off'}.`,
      offers: () => (safe > 0 && inwards(safe).length > 0 ? inwards(safe) : inwards(0)),
    },
  ];
}
