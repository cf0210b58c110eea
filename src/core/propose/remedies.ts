import { Docket, patched } from '../docket';
import { inspect, type Finding, type Inspected, type Offer, type Remedy, type Search } from '../findings';
import { mark } from '../marks';
import { money } from '../measure';
import { cost } from '../reckoning';
import { plan } from '../sheet';

/** A remedy that was tried: what the job then costs, in cents. */
interface Tried {
  readonly remedy: Remedy;
  readonly cents: number;
}

const SEVERITIES = { stop: 0, look: 1, fine: 2 } as const;

/** What makes another piece of it: no remedy brings it about unless it says so. */
const OTHER_PIECE = 'white-edge';

/** Findings that a remedy must not bring: what stops the job, and what makes another piece of it. */
const unwelcome = ({ id, severity }: Finding): boolean =>
  severity === 'stop' || (id === OTHER_PIECE && severity === 'look');

/** Whether a finding is one that was not there before; where something else stopped the job, another piece is none worse. */
const isNew = ({ id }: Finding, before: ReadonlySet<string>, mended: string): boolean =>
  !before.has(id) && !(id === OTHER_PIECE && [...before].some((b) => b !== mended));

/**
 * Whether a remedy does: planned with it, the docket is one still, the finding is gone or is good to know, and nothing
 * stops the job that did not before.
 */
function attempt(it: Inspected, finding: Finding, before: ReadonlySet<string>, remedy: Remedy): Tried | null {
  const checked = Docket.safeParse(patched(it.docket, remedy.patch));
  if (!checked.success) return null;
  const docket: Docket = checked.data;
  const planned = plan(docket, it.artwork);
  const after = inspect({ ...it, docket, plan: planned, marks: mark(docket, planned) });
  const still = after.find((f) => f.id === finding.id);
  const mended = !still || SEVERITIES[still.severity] > SEVERITIES[finding.severity] || still.severity === 'fine';
  if (!mended || after.some((f) => unwelcome(f) && isNew(f, before, finding.id))) return null;
  return { remedy, cents: cost(docket, planned) };
}

type Try = (remedy: Remedy) => Tried | null;

/** The largest value of a search that does, sought by halving: what does at a value does at every smaller one. */
function searched({ least, most, step, at }: Search, attemptOne: Try): Tried | null {
  const steps = Math.floor((most - least) / step + 1e-9);
  const value = (i: number): number => Math.round((least + i * step) * 1e4) / 1e4;
  let best = attemptOne(at(value(0)));
  if (!best) return null;
  let [low, high] = [0, steps];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    const tried = attemptOne(at(value(middle)));
    if (tried) {
      best = tried;
      low = middle;
    } else high = middle - 1;
  }
  return best;
}

/** What a remedy adds to the job's money, for reading. */
function difference(cents: number, now: number): string {
  const more = Math.round(cents - now);
  if (more === 0) return 'at the same money';
  return `${more > 0 ? '+' : '−'}${money(Math.abs(more))} in all`;
}

const isSearch = (o: Offer | Search): o is Search => 'at' in o;

/** The cheapest of each kind, where the first of a kind stood, by what the job then costs; the others where they stood. */
function ranked(offers: readonly (Offer | Search)[], attemptOne: Try, now: number): Remedy[] {
  const out: Remedy[] = [];
  // those with a price that stand in a row are in the order of the money, whatever kind they are of
  let row: Tried[] = [];
  const close = (): void => {
    for (const { remedy } of [...row].sort((a, b) => a.cents - b.cents)) out.push(remedy);
    row = [];
  };
  const done = new Set<string>();
  for (const offer of offers) {
    if (isSearch(offer)) {
      close();
      const found = searched(offer, attemptOne);
      if (found) out.push(found.remedy);
      continue;
    }
    const { kind } = offer;
    if (!kind) {
      close();
      const tried = attemptOne(offer);
      if (tried) out.push(tried.remedy);
      continue;
    }
    if (done.has(kind.name)) continue;
    done.add(kind.name);
    const alike = offers
      .filter((o): o is Offer => !isSearch(o) && o.kind?.name === kind.name)
      .flatMap((o) => attemptOne(o) ?? [])
      .sort((a, b) => a.cents - b.cents);
    for (const { remedy, cents } of alike.slice(0, kind.most)) {
      const { label, detail, patch } = remedy;
      const costs = difference(cents, now);
      row.push({ remedy: { label, detail: detail ? `${detail}, ${costs}` : costs, patch }, cents });
    }
  }
  close();
  return out.map(({ label, detail, gentle, patch }) => ({
    label,
    patch,
    ...(detail === undefined ? {} : { detail }),
    ...(gentle ? { gentle } : {}),
  }));
}

const known = new WeakMap<Finding, readonly Remedy[]>();

/**
 * The remedies of a finding, each tried with the planner: it mends the finding and brings no new stop. Of several of a
 * kind, other stocks say, the cheapest for the whole job. They are found when they are first asked for.
 */
export function remediesFor(finding: Finding, it: Inspected): readonly Remedy[] {
  const before = known.get(finding);
  if (before) return before;
  const offers = finding.offers?.() ?? [];
  let remedies: readonly Remedy[] = [];
  if (offers.length > 0) {
    const stops = new Set(inspect(it).flatMap((f) => (unwelcome(f) ? [f.id] : [])));
    remedies = ranked(offers, (r) => attempt(it, finding, stops, r), cost(it.docket, it.plan));
  }
  known.set(finding, remedies);
  return remedies;
}
