import { useEffect, useEffectEvent } from 'react';

/** Whether a key is for what has the focus: a field, an open list, a question. */
export const inField = (e: KeyboardEvent): boolean =>
  e.target instanceof HTMLElement &&
  e.target.closest(
    'input:not([type=checkbox]):not([type=radio]), select, textarea, [contenteditable], [role=listbox], [role=menu], [role=dialog]',
  ) !== null;

/** Whether arrows are for what has the focus: what is walked by them. */
export const walked = (e: KeyboardEvent): boolean =>
  inField(e) ||
  (e.target instanceof HTMLElement &&
    e.target.closest('[role=radiogroup], [role=grid], [role=toolbar], [role=slider], [aria-haspopup=listbox]') !==
      null);

/** Whether a key presses what has the focus. */
const pressed = (e: KeyboardEvent): boolean =>
  (e.key === ' ' || e.key === 'Enter') &&
  e.target instanceof HTMLElement &&
  e.target.closest('a, button, summary, [role=button]') !== null;

/**
 * Acts on keys wherever the focus is, but where they are for what has it.
 * @param acts what the keys do, by their names; single letters in small
 */
export function useKeys(acts: Readonly<Record<string, () => void>>): void {
  const onKey = useEffectEvent((e: KeyboardEvent): void => {
    if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || inField(e) || pressed(e)) return;
    if (/^(Arrow|Page|Home|End)/.test(e.key) && walked(e)) return;
    const act = acts[e.key.length === 1 ? e.key.toLowerCase() : e.key];
    if (!act) return;
    e.preventDefault();
    act();
  });
  useEffect(() => {
    const key = (e: KeyboardEvent): void => onKey(e);
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}

/** Whether a step back is for the field that has the focus: one that is being typed in. */
export function undoIsOfField({ target }: KeyboardEvent): boolean {
  if (target instanceof HTMLTextAreaElement) return true;
  if (!(target instanceof HTMLInputElement) || ['checkbox', 'radio', 'color'].includes(target.type)) return false;
  // our own fields say whether something is typed that is not taken yet
  return target.dataset.entry === undefined || target.dataset.entry === 'typed';
}

/** The key that takes the last step back, wherever the focus is not in a field that is being typed in. */
export function useUndoKey(undo: () => unknown): void {
  const onKey = useEffectEvent((e: KeyboardEvent): void => {
    if (!(e.ctrlKey || e.metaKey) || e.shiftKey || e.altKey || e.key.toLowerCase() !== 'z') return;
    if (undoIsOfField(e)) return;
    e.preventDefault();
    undo();
  });
  useEffect(() => {
    const key = (e: KeyboardEvent): void => onKey(e);
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}
