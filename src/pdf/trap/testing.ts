import { join } from 'node:path';
import { USUAL_TRAPS, type ReadyOn, type TrapSettings } from '../../core';
import { pageAlone } from '../raster';
import { separationsOf, type Greys } from '../separate/testing';
import { scratch, writePdf } from '../testing';

/** Dots an inch that plates are looked at in: 0.0212 mm each. */
export const DPI = 1200;
const dots = (mm: number): number => (mm / 25.4) * DPI;

export const SETTINGS: TrapSettings = { ...USUAL_TRAPS, width: 0.2, black: 0.4 };

/** A page of 20 by 20 mm. @param content in millimetres */
export async function trapped(
  content: string,
  more: {
    readonly resources?: string;
    readonly entries?: string;
    readonly things?: Readonly<Record<number, string>>;
  } = {},
  settings: TrapSettings | null = SETTINGS,
  wish: Partial<ReadyOn> = {},
  scale = 1,
): Promise<Plates> {
  const dir = scratch();
  const [path, out] = [join(dir, 'a.pdf'), join(dir, 'b.pdf')];
  const mm = 72 / 25.4;
  writePdf(
    path,
    [
      {
        entries: `/MediaBox[0 0 ${20 * mm} ${20 * mm}]/Resources<</Font<</F 3 0 R>>${more.resources ?? ''}>>${more.entries ?? ''}`,
        content: `${mm} 0 0 ${mm} 0 0 cm ${content}`,
      },
    ],
    more.things,
  );
  pageAlone(path, 1, out, {
    wish: { inks: [], lines: null, colour: null, tone: null, traps: settings, ...wish },
    scale,
  });
  return platesOf(out);
}

/** The plates of a page of 20 by 20 mm. @param asked what Ghostscript is told besides */
export async function platesOf(path: string, ...asked: string[]): Promise<Plates> {
  const [plates] = await separationsOf(path, DPI, ...asked);
  return new Plates(plates!, path);
}

/** The plates of such a page. */
export class Plates {
  private readonly side = Math.ceil(dots(20) - 1e-6);

  constructor(
    private readonly greys: ReadonlyMap<string, Greys>,
    readonly path: string,
  ) {}

  /** How much of an ink lies at a place, 0 to 1. @param x, y mm from the lower left */
  at(ink: string, x: number, y: number): number {
    const plate = this.greys.get(ink);
    if (!plate) return 0;
    const row = this.side - 1 - Math.floor(dots(y));
    return 1 - plate[row * this.side + Math.floor(dots(x))]! / 255;
  }

  /** How far it is, in mm, that an ink lies along a level line, in the mean of its amount. */
  along(ink: string, y: number, from: number, to: number): number {
    let sum = 0;
    for (let dot = Math.round(dots(from)); dot < Math.round(dots(to)); dot++)
      sum += this.at(ink, ((dot + 0.5) * 25.4) / DPI, y);
    return (sum * 25.4) / DPI;
  }

  get inks(): string[] {
    return [...this.greys.keys()];
  }

  /** Whether two pages are the same on all plates. */
  equals(other: Plates): boolean {
    return [...this.greys].every(([ink, grey]) => Buffer.from(grey).equals(Buffer.from(other.greys.get(ink) ?? [])));
  }
}
