import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { almanac, handbook, minuteBook, mixedSizes, roster, sharpeningGuide } from './booklets';

export { demoShop } from './shop';

/** A job of the demonstration: its file, its wishes, and how soon it is needed (days from the day it is loaded). */
export interface DemoJob {
  readonly file: string;
  readonly title: string;
  readonly dueIn: number;
  readonly copies: number;
  /** By its id in the shop; the cheapest that fits where it is not said. */
  readonly stock?: string;
}

export const DEMO_JOBS: readonly DemoJob[] = [
  {
    file: 'borrowers-handbook.pdf',
    title: 'The borrower’s handbook',
    dueIn: 1,
    copies: 400,
    stock: 'silk-130-sra3-sg',
  },
  { file: 'tide-almanac.pdf', title: 'Tide almanac', dueIn: 2, copies: 250 },
  { file: 'care-of-edges.pdf', title: 'Care of edges', dueIn: 3, copies: 120, stock: 'recycled-115-sra3-sg' },
  { file: 'volunteer-roster.pdf', title: 'Volunteer roster', dueIn: 4, copies: 35 },
  { file: 'loft-inventory.pdf', title: 'Loft inventory', dueIn: 6, copies: 20, stock: 'offset-100-a3' },
  { file: 'minute-book.pdf', title: 'Minute book, facsimile', dueIn: 9, copies: 50, stock: 'offset-100-sra3-sg' },
  { file: 'harbour-notes-damaged.pdf', title: 'Harbour notes', dueIn: 12, copies: 80 },
];

const MAKERS: Readonly<Record<string, () => Promise<Uint8Array>>> = {
  'borrowers-handbook.pdf': handbook,
  'tide-almanac.pdf': almanac,
  'care-of-edges.pdf': sharpeningGuide,
  'volunteer-roster.pdf': roster,
  'loft-inventory.pdf': mixedSizes,
  'minute-book.pdf': minuteBook,
  // cut off before its table, as a copy that stopped half way is
  'harbour-notes-damaged.pdf': async () => {
    const whole = Buffer.from(await almanac(false));
    return whole.subarray(0, whole.lastIndexOf('xref', whole.length - 40));
  },
};

/** Writes the demonstration's files that are not there yet. The same bytes each time. @returns their paths by name */
export async function makeDemoFiles(
  folder: string,
  names: readonly string[] = Object.keys(MAKERS),
  said: (name: string) => void = () => undefined,
): Promise<Record<string, string>> {
  mkdirSync(folder, { recursive: true });
  const out: Record<string, string> = {};
  for (const name of names) {
    const path = join(folder, name);
    out[name] = path;
    if (existsSync(path) && readFileSync(path).length > 0) continue;
    said(name);
    writeFileSync(`${path}.part`, await MAKERS[name]!());
    renameSync(`${path}.part`, path);
  }
  return out;
}
