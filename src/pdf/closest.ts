import type { Matrix } from 'mupdf';
import { bounds, intersect, spanned, type Rect } from '../core';
import { beyond, RUNS_OFF, type ClosestLook, type Edge } from '../core/preflight';

/** How high letters without ascenders of their own are taken to be, of their size. */
const HEIGHT = 0.7;
/** No letter is as wide as this, of its size. */
const WIDEST = 1.5;
/** A line round as much of a piece is a frame. */
const FRAMES = 0.5;

/**
 * What comes closest to the trims of a page, edge by edge, of what is meant to stay whole: letters, and pictures and
 * frames that do not run off. What lies wholly outside of every trim (names and marks in the slug) is none of it.
 */
export class Closest {
  private readonly by = new Map<Edge, ClosestLook>();

  constructor(
    /** Of the pieces on the page, mm. */
    private readonly trims: readonly Rect[],
    private readonly toMm: (x: number, y: number) => readonly [number, number],
  ) {}

  get all(): ClosestLook[] {
    return [...this.by.values()];
  }

  /**
   * A letter, where it is drawn.
   * @param at its own map, and the page's @param advance how far it goes, of its size; asked for where it matters alone
   */
  letter(at: Matrix, ctm: Matrix, advance: () => number): void {
    const widest = this.boxOf(at, ctm, WIDEST);
    if (!this.trims.some((trim) => this.closer(trim, widest, true).length > 0)) return;
    const box = this.boxOf(at, ctm, advance());
    for (const trim of this.trims) this.take(trim, box, true);
  }

  /** A picture. */
  picture(box: Rect): void {
    for (const trim of this.trims) this.take(trim, box, false);
  }

  /** What a pen draws: a frame, where it goes round most of a piece. */
  line(box: Rect): void {
    for (const trim of this.trims)
      if (box.width > FRAMES * trim.width && box.height > FRAMES * trim.height) this.take(trim, box, false);
  }

  private boxOf([a, b, c, d, e, f]: Matrix, [A, B, C, D, E, F]: Matrix, wide: number): Rect {
    const corner = (x: number, y: number): readonly [number, number] => {
      const [u, v] = [a * x + c * y + e, b * x + d * y + f];
      return this.toMm(A * u + C * v + E, B * u + D * v + F);
    };
    return bounds([spanned(corner(0, 0), corner(wide, HEIGHT)), spanned(corner(wide, 0), corner(0, HEIGHT))]);
  }

  private take(trim: Rect, box: Rect, over: boolean): void {
    for (const { edge, ink } of this.closer(trim, box, over)) this.by.set(edge, { edge, ink, box });
  }

  /** The edges that something comes closer to than all before. @param over whether it counts where it goes over one */
  private closer(trim: Rect, box: Rect, over: boolean): { readonly edge: Edge; readonly ink: number }[] {
    if (!intersect(trim, box)) return [];
    return beyond(trim, trim, box).filter(
      ({ edge, ink }) => (over || ink <= -RUNS_OFF) && ink > (this.by.get(edge)?.ink ?? -Infinity),
    );
  }
}
