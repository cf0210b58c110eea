import { useEffect, useEffectEvent, useState, type RefObject } from 'react';
import type { ZoomTransform } from 'd3-zoom';
import { Lock, LockOpen, RotateCw, SquareDashed, SquarePlus, X } from 'lucide-react';
import { throughSheet, type Rect, type Sheet, type SideName } from '../../../core';
import { Button } from '../../../ui/Button';
import { cx } from '../../../ui/cx';
import { useFlat } from '../context';
import { withSingle } from '../singles';

interface Props {
  readonly sheet: Sheet;
  readonly side: SideName;
  readonly view: ZoomTransform;
  readonly surface: RefObject<HTMLElement | null>;
}

const inside = (r: Rect, x: number, y: number): boolean =>
  x >= r.x && x <= r.x + r.width && y >= r.y && y <= r.y + r.height;

/** A place of a sheet, as it is seen. */
interface Seen {
  readonly place: number;
  readonly trim: Rect;
  readonly empty: boolean;
}

/** The place that was clicked; clicked again it is let go. */
function useChosen(
  surface: Props['surface'],
  view: ZoomTransform,
  height: number,
  places: readonly Seen[],
): [number | null, (place: number | null) => void] {
  const [chosen, setChosen] = useState<number | null>(null);
  const clicked = useEffectEvent((e: MouseEvent) => {
    if (e.target instanceof Element && e.target.closest('button')) return;
    const box = surface.current!.getBoundingClientRect();
    const x = (e.clientX - box.left - view.x) / view.k;
    const y = height - (e.clientY - box.top - view.y) / view.k;
    const hit = places.find((p) => inside(p.trim, x, y))?.place ?? null;
    setChosen((c) => (c === hit ? null : hit));
  });
  useEffect(() => {
    const el = surface.current!;
    const off = new AbortController();
    el.addEventListener('click', (e) => clicked(e), { signal: off.signal });
    return () => off.abort();
  }, [surface]);
  return [chosen, setChosen];
}

/** The places of a flat sheet: a click on one leaves it empty, fills it again or turns its piece round. */
export function Places({ sheet, side, view, surface }: Props) {
  const { singles, shared, what, change } = useFlat(({ product, change }) => ({
    singles: product.lies.singles,
    shared: product.order.kind === 'shared',
    what: product.what,
    change,
  }));
  const { lay } = sheet;
  const seen = (r: Rect): Rect => (side === 'front' ? r : throughSheet(r, lay.paper, lay.turn));
  const places = [
    ...lay.downs.map((d) => ({ place: d.place, trim: seen(d.trim), empty: false })),
    ...lay.emptied.map((e) => ({ place: e.place, trim: seen(e.trim), empty: true })),
  ];
  const [chosen, setChosen] = useChosen(surface, view, lay.paper.height, places);
  const onScreen = ({ x, y, width, height }: Rect) => ({
    left: view.x + x * view.k,
    top: view.y + (lay.paper.height - y - height) * view.k,
    width: width * view.k,
    height: height * view.k,
  });
  const it = places.find((p) => p.place === chosen);
  const put = (to: Parameters<typeof withSingle>[2], label: string): void => {
    change({ product: { lies: { singles: withSingle(singles, chosen!, to) } } }, label);
    setChosen(null);
  };
  const turned = singles.some((s) => s.place === chosen && s.turned);
  const stays = (place: number | null): number | undefined => singles.find((s) => s.place === place)?.piece;
  const here = sheet.downs[lay.downs.findIndex((d) => d.place === chosen)] ?? null;
  const piece = stays(chosen) ?? (here === null ? null : here + 1);
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      {places
        .filter((p) => p.empty || p.place === chosen || (shared && stays(p.place) !== undefined))
        .map((p) => (
          <div
            key={p.place}
            className={
              p.place === chosen
                ? 'absolute border-2 border-rust'
                : cx('absolute border border-ink/60', p.empty && 'border-dashed')
            }
            style={onScreen(p.trim)}
          >
            {shared && stays(p.place) !== undefined && (
              <Lock size={14} aria-label={`${what} ${stays(p.place)} stays here`} className="bg-paper/80 p-0.5" />
            )}
          </div>
        ))}
      {it && (
        <PlaceTools
          {...it}
          at={onScreen(it.trim)}
          stay={
            shared && piece !== null
              ? {
                  said: stays(chosen) === undefined ? `Keep ${what} ${piece} here` : `Let ${what} ${piece} move`,
                  stays: stays(chosen) !== undefined,
                  press: () =>
                    put(
                      { piece: stays(chosen) === undefined ? piece : undefined },
                      stays(chosen) === undefined
                        ? `${what} ${piece} kept in place ${it.place}`
                        : `place ${it.place} free`,
                    ),
                }
              : null
          }
          turn={() => put({ turned: !turned }, `place ${it.place} turned`)}
          fill={(full) => put({ empty: !full }, `place ${it.place} ${full ? 'filled' : 'left empty'}`)}
          close={() => setChosen(null)}
        />
      )}
    </div>
  );
}

/** What can be done with a place, beside it. */
function PlaceTools({
  place,
  empty,
  at,
  stay,
  turn,
  fill,
  close,
}: {
  readonly place: number;
  readonly empty: boolean;
  readonly at: { readonly left: number; readonly top: number };
  /** For pieces that share sheets: keeps the one that lies here, or lets it move. */
  readonly stay: { readonly said: string; readonly stays: boolean; readonly press: () => void } | null;
  readonly turn: () => void;
  readonly fill: (full: boolean) => void;
  readonly close: () => void;
}) {
  return (
    <div
      role="toolbar"
      aria-label={`Place ${place}`}
      className="pointer-events-auto absolute flex items-center gap-1 border border-ink bg-oat p-1 text-sm"
      style={{ left: Math.max(4, at.left), top: Math.max(4, at.top + 4) }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') close();
      }}
    >
      <span className="px-1">Place {place}</span>
      {empty ? (
        <Button small autoFocus onPress={() => fill(true)}>
          <SquarePlus size={14} aria-hidden /> Fill it
        </Button>
      ) : (
        <>
          <Button small autoFocus onPress={() => fill(false)}>
            <SquareDashed size={14} aria-hidden /> Leave empty
          </Button>
          <Button small onPress={turn}>
            <RotateCw size={14} aria-hidden /> Turn round
          </Button>
          {stay && (
            <Button small onPress={stay.press}>
              {stay.stays ? <LockOpen size={14} aria-hidden /> : <Lock size={14} aria-hidden />} {stay.said}
            </Button>
          )}
        </>
      )}
      <Button small aria-label="Close" onPress={close}>
        <X size={14} aria-hidden />
      </Button>
    </div>
  );
}
