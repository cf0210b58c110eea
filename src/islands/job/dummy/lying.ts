import { pageStanding, type BoundProduct, type Plan } from '../../../core';

export type Which = 'before' | 'after';

/** How the open piece lies on the screen, in pixels. */
export interface Lying {
  /** Whether it is bound at the top: then its pages lie one above the other. */
  readonly level: boolean;
  readonly bound: BoundProduct['bound'];
  /** Pixels in a millimetre. */
  readonly scale: number;
  readonly page: { readonly width: number; readonly height: number };
  readonly whole: { readonly width: number; readonly height: number };
  /** Where a page lies: `after` is the one read second; on the right when bound on the left. */
  readonly spot: (which: Which) => { readonly left: number; readonly top: number; readonly origin: string };
}

/** As large as the room lets it lie open, with what stands out of it. */
export function lyingIn(
  room: { readonly width: number; readonly height: number },
  { finished, bound, tabs }: Pick<BoundProduct, 'finished' | 'bound' | 'tabs'>,
  hasTabs: boolean,
): Lying {
  const level = bound === 'top';
  const out = hasTabs ? tabs.extension : 0;
  const scale = level
    ? Math.min((room.width - 80) / finished.width, (room.height - 70) / (2 * (finished.height + out)))
    : Math.min((room.width - 120) / (2 * (finished.width + out)), (room.height - 70) / finished.height);
  const page = { width: finished.width * scale, height: finished.height * scale };
  const spot: Lying['spot'] = (which) => {
    if (level)
      return which === 'before'
        ? { left: 0, top: 0, origin: 'center bottom' }
        : { left: 0, top: page.height, origin: 'center top' };
    const onRight = (which === 'after') === (bound === 'left');
    return onRight ? { left: page.width, top: 0, origin: 'left center' } : { left: 0, top: 0, origin: 'right center' };
  };
  const whole = level ? { width: page.width, height: 2 * page.height } : { width: 2 * page.width, height: page.height };
  return { level, bound, scale, page, whole, spot };
}

/** How far a page's leaf stands out of the outermost before trimming, in millimetres; by its place in reading order. */
export function standingOut(plan: Plan<'bound'>, { finished, bound }: BoundProduct): (page: number) => number {
  return (page) => {
    const { standsOut } = pageStanding(plan.product, page);
    return Math.min(standsOut, 0.95 * (bound === 'top' ? finished.height : finished.width));
  };
}

/** How thick so many leaves are, in pixels: up to what the screen has room for. */
export function thicknessOf(plan: Plan<'bound'>, scale: number): (leaves: number) => number {
  const last = plan.product.reading.length / 2;
  const calipers = plan.product.sections.reduce((t, s) => t + (s.way.pages / 2) * s.stock.caliper, 0);
  return (leaves) => Math.min(36, (leaves / last) * calipers * scale) || 0;
}
