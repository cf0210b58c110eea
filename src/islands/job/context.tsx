import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type {
  BookPlan,
  BoundProduct,
  DocketOf,
  FlatPlan,
  FlatProduct,
  Inspected,
  Plan,
  PosterPlan,
  PosterProduct,
} from '../../core';
import type { JobState, JobStore } from './store';

/** The store of the job that the screen shows; the value is the same for as long as the screen is there. */
export const Context = createContext<JobStore | null>(null);

/** The store itself, for what is asked of it when something happens. */
export function useJobStore(): JobStore {
  const store = useContext(Context);
  if (!store) throw new Error('Outside of a job.');
  return store;
}

/**
 * What a part of the screen shows of the job: it is rendered again when what it selects has changed, and only then. An
 * object that is selected is compared by its entries.
 */
export const useJob = <T,>(select: (s: JobState) => T): T => useStore(useJobStore(), useShallow(select));

/** A book's own wishes, and what its plan has that other products have not. */
export interface OfBook {
  readonly product: BoundProduct;
  readonly book: BookPlan;
}

/** What the screen knows of a job that is bound work. */
export type BookState = Omit<JobState, 'docket' | 'plan'> &
  OfBook & {
    readonly docket: DocketOf<'bound'>;
    readonly plan: Plan<'bound'>;
  };

const bookOf = ({ docket, plan }: JobState): OfBook => {
  const { product } = docket;
  if (product.kind !== 'bound' || plan.product.kind !== 'bound') throw new Error('This is not bound work.');
  return { product, book: plan.product };
};

/** The same for parts that only bound work has. */
export const useBook = <T,>(select: (s: BookState) => T): T =>
  useJob((s) => select({ ...s, ...bookOf(s) } as BookState));

/** The flat work's own wishes, and what its plan has that other products have not. */
export interface OfFlat {
  readonly product: FlatProduct;
  readonly flat: FlatPlan;
}

/** What the screen knows of a job that is flat work. */
export type FlatState = Omit<JobState, 'docket' | 'plan'> &
  OfFlat & { readonly docket: DocketOf<'flat'>; readonly plan: Plan<'flat'> };

const flatOf = ({ docket, plan }: JobState): OfFlat => {
  const { product } = docket;
  if (product.kind !== 'flat' || plan.product.kind !== 'flat') throw new Error('This is no flat work.');
  return { product, flat: plan.product };
};

/** The same for parts that only flat work has. */
export const useFlat = <T,>(select: (s: FlatState) => T): T =>
  useJob((s) => select({ ...s, ...flatOf(s) } as FlatState));

/** A poster's own wishes, and what its plan has that other products have not. */
export interface OfPoster {
  readonly product: PosterProduct;
  readonly poster: PosterPlan;
}

/** What the screen knows of a job that is a poster. */
export type PosterState = Omit<JobState, 'docket' | 'plan'> &
  OfPoster & { readonly docket: DocketOf<'poster'>; readonly plan: Plan<'poster'> };

const posterOf = ({ docket, plan }: JobState): OfPoster => {
  const { product } = docket;
  if (product.kind !== 'poster' || plan.product.kind !== 'poster') throw new Error('This is no poster.');
  return { product, poster: plan.product };
};

/** The same for parts that only posters have. */
export const usePoster = <T,>(select: (s: PosterState) => T): T =>
  useJob((s) => select({ ...s, ...posterOf(s) } as PosterState));

/** What checks look at, of the job as it is. */
export const inspectedOf = ({ docket, artwork, plan, marks, shop, unit }: JobState): Inspected => ({
  docket,
  artwork,
  plan,
  marks,
  shop,
  unit,
});
