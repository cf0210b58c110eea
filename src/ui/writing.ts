import { useSyncExternalStore } from 'react';
import { dayText, Writing, writeBy, writing } from '../core';

const heard = new Set<() => void>();

/** Takes over how the shop writes numbers and days; what shows them is told. */
export function takeWriting(to: Writing): void {
  writeBy(to);
  for (const tell of heard) tell();
}

// the page says how before anything is drawn: a window never shows a number twice
if (typeof document !== 'undefined') {
  const said = document.documentElement.dataset.writing;
  const read = said ? Writing.safeParse(JSON.parse(said)) : null;
  if (read?.success) writeBy(read.data);
}

const subscribe = (tell: () => void): (() => void) => {
  heard.add(tell);
  return () => heard.delete(tell);
};

/** How days are written, for a component that shows some. */
export function useWriting(): { readonly day: typeof dayText } {
  useSyncExternalStore(subscribe, writing, writing);
  return { day: dayText };
}
