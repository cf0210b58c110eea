import { useMemo, type CSSProperties, type ReactNode } from 'react';
import { useUnit } from '../../../ui/unit';
import { useBook } from '../context';
import { LeafEdges, Tongue, type TabLeaf } from './Beneath';
import { Holes } from './Holes';
import { standingOut, thicknessOf, type Lying, type Which } from './lying';
import { pagesAt } from './openings';
import { PageFace } from './PageFace';
import { SpineFace } from './SpineFace';
import { TURNING, type Turning } from './turning';

/** A page that lies still, as far as it is trimmed. */
function LyingPage({
  page,
  which,
  lying,
  short,
  untrimmed,
}: {
  readonly page: number;
  readonly which: Which;
  readonly lying: Lying;
  /** Pixels that its leaf loses at the face. */
  readonly short: number;
  readonly untrimmed: boolean;
}) {
  const { level, scale } = lying;
  const at = lying.spot(which);
  const width = level ? lying.page.width : lying.page.width - short;
  const height = level ? lying.page.height - short : lying.page.height;
  return (
    <div
      className="absolute border border-ink/30 bg-paper"
      style={{
        left: at.left + (!level && at.left === 0 ? short : 0),
        top: at.top + (level && which === 'before' ? short : 0),
        width,
        height,
      }}
    >
      <PageFace reading={page} scale={scale} untrimmed={untrimmed} />
      <Holes page={page} scale={scale} />
    </div>
  );
}

/** The leaf that turns, its two pages back to back. */
function TurningLeaf({
  turning,
  leaf,
  lying,
  tabs,
}: {
  readonly turning: Turning;
  readonly leaf: { readonly front: number | null; readonly back: number | null };
  readonly lying: Lying;
  readonly tabs: readonly TabLeaf[];
}) {
  const { level, bound, scale } = lying;
  const axis = level ? 'rotateX' : 'rotateY';
  const whole = level ? 180 : bound === 'left' ? -180 : 180;
  const forward = turning.to > turning.from;
  const angle = turning.begun === forward ? whole : 0;
  const at = lying.spot('after');
  const face = (page: number | null, style: CSSProperties): ReactNode => {
    const tab = tabs.find((t) => t.front === page || t.front + 1 === page);
    return (
      <div
        className="absolute inset-0 border border-ink/30 bg-paper"
        style={{ backfaceVisibility: 'hidden', ...style }}
      >
        {page !== null && <PageFace reading={page} scale={scale} />}
        {tab && page !== null && <Tongue tab={tab} reading={page} scale={scale} at={{ left: 0, top: 0 }} />}
      </div>
    );
  };
  return (
    <div
      className="absolute"
      style={{
        left: at.left,
        top: at.top,
        ...lying.page,
        transformOrigin: at.origin,
        transformStyle: 'preserve-3d',
        transform: `${axis}(${angle}deg)`,
        transition: `transform ${TURNING}ms ease-in-out`,
      }}
    >
      {face(leaf.front, {})}
      {face(leaf.back, { transform: `${axis}(180deg)` })}
    </div>
  );
}

/** The spine of a piece that is closed, at its front cover or its back. */
function ClosedSpine({ lying, atFront }: { readonly lying: Lying; readonly atFront: boolean }) {
  const spine = useBook((s) => s.plan.product.spine);
  const { unit } = useUnit();
  if (!spine || lying.level) return null;
  const width = Math.max(2, spine.width * lying.scale);
  return (
    <div
      className="absolute border border-ink/40"
      title={spine.sum[unit]}
      data-testid="spine"
      style={{
        height: lying.page.height,
        width,
        left: (lying.bound === 'left') === atFront ? lying.page.width - width : lying.page.width,
      }}
    >
      <SpineFace scale={lying.scale} />
    </div>
  );
}

/** The edges of the leaves beneath both pages. */
function Edges({ lying, at, last }: { readonly lying: Lying; readonly at: number; readonly last: number }) {
  const plan = useBook((s) => s.plan);
  const thick = thicknessOf(plan, lying.scale);
  if (lying.level) return null;
  const [here, there] = lying.bound === 'left' ? (['left', 'right'] as const) : (['right', 'left'] as const);
  const page = (which: Which) => ({ left: lying.spot(which).left, ...lying.page });
  return (
    <>
      {at > 0 && <LeafEdges to={here} thick={thick(at)} page={page('before')} />}
      {at < last && <LeafEdges to={there} thick={thick(last - at)} page={page('after')} />}
    </>
  );
}

/** The tabs of the leaves beneath, further out the deeper they lie. */
function TabsBeneath({
  lying,
  at,
  still,
  tabs,
  goTo,
}: {
  readonly lying: Lying;
  readonly at: number;
  readonly still: { readonly before: number | null; readonly after: number | null };
  readonly tabs: readonly TabLeaf[];
  readonly goTo: (opening: number) => void;
}) {
  const plan = useBook((s) => s.plan);
  const thick = thicknessOf(plan, lying.scale);
  return tabs.map((tab) => {
    const turned = still.before !== null && tab.front < still.before;
    const ahead = still.after !== null && tab.front >= still.after;
    if (!turned && !ahead) return null;
    const { left, top } = lying.spot(turned ? 'before' : 'after');
    // as their edges are drawn
    const under = Math.abs((tab.front - 1) / 2 - at) - (turned ? 1 : 0);
    const further = lying.level ? 0 : thick(under) * ((turned ? -1 : 1) * (lying.bound === 'left' ? 1 : -1));
    return (
      <Tongue
        key={tab.front}
        tab={tab}
        reading={turned ? tab.front + 1 : tab.front}
        scale={lying.scale}
        at={{ left: left + further, top }}
        onPress={() => goTo((tab.front - 1) / 2)}
      />
    );
  });
}

/** The open piece: its two pages, the leaf that turns, and what lies beneath. A press on a page turns it. */
export function LyingOpen({
  lying,
  at,
  turning,
  tabs,
  untrimmed,
  goTo,
  step,
}: {
  readonly lying: Lying;
  readonly at: number;
  readonly turning: Turning | null;
  readonly tabs: readonly TabLeaf[];
  readonly untrimmed: boolean;
  readonly goTo: (opening: number) => void;
  readonly step: (by: number) => void;
}) {
  const { plan, product } = useBook(({ docket, plan }) => ({ plan, product: docket.product }));
  const creepOf = useMemo(() => standingOut(plan, product), [plan, product]);
  const total = plan.product.reading.length;
  const last = total / 2;
  const earlier = pagesAt(turning ? Math.min(turning.from, turning.to) : at, total);
  const later = pagesAt(turning ? Math.max(turning.from, turning.to) : at, total);
  // while a leaf turns, what lies still is the earlier opening's page before and the later one's page after
  const still = { before: earlier.before, after: later.after };
  const lies = (page: number | null, which: Which): ReactNode =>
    page !== null && (
      <LyingPage
        key={`${which}-${page}`}
        {...{ page, which, lying, untrimmed }}
        short={untrimmed ? 0 : creepOf(page) * lying.scale}
      />
    );
  const turn = (which: Which): ReactNode => (
    <button
      type="button"
      aria-label={which === 'before' ? 'Turn back' : 'Turn on'}
      disabled={at === (which === 'before' ? 0 : last)}
      onClick={() => step(which === 'before' ? -1 : 1)}
      className="absolute cursor-pointer disabled:cursor-default"
      style={{ left: lying.spot(which).left, top: lying.spot(which).top, ...lying.page }}
    />
  );
  return (
    <>
      {(at === 0 || at === last) && <ClosedSpine lying={lying} atFront={at === 0} />}
      <Edges lying={lying} at={at} last={last} />
      <TabsBeneath {...{ lying, at, still, tabs, goTo }} />
      {lies(still.before, 'before')}
      {lies(still.after, 'after')}
      {turning && (
        <TurningLeaf
          key={`${turning.from}-${turning.to}`}
          {...{ turning, lying, tabs }}
          leaf={{ front: earlier.after, back: later.before }}
        />
      )}
      {turn('before')}
      {turn('after')}
    </>
  );
}
