import { useMemo, useState, type ReactNode } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { formatLength, leavesOf, rulesOf } from '../../../core';
import { Button } from '../../../ui/Button';
import { Toggle } from '../../../ui/choices';
import { Entry } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook } from '../context';
import { useRoom } from '../room';
import { LeafEdges, Tongue, useTabs, type TabLeaf } from './Beneath';
import { Holes } from './Holes';
import { pagesAt } from './openings';
import { PageFace } from './PageFace';
import { SpineFace } from './SpineFace';
import { TURNING, useTurning } from './turning';

const CORRECTED = {
  none: 'content not moved',
  'push-in': 'content moved to the spine',
  'push-out': 'outer content moved to the face',
  halves: 'content moved both ways',
  scale: 'page made narrower',
} as const;

/** The bound piece, turned page by page by click and arrow keys. */
export function BoundPages({ modes }: { readonly modes: ReactNode }) {
  const { docket, plan } = useBook(({ docket, plan }) => ({ docket, plan }));
  const leaves = useMemo(() => leavesOf(plan.product), [plan]);
  const { unit } = useUnit();
  const { finished, bound } = docket.product;
  const total = plan.product.reading.length;
  const last = total / 2;
  const { at, turning, goTo, step } = useTurning(last);
  const tabs = useTabs();
  const [place, room] = useRoom();

  const onKey = (e: React.KeyboardEvent): void => {
    if (e.ctrlKey || e.metaKey || e.altKey || e.target instanceof HTMLInputElement) return;
    const forward = bound === 'right' ? 'ArrowLeft' : 'ArrowRight';
    const back = bound === 'right' ? 'ArrowRight' : 'ArrowLeft';
    const acts: Readonly<Record<string, () => void>> = {
      [forward]: () => step(1),
      [back]: () => step(-1),
      ArrowDown: () => step(1),
      ArrowUp: () => step(-1),
      PageDown: () => step(1),
      PageUp: () => step(-1),
      Home: () => goTo(0),
      End: () => goTo(last),
    };
    const act = acts[e.key];
    if (!act) return;
    e.preventDefault();
    act();
  };

  const level = bound === 'top';
  const out = tabs.length > 0 ? docket.product.tabs.extension : 0;
  const k = level
    ? Math.min((room.width - 80) / finished.width, (room.height - 70) / (2 * (finished.height + out)))
    : Math.min((room.width - 120) / (2 * (finished.width + out)), (room.height - 70) / finished.height);
  const pw = finished.width * k;
  const ph = finished.height * k;
  const creepOf = (page: number): number => {
    const depth = leaves.get(page)?.depth ?? null;
    const standsOut = depth === null ? 0 : (plan.product.creep.standsOut[depth] ?? 0);
    return Math.min(standsOut, 0.95 * (bound === 'top' ? finished.height : finished.width));
  };
  const [untrimmed, setUntrimmed] = useState(false);
  /** Where a page lies: `after` is the one read second; on the right when bound on the left. */
  const spot = (which: 'before' | 'after'): { left: number; top: number; origin: string } => {
    if (level)
      return which === 'before'
        ? { left: 0, top: 0, origin: 'center bottom' }
        : { left: 0, top: ph, origin: 'center top' };
    const onRight = (which === 'after') === (bound === 'left');
    return onRight ? { left: pw, top: 0, origin: 'left center' } : { left: 0, top: 0, origin: 'right center' };
  };
  const page = (n: number, which: 'before' | 'after') => {
    const s = spot(which);
    const short = (untrimmed ? 0 : creepOf(n)) * k;
    const w = level ? pw : pw - short;
    const h = level ? ph - short : ph;
    const atLeft = !level && s.left === 0;
    return (
      <div
        key={`${which}-${n}`}
        className="absolute border border-ink/30 bg-paper"
        style={{
          left: s.left + (atLeft ? pw - w : 0),
          top: s.top + (level && which === 'before' ? ph - h : 0),
          width: w,
          height: h,
        }}
      >
        <PageFace reading={n} scale={k} untrimmed={untrimmed} />
        <Holes page={n} scale={k} />
      </div>
    );
  };

  const shownFrom = turning ? Math.min(turning.from, turning.to) : at;
  const shownTo = turning ? Math.max(turning.from, turning.to) : at;
  // while a leaf turns, what lies still is the earlier opening's page before and the later one's page after
  const still = { before: pagesAt(shownFrom, total).before, after: pagesAt(shownTo, total).after };
  const leaf = turning ? { front: pagesAt(shownFrom, total).after, back: pagesAt(shownTo, total).before } : null;
  const tabOf = (n: number | null): ReactNode => {
    const tab = tabs.find((t: TabLeaf) => t.front === n || t.front + 1 === n);
    return tab && n !== null && <Tongue tab={tab} reading={n} scale={k} at={{ left: 0, top: 0 }} />;
  };
  const axis = level ? 'rotateX' : 'rotateY';
  const whole = level ? 180 : bound === 'left' ? -180 : 180;
  const forward = turning ? turning.to > turning.from : true;
  const angle = turning ? (turning.begun === forward ? whole : 0) : 0;
  const front = spot('after');

  const { before, after } = pagesAt(at, total);
  const inner = Math.max(before ? creepOf(before) : 0, after ? creepOf(after) : 0);
  const label = (n: number): string => plan.product.pages[n - 1]?.label || String(n);
  const calipers = plan.product.sections.reduce((t, s) => t + (s.way.pages / 2) * s.stock.caliper, 0);
  // leaves that lie beneath, as thick as they are, up to what the screen has room for
  const thickness = (n: number): number => Math.min(36, (n / last) * calipers * k) || 0;
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div
        ref={place}
        tabIndex={0}
        role="group"
        aria-label={`Dummy, open at ${before ? `page ${before}` : 'the front cover'}${before && after ? ' and ' : ''}${after && before ? `page ${after}` : ''}`}
        onKeyDown={onKey}
        className="relative min-h-0 flex-1 overflow-hidden"
        data-opening={at}
      >
        <p className="pointer-events-none absolute top-2 left-4 text-sm">
          {inner > 0.005
            ? `Creep ${formatLength(inner, unit, 2)}: trimmed to ${formatLength((level ? finished.height : finished.width) - inner, unit, 2)}, ${CORRECTED[docket.product.creep.correction]}`
            : plan.product.spine
              ? `Spine ${formatLength(plan.product.spine.width, unit, 2)}`
              : rulesOf(docket.product.binding).made === 'nested'
                ? 'The outermost leaf: no creep'
                : ''}
        </p>
        <div
          className="absolute"
          style={{
            left: (room.width - (level ? pw : 2 * pw)) / 2,
            top: (room.height - (level ? 2 * ph : ph)) / 2,
            width: level ? pw : 2 * pw,
            height: level ? 2 * ph : ph,
            perspective: 2200,
          }}
        >
          {plan.product.spine && !level && (at === 0 || at === last) && (
            <div
              className="absolute border border-ink/40"
              title={plan.product.spine.sum}
              data-testid="spine"
              style={{
                height: ph,
                width: Math.max(2, plan.product.spine.width * k),
                left: (bound === 'left') === (at === 0) ? pw - Math.max(2, plan.product.spine.width * k) : pw,
              }}
            >
              <SpineFace scale={k} />
            </div>
          )}
          {!level && at > 0 && (
            <LeafEdges
              to={bound === 'left' ? 'left' : 'right'}
              thick={thickness(at)}
              page={{ left: spot('before').left, width: pw, height: ph }}
            />
          )}
          {!level && at < last && (
            <LeafEdges
              to={bound === 'left' ? 'right' : 'left'}
              thick={thickness(last - at)}
              page={{ left: spot('after').left, width: pw, height: ph }}
            />
          )}
          {tabs.map((tab) => {
            const turned = still.before !== null && tab.front < still.before;
            const ahead = still.after !== null && tab.front >= still.after;
            if (!turned && !ahead) return null;
            const { left, top } = spot(turned ? 'before' : 'after');
            // deeper leaves lie further out, as their edges are drawn
            const under = Math.abs((tab.front - 1) / 2 - at) - (turned ? 1 : 0);
            const further = level ? 0 : thickness(under) * ((turned ? -1 : 1) * (bound === 'left' ? 1 : -1));
            return (
              <Tongue
                key={tab.front}
                tab={tab}
                reading={turned ? tab.front + 1 : tab.front}
                scale={k}
                at={{ left: left + further, top }}
                onPress={() => goTo((tab.front - 1) / 2)}
              />
            );
          })}
          {still.before !== null && page(still.before, 'before')}
          {still.after !== null && page(still.after, 'after')}
          {turning && leaf && (
            <div
              key={`${turning.from}-${turning.to}`}
              className="absolute"
              style={{
                left: front.left,
                top: front.top,
                width: pw,
                height: ph,
                transformOrigin: front.origin,
                transformStyle: 'preserve-3d',
                transform: `${axis}(${angle}deg)`,
                transition: `transform ${TURNING}ms ease-in-out`,
              }}
            >
              <div className="absolute inset-0 border border-ink/30 bg-paper" style={{ backfaceVisibility: 'hidden' }}>
                {leaf.front !== null && <PageFace reading={leaf.front} scale={k} />}
                {tabOf(leaf.front)}
              </div>
              <div
                className="absolute inset-0 border border-ink/30 bg-paper"
                style={{ backfaceVisibility: 'hidden', transform: `${axis}(180deg)` }}
              >
                {leaf.back !== null && <PageFace reading={leaf.back} scale={k} />}
                {tabOf(leaf.back)}
              </div>
            </div>
          )}
          <button
            type="button"
            aria-label="Turn back"
            disabled={at === 0}
            onClick={() => step(-1)}
            className="absolute cursor-pointer disabled:cursor-default"
            style={{ left: spot('before').left, top: spot('before').top, width: pw, height: ph }}
          />
          <button
            type="button"
            aria-label="Turn on"
            disabled={at === last}
            onClick={() => step(1)}
            className="absolute cursor-pointer disabled:cursor-default"
            style={{ left: spot('after').left, top: spot('after').top, width: pw, height: ph }}
          />
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-3 border-t border-ink/30 px-3 py-2">
        <Button small aria-label="Opening before" isDisabled={at === 0} onPress={() => step(-1)}>
          <ChevronLeft size={16} />
        </Button>
        <span className="font-head text-lg font-semibold" data-testid="opening">
          {before === null
            ? 'Front cover'
            : after === null
              ? 'Back cover'
              : `Pages ${label(before)} and ${label(after)}`}
        </span>
        <Button small aria-label="Opening after" isDisabled={at === last} onPress={() => step(1)}>
          <ChevronRight size={16} />
        </Button>
        <label className="flex items-center gap-2 text-sm">
          page
          <Entry
            label="Open at page"
            bare
            shown={label(after ?? before ?? 1)}
            take={(t) => {
              // by what the page is called, else by its place
              const named = plan.product.pages.findIndex((p) => p.label === t.trim()) + 1;
              const n = named > 0 ? named : Number(t);
              if (!Number.isInteger(n) || n < 1 || n > total) throw new Error(`From 1 to ${total}.`);
              goTo(Math.floor(n / 2));
            }}
          />
        </label>
        {modes}
        {plan.product.creep.standsOut.length > 1 && (
          <Toggle label="Before trimming" value={untrimmed} onChange={setUntrimmed} />
        )}
      </div>
    </div>
  );
}
