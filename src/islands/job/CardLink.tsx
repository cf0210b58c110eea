import type { MouseEvent, ReactNode } from 'react';
import { useJobStore } from './context';

/** Opens a card of the job as it is on the screen: what was just changed is saved first. */
export function CardLink({
  card,
  className,
  children,
}: {
  readonly card: 'card' | 'cuts' | 'slips' | 'map';
  readonly className: string;
  readonly children: ReactNode;
}) {
  const store = useJobStore();
  const href = `/api/jobs/${store.getState().saved.id}/${card}`;
  const open = (e: MouseEvent): void => {
    if (store.getState().pending.length === 0) return;
    e.preventDefault();
    void store
      .getState()
      .settled()
      .then((saved) => saved && window.open(href, '_blank', 'noopener'));
  };
  return (
    <a href={href} target="_blank" rel="noopener" onClick={open} className={className}>
      {children}
    </a>
  );
}
