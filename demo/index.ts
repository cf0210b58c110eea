import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PlacedMarks, routeFor, type PlacedMark, type Process, type Shop } from '../src/core';
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
  keyTag,
  scannedCards,
  coupon,
  eventTicket,
  invitation,
  loanSlip,
  members,
  membershipCard,
  mugTransfers,
  postcard,
  signalFlags,
  staffCards,
} from './flat';
import { FLAT_JOBS, READY_JOBS } from './flat-jobs';
import { HARBOUR, stockOf, TOOLS, type DemoJob } from './job';
import { notices, tideTable } from './posters';
import { almanac, handbook, minuteBook, mixedSizes, roster, sharpeningGuide } from './booklets';

export type { DemoJob } from './job';
export { demoShop } from './shop';

/** The route through the shop's machines that makes it. */
const by = (shop: Shop, process: Process, foldedApart = false) => ({
  route: routeFor({ process, foldedApart }, [], shop),
});

/** What stands on the plates of the offset press: who it is and in which inks, a strip to see the plate by, where it grips. */
const PLATE_MARKS: PlacedMark[] = PlacedMarks.parse([
  {
    id: 'line',
    called: 'Text line',
    is: { kind: 'words', text: '{Job} · form {Sheet}/{Sheets} · {Prints} prints · {Inks} · {Date}', height: 4 },
    stands: { by: 'plate', at: ['tail-left'], off: 8 },
  },
  {
    id: 'strip',
    called: 'Plate strip',
    is: { kind: 'strip', patch: 8 },
    stands: { by: 'plate', at: ['tail-right'], off: 8 },
  },
  {
    id: 'gripper',
    called: 'Gripper arrow',
    is: { kind: 'arrow', length: 16, weight: 0.6 },
    stands: { by: 'plate', at: ['lead'], off: 18 },
  },
  {
    id: 'code',
    called: 'Sheet code',
    is: { kind: 'code', symbology: 'data-matrix', text: '{Job} {Sheet}', width: 16, height: 16 },
    stands: { by: 'plate', at: ['lead-left'], off: 12 },
  },
]);

export const DEMO_JOBS: readonly DemoJob[] = [
  ...READY_JOBS,
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
    file: 'tide-table.pdf',
    title: 'Tide table for the wall',
    dueIn: 3,
    copies: 12,
    customer: HARBOUR,
    stock: 'silk-170-sra3-sg',
  },
  {
    file: 'harbour-notices.pdf',
    title: 'Seven harbour notices, offset',
    made: 'flat',
    dueIn: 13,
    copies: 250,
    customer: HARBOUR,
    stock: 'offset-100-b2',
    wish: (shop) => ({
      product: { what: 'print', sides: 'one', bleed: 0, order: { kind: 'repeat' } },
      sheet: {
        machine: shop.machines.find((m) => m.id === 'curlew')!,
        inks: { front: ['Cyan', 'Magenta', 'Yellow', 'Black'], back: [] },
      },
      placed: PLATE_MARKS,
    }),
  },
  ...FLAT_JOBS,
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
  'signal-flags.pdf': signalFlags,
  'membership-card.pdf': membershipCard,
  'loan-slip.pdf': loanSlip,
  'members.csv': () => Promise.resolve(members()),
  'lantern-walk-ticket.pdf': eventTicket,
  'sharpening-coupon.pdf': coupon,
  'opening-invitation.pdf': invitation,
  'bench-label.pdf': benchLabel,
  'key-tag.pdf': keyTag,
  'loan-cards-scanned.pdf': scannedCards,
  'mug-transfers.pdf': mugTransfers,
  'harbour-postcard.pdf': postcard,
  'tide-table.pdf': tideTable,
  'harbour-notices.pdf': notices,
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
