import type { CSSProperties } from 'react';
import { spineEdge, tabPlace, tabText, type SpineEdge } from '../../../core';
import { inkOn } from '../../../ui/inkOn';
import { useBook } from '../context';

/** Edges drawn of the leaves that lie beneath: more would run into one. */
const MOST_EDGES = 12;

/**
 * The leaves beneath an opened page, each drawn by its edge: `thick` pixels past the page at the face.
 * @param to the side that the face is on
 */
export function LeafEdges({
  to,
  thick,
  page,
}: {
  readonly to: 'left' | 'right';
  readonly thick: number;
  readonly page: { readonly left: number; readonly width: number; readonly height: number };
}) {
  const n = Math.min(MOST_EDGES, Math.ceil(thick / 2));
  return Array.from({ length: n }, (_, i) => {
    // the lowest first, so that the higher cover it
    const share = (n - i) / n;
    return (
      <div
        key={i}
        aria-hidden
        className="absolute border border-ink/25 bg-paper"
        style={{
          left: page.left + (to === 'right' ? 1 : -1) * thick * share,
          top: 4 * share,
          width: page.width,
          height: page.height,
        }}
      />
    );
  });
}

/** CSS pixels each way (WCAG 2.2, 2.5.8). */
const SMALLEST_TARGET = 24;

/** A leaf with a tab, by the places of its two pages. */
export interface TabLeaf {
  readonly front: number;
  readonly index: number;
  readonly title: string;
  readonly swatch: string;
}

/** All leaves with tabs, in reading order. */
export function useTabs(): readonly TabLeaf[] {
  const plan = useBook((s) => s.plan);
  return plan.product.sections.flatMap((s) =>
    s.tab ? [{ front: s.reading[0]!, index: s.tab.index, title: s.tab.title, swatch: s.stock.swatch }] : [],
  );
}

const ALONG: Readonly<Record<SpineEdge, CSSProperties>> = {
  // read from the head down where the face is on the right, from the foot up where it is on the left
  left: { writingMode: 'vertical-rl' },
  right: { writingMode: 'vertical-rl', rotate: '180deg' },
  top: {},
  bottom: {},
};

/**
 * A tab where it stands out past a page's face.
 * @param reading the page of its leaf that is seen
 * @param at the upper left corner of that page, in pixels; the page without its tab is `size` mm large
 */
export function Tongue({
  tab,
  reading,
  scale,
  at,
  onPress,
}: {
  readonly tab: TabLeaf;
  readonly reading: number;
  readonly scale: number;
  readonly at: { readonly left: number; readonly top: number };
  readonly onPress?: () => void;
}) {
  const docket = useBook((s) => s.docket);
  const { tabs, finished, bound } = docket.product;
  const level = bound === 'top';
  const size = {
    width: finished.width + (level ? 0 : tabs.extension),
    height: finished.height + (level ? tabs.extension : 0),
  };
  const spine = spineEdge(reading, bound);
  const place = tabPlace(tabs, tab.index, size, spine);
  // the leaf's upper left corner is beyond the page's where the face is on the left, or above
  const left = at.left - (spine === 'right' ? tabs.extension * scale : 0);
  const top = at.top - (spine === 'bottom' ? tabs.extension * scale : 0);
  const [width, height] = [place.width * scale, place.height * scale];
  // what is pressed is never smaller than a finger finds, however small it is drawn
  const more = { x: Math.max(0, SMALLEST_TARGET - width), y: Math.max(0, SMALLEST_TARGET - height) };
  // out of the page, as the page lies over what reaches into it
  const pad = level
    ? {
        left: more.x / 2,
        right: more.x / 2,
        top: spine === 'bottom' ? more.y : 0,
        bottom: spine === 'top' ? more.y : 0,
      }
    : {
        top: more.y / 2,
        bottom: more.y / 2,
        left: spine === 'right' ? more.x : 0,
        right: spine === 'left' ? more.x : 0,
      };
  return (
    <button
      type="button"
      aria-label={`Open at tab ${tabText(tabs, tab.index, tab.title)}`}
      onClick={onPress}
      data-tab={tab.index + 1}
      className="absolute cursor-pointer"
      style={{
        left: left + place.x * scale - pad.left,
        top: top + (size.height - place.y - place.height) * scale - pad.top,
        width: width + more.x,
        height: height + more.y,
      }}
    >
      <span
        className="absolute grid place-items-center overflow-hidden border border-ink/40 px-0.5 py-1"
        style={{
          ...pad,
          background: tab.swatch,
          color: inkOn(tab.swatch),
          fontSize: Math.max(8, 3.2 * scale),
          lineHeight: 1,
        }}
      >
        <span className="max-h-full max-w-full truncate" style={ALONG[spine]}>
          {tabText(tabs, tab.index, tab.title)}
        </span>
      </span>
    </button>
  );
}
