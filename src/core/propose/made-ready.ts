import { patched, type Docket, type Patch, type ThinLines } from '../docket';
import { inspect, type Inspected } from '../findings';
import { mark } from '../marks';
import { plan } from '../sheet';
import { remediesFor } from './remedies';

/** Thin lines as they are thickened where nobody says how: to a little more than a quarter of a point, 0.088 mm. */
export const USUAL_LINES: ThinLines = { under: 0.08, to: 0.1, most: 0.25 };

/** What was done to make artwork ready. */
export interface Readying {
  /** All of it as one change; null where there was nothing to do. */
  readonly patch: Patch | null;
  /** Each thing that was done, as its button says it. */
  readonly done: readonly string[];
}

/** Things that are done one after another, and findings that are looked at, at most: what one mends another may bring. */
const MOST_STEPS = 12;
const MOST_LOOKED = 60;

/**
 * Makes artwork ready: of every finding that has a remedy by which nothing is lost, that remedy, each tried with the planner
 * on what those before it have made.
 * @param thin whether lines were found that are too thin to be printed
 */
export function makeReady(it: Inspected, thin: boolean): Readying {
  const done: string[] = [];
  let docket = it.docket;
  if (thin && !docket.artwork.lines) {
    docket = patched(docket, { artwork: { lines: USUAL_LINES } });
    done.push('Thin lines thickened');
  }
  const tried = new Set<string>();
  while (tried.size < MOST_LOOKED && done.length < MOST_STEPS) {
    const planned = plan(docket, it.artwork);
    const now: Inspected = { ...it, docket, plan: planned, marks: mark(docket, planned) };
    const finding = inspect(now).find((f) => !f.accepted && f.severity !== 'fine' && f.offers && !tried.has(f.id));
    if (!finding) break;
    tried.add(finding.id);
    const gentle = remediesFor(finding, now).find((r) => r.gentle);
    if (!gentle) continue;
    docket = patched(docket, gentle.patch);
    done.push(gentle.label);
  }
  return { patch: done.length > 0 ? difference(it.docket, docket) : null, done };
}

/** What of a docket's wishes is another, as a change. */
function difference(before: Docket, after: Docket): Patch {
  const out: Record<string, unknown> = {};
  for (const key of Object.keys(after) as (keyof Docket)[]) {
    const [was, is]: unknown[] = [before[key], after[key]];
    if (was === is) continue;
    out[key] =
      parted(was) && parted(is)
        ? Object.fromEntries(Object.entries(is).filter(([part, value]) => value !== was[part]))
        : is;
  }
  return out as Patch;
}

const parted = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v);
