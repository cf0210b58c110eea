/**
 * Asks anew when told to, never twice at once, and not more often than is of use: with many people at work there is
 * always something new.
 * @param every milliseconds between two beginnings
 */
export function refreshing(
  ask: () => Promise<void>,
  every = 400,
): { readonly again: () => void; readonly stop: () => void } {
  let busy = false;
  let wanted = false;
  let stopped = false;
  let last = -Infinity;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const go = (): void => {
    if (stopped || busy || !wanted) return;
    const wait = last + every - Date.now();
    clearTimeout(timer);
    if (wait > 0) {
      timer = setTimeout(go, wait);
      return;
    }
    wanted = false;
    busy = true;
    last = Date.now();
    void ask().finally(() => {
      busy = false;
      go();
    });
  };
  return {
    again: () => {
      wanted = true;
      go();
    },
    stop: () => {
      stopped = true;
      clearTimeout(timer);
    },
  };
}
