import {
  inspect,
  mark,
  plan as planOf,
  readyPicture,
  reckon,
  type Artwork,
  type Docket,
  type Figure,
  type Finding,
  type Marks,
  type Plan,
  type Shop,
  type Unit,
} from '../../core';
import { drawnFile } from '../../ui/client';

/** What the screen's job is made from. */
export interface Wished {
  /** The docket as it is shown: the saved one with what is pending. */
  readonly docket: Docket;
  readonly artwork: Artwork;
  readonly shop: Shop;
  readonly unit: Unit;
}

/** Everything computed from it, once for all parts of the screen. */
export interface Computed {
  readonly plan: Plan;
  readonly marks: Marks;
  readonly findings: readonly Finding[];
  readonly figures: readonly Figure[];
  /** The docket's files as their pages are drawn: the artwork first, then the further ones. */
  readonly files: readonly string[];
}

export function compute({ docket, artwork, shop, unit }: Wished): Computed {
  const plan = planOf(docket, artwork);
  const marks = mark(docket, plan);
  const { file, more } = docket.artwork;
  const ready = readyPicture(docket, artwork);
  return {
    plan,
    marks,
    findings: inspect({ docket, artwork, plan, marks, shop, unit }),
    figures: reckon(docket, plan),
    files: [file, ...more].map((f) => drawnFile(f.sha256 ?? '', ready)),
  };
}

/** What is computed anew after a change: nothing where what it is made from is the same. */
export function recompute(before: Wished & Computed, now: Wished): Computed | null {
  const { docket, artwork, shop, unit } = now;
  const same = docket === before.docket && artwork === before.artwork;
  if (same && shop === before.shop && unit === before.unit) return null;
  if (same) {
    const { plan, marks, figures, files } = before;
    return { plan, marks, figures, files, findings: inspect({ docket, artwork, plan, marks, shop, unit }) };
  }
  const made = compute(now);
  const files = made.files.join() === before.files.join() ? before.files : made.files;
  return { ...made, files };
}
