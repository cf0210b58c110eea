import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type * as z from 'zod';
import { Counter, Imprint, routeFor, type Patch, type Process, type ProductKind, type Shop } from '../src/core';
import {
  annualReport,
  annualReportCover,
  calendar,
  foldOut,
  knots,
  MANUAL_CHAPTERS,
  pocketHandbook,
  workshopManual,
} from './bound';
import {
  benchLabel,
  eventTickets,
  invitation,
  loanSlip,
  members,
  membershipCard,
  mugTransfers,
  staffCards,
} from './flat';
import { almanac, handbook, minuteBook, mixedSizes, roster, sharpeningGuide } from './booklets';

export { demoShop } from './shop';

/** A job of the demonstration: its file, its wishes, and how soon it is needed (days from the day it is loaded). */
export interface DemoJob {
  readonly file: string;
  readonly title: string;
  readonly dueIn: number;
  readonly copies: number;
  /** What it is made into, where that is not what it looks like. */
  readonly made?: ProductKind;
  readonly customer: string;
  /** By its id in the shop; the cheapest that fits where it is not said. */
  readonly stock?: string;
  /** Further files, added to the job. */
  readonly more?: readonly string[];
  /** The table that its imprints are from. */
  readonly table?: string;
  /** What else is wished. */
  readonly wish?: (shop: Shop) => Patch;
}

function stockOf(shop: Shop, id: string): Shop['stocks'][0] {
  const stock = shop.stocks.find((s) => s.id === id);
  if (!stock) throw new RangeError(`The shop has no stock ${id}.`);
  return stock;
}
/** The route through the shop's machines that makes it. */
const by = (shop: Shop, process: Process, foldedApart = false) => ({
  route: routeFor({ process, foldedApart }, [], shop),
});

const imprintOf = (wish: z.input<typeof Imprint>): Imprint => Imprint.parse(wish);

/** Whom the print room works for: both made up. */
const TOOLS = 'Gullcroft Tool Library';
const HARBOUR = 'Gullcroft Harbour Office';

export const DEMO_JOBS: readonly DemoJob[] = [
  {
    file: 'borrowers-handbook.pdf',
    title: 'The borrower’s handbook',
    dueIn: 1,
    copies: 400,
    customer: TOOLS,
    stock: 'silk-130-sra3-sg',
  },
  { file: 'tide-almanac.pdf', title: 'Tide almanac', dueIn: 2, copies: 250, customer: HARBOUR },
  {
    file: 'care-of-edges.pdf',
    title: 'Care of edges',
    dueIn: 3,
    copies: 120,
    customer: TOOLS,
    stock: 'recycled-115-sra3-sg',
  },
  { file: 'volunteer-roster.pdf', title: 'Volunteer roster', dueIn: 4, copies: 35, customer: TOOLS },
  {
    file: 'loft-inventory.pdf',
    title: 'Loft inventory',
    dueIn: 6,
    copies: 20,
    customer: TOOLS,
    stock: 'offset-100-a3',
  },
  {
    file: 'minute-book.pdf',
    title: 'Minute book, facsimile',
    dueIn: 9,
    copies: 50,
    customer: HARBOUR,
    stock: 'offset-100-sra3-sg',
  },
  { file: 'harbour-notes-damaged.pdf', title: 'Harbour notes', dueIn: 12, copies: 80, customer: HARBOUR },
  {
    file: 'annual-report.pdf',
    more: ['annual-report-cover.pdf'],
    title: 'Annual report',
    dueIn: 5,
    copies: 150,
    customer: TOOLS,
    stock: 'offset-100-sra3-sg',
    wish: (shop) => ({
      product: {
        binding: { kind: 'perfect-bound', grindOff: 3 },
        cover: {
          kind: 'separate',
          from: 1,
          stock: stockOf(shop, 'board-250-sra3-sg'),
          machine: null,
          printed: 'both',
          flaps: 0,
          hinge: 6,
          spine: null,
        },
        numbering: [
          { from: 1, style: 'roman', start: 1 },
          { from: 5, style: 'arabic', start: 1 },
        ],
        fold: '8-right-angle',
      },
      finish: by(shop, 'bind', true),
    }),
  },
  {
    file: 'workshop-manual.pdf',
    title: 'Workshop manual',
    dueIn: 7,
    copies: 60,
    customer: TOOLS,
    stock: 'offset-100-sra3-sg',
    wish: (shop) => ({
      product: {
        binding: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' },
        stocks: [{ from: 23, to: 26, stock: stockOf(shop, 'silk-170-sra3-sg') }],
        chapters: MANUAL_CHAPTERS.map(([title, at]) => ({ title, at })),
        tabs: { on: true, positions: 6, extension: 12, stock: stockOf(shop, 'board-250-sra3-sg') },
      },
      finish: by(shop, 'punch'),
    }),
  },
  {
    file: 'harbour-calendar.pdf',
    title: 'Harbour calendar',
    dueIn: 8,
    copies: 80,
    customer: HARBOUR,
    stock: 'silk-170-sra3-sg',
    wish: (shop) => ({
      product: { bound: 'top', binding: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' } },
      finish: by(shop, 'punch'),
    }),
  },
  {
    file: 'knots.pdf',
    title: 'Knots, read from the right',
    dueIn: 10,
    copies: 90,
    customer: TOOLS,
    stock: 'silk-130-sra3-sg',
    wish: () => ({ product: { bound: 'right' } }),
  },
  {
    file: 'sharpening-fold-out.pdf',
    title: 'Sharpening, a fold-out',
    made: 'bound',
    dueIn: 11,
    copies: 300,
    customer: TOOLS,
    stock: 'silk-170-sra3-sg',
    wish: (shop) => ({
      product: { binding: { kind: 'folded', short: 1 }, fold: '8-zigzag' },
      finish: by(shop, 'fold'),
    }),
  },
  {
    file: 'pocket-handbook.pdf',
    title: 'Pocket handbook, two at a time',
    dueIn: 14,
    copies: 500,
    customer: TOOLS,
    stock: 'offset-100-a3',
    wish: () => ({ sheet: { up: 2, fill: 'come-and-go' } }),
  },
  {
    file: 'staff-cards.pdf',
    title: 'Staff cards, five people',
    dueIn: 2,
    copies: 100,
    customer: TOOLS,
    stock: 'board-250-sra3-sg',
    wish: () => ({
      product: {
        quantities: [
          { piece: 1, copies: 200 },
          { piece: 3, copies: 150 },
          { piece: 5, copies: 50 },
        ],
      },
    }),
  },
  {
    file: 'membership-card.pdf',
    title: 'Membership cards, numbered',
    dueIn: 2,
    copies: 1,
    customer: TOOLS,
    stock: 'board-250-sra3-sg',
    table: 'members.csv',
    wish: () => ({
      product: { order: { kind: 'stack', lot: null, last: null } },
      imprint: {
        prints: [
          imprintOf({
            name: 'Name',
            text: '{Name}',
            says: { kind: 'text', font: 'text-bold', size: 11, width: 50, fit: 'shrink' },
            anchor: 'foot-left',
            x: 6,
            y: 20,
          }),
          imprintOf({
            name: 'Number',
            text: '{Member}\nsince {Since}',
            says: { kind: 'text', font: 'mono', size: 9 },
            anchor: 'foot-left',
            x: 6,
            y: 8,
          }),
          imprintOf({
            name: 'Code',
            text: '{Member}',
            says: { kind: 'code', symbology: 'qr', module: 0.5 },
            anchor: 'foot-right',
            x: 4,
            y: 4,
          }),
        ].map((print) => ({ ...print, on: 'odd' as const })),
      },
    }),
  },
  {
    file: 'loan-slip.pdf',
    title: 'Loan slips, three parts',
    dueIn: 4,
    copies: 1,
    customer: TOOLS,
    stock: 'offset-100-sra3-sg',
    wish: (shop) => ({
      product: {
        what: 'form',
        sides: 'one',
        bleed: 0,
        order: { kind: 'stack', lot: null, last: null },
        parts: [
          { name: 'Loft’s copy', stock: null },
          { name: 'Member’s copy', stock: stockOf(shop, 'recycled-115-sra3-sg') },
          { name: 'Tag, tie to the tool', stock: stockOf(shop, 'kraft-120-sra3-sg') },
        ],
      },
      imprint: {
        records: 400,
        counters: [Counter.parse({ name: 'No', digits: 4 })],
        prints: [
          imprintOf({
            name: 'Number',
            text: '{No}',
            says: { kind: 'text', font: 'mono-bold', size: 16 },
            ink: { cmyk: { c: 0, m: 80, y: 90, k: 10 } },
            anchor: 'head-right',
            x: 10,
            y: 10,
          }),
          imprintOf({
            name: 'Part',
            text: '{Part}',
            says: { kind: 'text', font: 'text-bold', size: 10, align: 'right' },
            anchor: 'foot-right',
            x: 10,
            y: 6,
          }),
        ],
      },
    }),
  },
  {
    file: 'lantern-walk-tickets.pdf',
    title: 'Lantern walk, numbered tickets',
    dueIn: 3,
    copies: 1,
    customer: HARBOUR,
    stock: 'silk-170-sra3-sg',
    wish: () => ({ product: { what: 'ticket', sides: 'one' } }),
  },
  {
    file: 'opening-invitation.pdf',
    title: 'Invitation to the opening',
    dueIn: 5,
    copies: 240,
    customer: TOOLS,
    stock: 'board-250-sra3-sg',
    wish: () => ({ product: { what: 'invitation' }, sheet: { up: 3 } }),
  },
  {
    file: 'bench-label.pdf',
    title: 'Bench labels',
    dueIn: 6,
    copies: 500,
    customer: TOOLS,
    wish: () => ({ product: { what: 'label', lies: { gap: { across: 0, down: 0 } } } }),
  },
  {
    file: 'mug-transfers.pdf',
    title: 'Mug transfers, one each',
    dueIn: 9,
    copies: 1,
    customer: TOOLS,
    stock: 'offset-100-a3',
    wish: () => ({
      product: { what: 'print', mirrored: true, bleed: 0, order: { kind: 'sequence', way: 'down', last: 'blanks' } },
    }),
  },
];

const MAKERS: Readonly<Record<string, () => Promise<Uint8Array>>> = {
  'borrowers-handbook.pdf': handbook,
  'tide-almanac.pdf': almanac,
  'care-of-edges.pdf': sharpeningGuide,
  'volunteer-roster.pdf': roster,
  'loft-inventory.pdf': mixedSizes,
  'minute-book.pdf': minuteBook,
  'annual-report.pdf': annualReport,
  'annual-report-cover.pdf': annualReportCover,
  'workshop-manual.pdf': workshopManual,
  'harbour-calendar.pdf': calendar,
  'knots.pdf': knots,
  'sharpening-fold-out.pdf': foldOut,
  'pocket-handbook.pdf': pocketHandbook,
  'staff-cards.pdf': staffCards,
  'membership-card.pdf': membershipCard,
  'loan-slip.pdf': loanSlip,
  'members.csv': () => Promise.resolve(members()),
  'lantern-walk-tickets.pdf': eventTickets,
  'opening-invitation.pdf': invitation,
  'bench-label.pdf': benchLabel,
  'mug-transfers.pdf': mugTransfers,
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
