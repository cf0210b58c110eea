import { createContext, useContext } from 'react';
import type { Docket, Figure, Finding, leavesOf, Marks, Patch, Plan } from '../../core';
import type { JobStore } from './store';

/** Everything computed from the docket, once for all parts of the screen. */
export interface Computed {
  readonly plan: Plan;
  readonly marks: Marks;
  readonly findings: readonly Finding[];
  readonly figures: readonly Figure[];
  /** The store's names of the docket's files: the artwork first, then the further ones. */
  readonly files: readonly string[];
  /** For every place in reading order, its section and how many leaves lie around it. */
  readonly leaves: ReturnType<typeof leavesOf>;
}

interface JobContext extends Computed {
  readonly store: JobStore;
  readonly docket: Docket;
  readonly change: (patch: Patch, label: string) => void;
}

export const Context = createContext<JobContext | null>(null);

export function useJob(): JobContext {
  const it = useContext(Context);
  if (!it) throw new Error('Outside of a job.');
  return it;
}
