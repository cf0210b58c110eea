import { useEffect, useState } from 'react';
import { ask } from '../../ui/client';
import { useNotices } from '../../ui/Notices';

/** Names that differ in capitals alone are the same. */
export const isSame = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

const problem = (e: unknown): void => useNotices.getState().say({ tone: 'stop', text: (e as Error).message });

/** What is kept under names at an address: the list, what was taken out of it a moment ago, and how it is changed. */
export function useKept<T extends { readonly name: string }>(path: string) {
  const [all, setAll] = useState<readonly T[] | null>(null);
  const [away, setAway] = useState<string | null>(null);
  const [gone, setGone] = useState<readonly T[]>([]);
  useEffect(() => {
    let here = true;
    ask<T[]>(path)
      .then((list) => here && setAll(list))
      .catch((e: unknown) => here && setAway((e as Error).message));
    return () => {
      here = false;
    };
  }, [path]);
  const at = (name: string): string => `${path}/${encodeURIComponent(name)}`;
  const inPlace = (list: readonly T[], kept: T): T[] =>
    [...list.filter((k) => !isSame(k.name, kept.name)), kept].sort((a, b) => a.name.localeCompare(b.name));
  const keep = async (kept: T): Promise<void> => {
    try {
      await ask(at(kept.name), 'PUT', kept);
      setAll((list) => inPlace(list ?? [], kept));
      setGone((list) => list.filter((k) => !isSame(k.name, kept.name)));
    } catch (e) {
      problem(e);
    }
  };
  const forget = async (kept: T): Promise<void> => {
    try {
      await ask(at(kept.name), 'DELETE');
      setGone((list) => [...list, kept]);
    } catch (e) {
      problem(e);
    }
  };
  return { all, away, gone, keep, forget };
}
