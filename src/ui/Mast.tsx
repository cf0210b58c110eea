import type { ReactNode } from 'react';
import { cx } from './cx';
// every screen has a mast: how the shop writes is taken over before anything is written
import './writing';

/** The top of every screen: the sparrow, where one can go, and what the screen adds. */
export function Mast({ here, children }: { here: 'jobs' | 'floor' | 'shop' | 'job'; children?: ReactNode }) {
  const link = (to: string, name: string, on: boolean) => (
    <a
      href={to}
      aria-current={on ? 'page' : undefined}
      className={cx(
        'border-b-2 px-1 py-0.5',
        on ? 'border-rust font-semibold' : 'border-transparent hover:border-ink/40',
      )}
    >
      {name}
    </a>
  );
  return (
    <header className="flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-b border-ink/25 px-4 py-1">
      <a href="/" className="flex items-center gap-2" aria-label="Odd Sparrow, all jobs">
        <img src="/sparrow.svg" alt="" width={24} height={24} />
        <span className="font-head text-lg font-bold">Odd Sparrow</span>
      </a>
      <nav aria-label="Rooms" className="flex gap-3">
        {link('/', 'Jobs', here === 'jobs')}
        {link('/floor', 'Floor', here === 'floor')}
        {link('/shop', 'Shop', here === 'shop')}
      </nav>
      {children}
    </header>
  );
}
