import { create } from 'zustand';
import type { Unit } from '../core';

const KEY = 'odd-sparrow unit';

/** Millimetres or inches, as this browser likes them. */
export const useUnit = create<{ readonly unit: Unit; readonly set: (unit: Unit) => void }>((set) => ({
  unit: typeof localStorage !== 'undefined' && localStorage.getItem(KEY) === 'in' ? 'in' : 'mm',
  set: (unit) => {
    localStorage.setItem(KEY, unit);
    set({ unit });
  },
}));
