import { createContext, useContext } from 'react';
import type { Docket, Figure, Finding, Marks, Patch, Plan } from '../../core';
import type { JobStore } from './store';

/** Everything computed from the docket, once for all parts of the screen. */
export interface Computed {
  readonly plan: Plan;
  readonly marks: Marks;
  readonly findings: readonly Finding[];
  readonly figures: readonly Figure[];
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
