import { useEffect } from 'react';

const CAN_FOCUS = 'a[href], button:not([disabled]), input:not([disabled]), [tabindex="0"]';

/** The parts of a screen that the region key walks, in the order they are read. */
const regions = (): HTMLElement[] =>
  [...document.querySelectorAll<HTMLElement>('[data-region]')].filter((el) => el.offsetParent !== null);

/** Leads the focus into a part of the screen: to what can be used first in it. */
function enterRegion(el: HTMLElement): void {
  const first = el.matches(CAN_FOCUS) ? el : el.querySelector<HTMLElement>(CAN_FOCUS);
  if (first) first.focus();
  else {
    el.tabIndex = -1;
    el.focus();
  }
  el.scrollIntoView({ block: 'nearest' });
}

/** F6 leads from one part of the screen to the next, Shift F6 back, as it does in browsers and on desktops. */
export function RegionKey() {
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      if (e.key !== 'F6' || e.ctrlKey || e.metaKey || e.altKey) return;
      const all = regions();
      if (all.length === 0) return;
      e.preventDefault();
      const here = all.findIndex((el) => el.contains(document.activeElement));
      const by = e.shiftKey ? -1 : 1;
      const to = here < 0 ? (by > 0 ? 0 : all.length - 1) : (here + by + all.length) % all.length;
      enterRegion(all[to]!);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  return null;
}

/** Links that come into view with the first Tab: past the head to what a screen is for. */
export function SkipLinks({ to }: { readonly to: readonly (readonly [region: string, words: string])[] }) {
  return (
    <nav aria-label="Skip" className="contents">
      {to.map(([region, words]) => (
        <a
          key={region}
          href={`#${region}`}
          className="fixed top-1 left-1 z-50 -translate-y-20 border border-ink bg-paper px-3 py-1.5 font-semibold focus:translate-y-0"
          onClick={(e) => {
            const el = document.querySelector<HTMLElement>(`[data-region="${region}"]`);
            if (!el) return;
            e.preventDefault();
            enterRegion(el);
          }}
        >
          {words}
        </a>
      ))}
    </nav>
  );
}
