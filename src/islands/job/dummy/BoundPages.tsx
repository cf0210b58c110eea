import { useMemo, useState, type ReactNode } from 'react';
import { ChevronDown, ChevronLeft, ChevronRight, ChevronUp, type LucideIcon } from 'lucide-react';
import { formatLength, rulesOf, widestWhite, type BoundProduct } from '../../../core';
import { Button } from '../../../ui/Button';
import { Toggle } from '../../../ui/choices';
import { Entry } from '../../../ui/fields';
import { useKeys } from '../../../ui/keys';
import { useUnit } from '../../../ui/unit';
import { useBook } from '../context';
import { useRoom } from '../room';
import { useTabs } from './Beneath';
import { lyingIn, standingOut } from './lying';
import { LyingOpen } from './LyingOpen';
import { pagesAt } from './openings';
import { useTurning } from './turning';

const CORRECTED = {
  none: 'content not moved',
  'push-in': 'content moved to the spine',
  'push-out': 'outer content moved to the face',
  halves: 'content moved both ways',
  scale: 'page made narrower',
} as const;

interface Turns {
  readonly goTo: (opening: number) => void;
  readonly step: (by: number) => void;
}

/** The keys that turn pages on and back, as the piece is bound. */
function turningKeys(
  bound: BoundProduct['bound'],
  last: number,
  { goTo, step }: Turns,
): Readonly<Record<string, () => void>> {
  return {
    [bound === 'right' ? 'ArrowLeft' : 'ArrowRight']: () => step(1),
    [bound === 'right' ? 'ArrowRight' : 'ArrowLeft']: () => step(-1),
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    PageDown: () => step(1),
    PageUp: () => step(-1),
    Home: () => goTo(0),
    End: () => goTo(last),
  };
}

/** What creep does to the pages that lie open; or how wide the spine is. */
function Standing({ at }: { readonly at: number }) {
  const { plan, product } = useBook(({ docket, plan }) => ({ plan, product: docket.product }));
  const { unit } = useUnit();
  const white = widestWhite(plan);
  const creepOf = useMemo(() => standingOut(plan, product), [plan, product]);
  const { before, after } = pagesAt(at, plan.product.reading.length);
  const inner = Math.max(before ? creepOf(before) : 0, after ? creepOf(after) : 0);
  const across = product.bound === 'top' ? product.finished.height : product.finished.width;
  const { spine } = plan.product;
  if (plan.product.untrimmed) {
    const stands = inner > 0.005 ? `stands out ${formatLength(inner, unit, 2)}` : 'the outermost leaf';
    return `Not trimmed: ${stands}${white > 0 ? `, ${formatLength(white, unit)} at the edges stay white` : ''}`;
  }
  if (inner > 0.005)
    return `Creep ${formatLength(inner, unit, 2)}: trimmed to ${formatLength(across - inner, unit, 2)}, ${CORRECTED[product.creep.correction]}`;
  if (spine) return `Spine ${formatLength(spine.width, unit, 2)}`;
  return rulesOf(product.binding).made === 'nested' ? 'The outermost leaf: no creep' : '';
}

const ARROWS: Readonly<Record<BoundProduct['bound'], readonly [before: LucideIcon, after: LucideIcon]>> = {
  left: [ChevronLeft, ChevronRight],
  right: [ChevronRight, ChevronLeft],
  top: [ChevronUp, ChevronDown],
};

/** Which pages lie open, and the ways to others. */
function OpeningBar({
  at,
  turns: { goTo, step },
  children,
}: {
  readonly at: number;
  readonly turns: Turns;
  readonly children: ReactNode;
}) {
  const { pages, reading } = useBook((s) => s.plan.product);
  const bound = useBook((s) => s.docket.product.bound);
  const total = reading.length;
  const last = total / 2;
  const { before, after } = pagesAt(at, total);
  const label = (n: number): string => pages[n - 1]?.label || String(n);
  // what stands on the left leads to the left, whichever way that is read
  const [Back, Onward] = ARROWS[bound];
  const back = (
    <Button small aria-label="Opening before" isDisabled={at === 0} onPress={() => step(-1)}>
      <Back size={16} />
    </Button>
  );
  const onward = (
    <Button small aria-label="Opening after" isDisabled={at === last} onPress={() => step(1)}>
      <Onward size={16} />
    </Button>
  );
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-ink/30 px-3 py-2">
      {bound === 'right' ? onward : back}
      <span className="font-head text-lg font-semibold" data-testid="opening">
        {before === null ? 'Front cover' : after === null ? 'Back cover' : `Pages ${label(before)} and ${label(after)}`}
      </span>
      {bound === 'right' ? back : onward}
      <label className="flex items-center gap-2 text-sm">
        page
        <Entry
          label="Open at page"
          bare
          shown={label(after ?? before ?? 1)}
          take={(t) => {
            // by what the page is called, else by its place
            const named = pages.findIndex((p) => p.label === t.trim()) + 1;
            const n = named > 0 ? named : Number(t);
            if (!Number.isInteger(n) || n < 1 || n > total) throw new Error(`From 1 to ${total}.`);
            goTo(Math.floor(n / 2));
          }}
        />
      </label>
      {children}
    </div>
  );
}

/** The bound piece, turned page by page by click and arrow keys. */
export function BoundPages({ modes }: { readonly modes: ReactNode }) {
  const { product, plan } = useBook(({ docket, plan }) => ({ product: docket.product, plan }));
  const total = plan.product.reading.length;
  const last = total / 2;
  const { at, turning, goTo, step } = useTurning(last);
  const tabs = useTabs();
  const [place, room] = useRoom();
  const [before, setBefore] = useState(false);
  const untrimmed = before || plan.product.untrimmed;
  const lying = lyingIn(room, product, tabs.length > 0);
  const open = pagesAt(at, total);
  useKeys(turningKeys(product.bound, last, { goTo, step }));
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div
        ref={place}
        tabIndex={0}
        role="group"
        aria-label={`Dummy, open at ${open.before ? `page ${open.before}` : 'the front cover'}${open.before && open.after ? ' and ' : ''}${open.after && open.before ? `page ${open.after}` : ''}`}
        className="relative min-h-0 flex-1 overflow-hidden"
        data-opening={at}
      >
        <p className="pointer-events-none absolute top-2 left-4 text-sm">
          <Standing at={at} />
        </p>
        <div
          className="absolute"
          style={{
            left: (room.width - lying.whole.width) / 2,
            top: (room.height - lying.whole.height) / 2,
            ...lying.whole,
            perspective: 2200,
          }}
        >
          <LyingOpen {...{ lying, at, turning, tabs, untrimmed, goTo, step }} />
        </div>
      </div>
      <OpeningBar at={at} turns={{ goTo, step }}>
        {modes}
        {plan.product.creep.standsOut.length > 1 && !plan.product.untrimmed && (
          <Toggle label="Before trimming" value={before} onChange={setBefore} />
        )}
      </OpeningBar>
    </div>
  );
}
