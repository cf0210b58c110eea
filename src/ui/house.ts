import { useEffect } from 'react';
import { create } from 'zustand';
import type { House } from '../core';
import { ask } from './client';

/** The shop itself, as this window knows it: what it keeps by name. */
const useKept = create<{ readonly house: House | null }>(() => ({ house: null }));

/** The shop itself; null until it is known. */
export function useHouse(): House | null {
  const house = useKept((s) => s.house);
  // anew where somebody looks: another window may have changed it
  useEffect(
    () =>
      void ask<House>('/api/shop/house').then(
        (house) => useKept.setState({ house }),
        () => undefined,
      ),
    [],
  );
  return house;
}
