import { useEffect, useState, type RefObject } from 'react';
import { ask, listen } from '../../ui/client';
import type { OrderView } from '../../ui/views';
import { inField } from '../../ui/keys';
import { refreshing } from '../../ui/refresh';
import type { ListedJob } from '../../ui/views';

/** What the board listens to: the server, files held over it, keys, the window being left. */

/** The jobs as they are now, or those that were removed, and what is wrong where they cannot be had. */
export function useJobs(first: readonly ListedJob[] | null, removed: boolean) {
  const [jobs, setJobs] = useState(first);
  const [problem, setProblem] = useState<string | null>(
    first ? null : 'The database does not answer. This page tries again by itself.',
  );
  const [of, setOf] = useState(removed);
  useEffect(() => {
    const { again, stop: rest } = refreshing(() =>
      ask<ListedJob[]>(removed ? '/api/jobs?removed' : '/api/jobs')
        .then((l) => {
          setJobs((before) => keeping(before, l));
          setOf(removed);
          setProblem(null);
        })
        .catch((e: Error) => setProblem(e.message)),
    );
    again();
    const timer = setInterval(again, 15_000);
    const news = ['job', 'jobs', 'delivery', 'open'];
    const stop = listen((e) => news.includes(e.kind) && again());
    return () => {
      rest();
      clearInterval(timer);
      stop();
    };
  }, [removed]);
  return { jobs: of === removed ? jobs : null, problem };
}

/** The orders that wait for their artwork; null until they are known. */
export function useOrders(): readonly OrderView[] | null {
  const [orders, setOrders] = useState<readonly OrderView[] | null>(null);
  useEffect(() => {
    // what cannot be had now is asked for again with the next news
    const { again, stop: rest } = refreshing(() => ask<OrderView[]>('/api/orders').then(setOrders, () => undefined));
    again();
    const stop = listen((e) => ['jobs', 'open'].includes(e.kind) && again());
    return () => {
      rest();
      stop();
    };
  }, []);
  return orders;
}

/** The list as it is now, what has not changed being what it was: it is not drawn again. */
function keeping(before: readonly ListedJob[] | null, now: readonly ListedJob[]): readonly ListedJob[] {
  const known = new Map(before?.map((j) => [j.id, j]));
  return now.map((j) => {
    const was = known.get(j.id);
    return was && JSON.stringify(was) === JSON.stringify(j) ? was : j;
  });
}

/** Takes files that are dropped anywhere in the window. @returns whether some are held over it, and whether it takes them yet */
export function useDrops(add: (files: readonly File[], order?: string) => void): {
  readonly over: boolean;
  readonly ready: boolean;
} {
  const [over, setOver] = useState(false);
  const [ready, setReady] = useState(false);
  useEffect(() => {
    let depth = 0;
    const off = new AbortController();
    const on = (kind: 'dragenter' | 'dragleave' | 'dragover' | 'drop', act: (e: DragEvent) => void): void =>
      window.addEventListener(
        kind,
        (e) => {
          if (kind === 'dragleave' || e.dataTransfer?.types.includes('Files')) act(e);
        },
        { signal: off.signal },
      );
    on('dragenter', () => {
      depth++;
      setOver(true);
    });
    on('dragleave', () => {
      depth = Math.max(0, depth - 1);
      if (depth === 0) setOver(false);
    });
    on('dragover', (e) => e.preventDefault());
    on('drop', (e) => {
      e.preventDefault();
      depth = 0;
      setOver(false);
      // let go over an order, it is that one's artwork
      const order = (e.target as Element | null)?.closest?.('[data-order]')?.getAttribute('data-order');
      add([...(e.dataTransfer?.files ?? [])], order ?? undefined);
    });
    setReady(true);
    return () => off.abort();
  }, [add]);
  return { over, ready };
}

/** The slash leads to the search field, wherever the focus is not in a field. */
export function useSlash(field: RefObject<HTMLInputElement | null>): void {
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      if (e.key === '/' && !inField(e)) {
        e.preventDefault();
        field.current?.focus();
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [field]);
}

/** Asks before the window goes while files are arriving. */
export function useStayWhile(busy: boolean): void {
  useEffect(() => {
    if (!busy) return;
    const stay = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', stay);
    return () => window.removeEventListener('beforeunload', stay);
  }, [busy]);
}
