import { create } from 'zustand';
import type { Unit } from '../core';

const KEY = 'odd-sparrow unit';

/** What this browser has chosen, else what the shop measures in. */
function atFirst(): Unit {
  if (typeof localStorage === 'undefined') return 'mm';
  const chosen = localStorage.getItem(KEY) ?? document.documentElement.dataset.unit;
  return chosen === 'in' ? 'in' : 'mm';
}

/** Millimetres or inches, as this browser likes them. */
export const useUnit = create<{ readonly unit: Unit; readonly set: (unit: Unit) => void }>((set) => ({
  unit: atFirst(),
  set: (unit) => {
    localStorage.setItem(KEY, unit);
    set({ unit });
  },
}));
