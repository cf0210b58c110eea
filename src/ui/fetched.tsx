import { lazy, useState, type ComponentType } from 'react';

/** A part of the screen that comes in a file of its own. */
export interface Fetched<P extends object> {
  readonly View: ComponentType<P>;
  /** Fetches it before it is shown. Cannot fail: what did not come is fetched again when it is shown. */
  readonly fetch: () => Promise<void>;
}

/** A part of the screen that is fetched when it is needed, or before; there already, it is shown in the same frame. */
export function fetched<P extends object>(load: () => Promise<ComponentType<P>>): Fetched<P> {
  let here: ComponentType<P> | null = null;
  const Later = lazy(async () => ({ default: (here = await load()) }));
  return {
    View: function View(props: P) {
      // which of the two it began as it stays: it would lose what was typed
      const [Part] = useState<ComponentType<P>>(() => here ?? Later);
      return <Part {...props} />;
    },
    fetch: async () => {
      here = await load().catch(() => null);
    },
  };
}

/** Fetches parts when the browser has nothing else to do. @returns how to leave it */
export function fetchIdle(parts: readonly Pick<Fetched<never>, 'fetch'>[]): () => void {
  const all = (): void => parts.forEach((p) => void p.fetch());
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(all, 500);
    return () => clearTimeout(timer);
  }
  const idle = requestIdleCallback(all, { timeout: 3000 });
  return () => cancelIdleCallback(idle);
}
