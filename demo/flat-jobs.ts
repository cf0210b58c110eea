import type * as z from 'zod';
import {
  Counter,
  Imprint,
  routeFor,
  routeToRound,
  routeWith,
  USUAL_COLOUR,
  USUAL_LINES,
  USUAL_TRAPS,
} from '../src/core';
import { finisherOf, HARBOUR, stockOf, TOOLS, type DemoJob } from './job';

const imprintOf = (wish: z.input<typeof Imprint>): Imprint => Imprint.parse(wish);

/** Jobs whose files want something done before they are printed. */
export const READY_JOBS: readonly DemoJob[] = [
  {
    file: 'key-tag.pdf',
    title: 'Key tags, die cut',
    made: 'flat',
    dueIn: 10,
    copies: 600,
    customer: TOOLS,
    stock: 'board-250-sra3-sg',
    wish: () => ({
      product: { what: 'label' },
      artwork: { inks: [{ ink: 'Die line', becomes: 'ahead' }], lines: USUAL_LINES },
    }),
  },
  {
    file: 'loan-cards-scanned.pdf',
    title: 'Loan cards, scanned',
    made: 'flat',
    dueIn: 14,
    copies: 40,
    customer: TOOLS,
    stock: 'silk-170-sra3-sg',
    wish: () => ({ product: { what: 'card', bleed: 0, sides: 'one' } }),
  },
];

/** The jobs of flat work. */
export const FLAT_JOBS: readonly DemoJob[] = [
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
    wish: (shop) => ({
      product: { order: { kind: 'stack', lot: null, last: null }, corners: 3 },
      finish: { route: routeToRound(3, routeFor({ process: null, foldedApart: false }, [], shop), shop) },
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
    file: 'lantern-walk-ticket.pdf',
    title: 'Lantern walk, numbered tickets',
    dueIn: 3,
    copies: 1,
    customer: HARBOUR,
    stock: 'silk-130-sra4',
    wish: () => ({
      product: { what: 'ticket', sides: 'one', order: { kind: 'stack', lot: null, last: null } },
      sheet: { up: 5 },
      imprint: {
        records: 120,
        counters: [Counter.parse({ name: 'No', digits: 3 })],
        prints: [
          imprintOf({
            name: 'Number',
            text: '{No}',
            says: { kind: 'text', font: 'mono-bold', size: 22 },
            anchor: 'foot-left',
            x: 121,
            y: 22,
          }),
        ],
      },
    }),
  },
  {
    file: 'sharpening-coupon.pdf',
    title: 'Coupons, stub to tear off',
    dueIn: 4,
    copies: 400,
    customer: TOOLS,
    stock: 'silk-170-sra3-sg',
    wish: (shop) => {
      const slitter = finisherOf(shop, 'redshank');
      if (slitter.kind !== 'slitter') throw new RangeError('Redshank is no slitter.');
      return {
        product: { what: 'ticket', sides: 'one', lines: [{ kind: 'perforation', runs: 'upright', at: 108 }] },
        finish: { route: routeWith(routeWith([], 'cut', slitter), 'score', slitter) },
      };
    },
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
  {
    file: 'harbour-postcard.pdf',
    title: 'Harbour postcards',
    dueIn: 6,
    copies: 400,
    customer: HARBOUR,
    stock: 'silk-170-sra3-sg',
    wish: () => ({ artwork: { colour: USUAL_COLOUR } }),
  },
  {
    file: 'signal-flags.pdf',
    title: 'Signal flags, offset',
    made: 'flat',
    dueIn: 9,
    copies: 2000,
    customer: HARBOUR,
    stock: 'offset-100-b2',
    wish: (shop) => ({
      product: { what: 'print' },
      sheet: {
        machine: shop.machines.find((m) => m.id === 'curlew')!,
        inks: { front: ['Cyan', 'Magenta', 'Yellow', 'Black', 'Gull Rust'], back: [] },
      },
      artwork: { traps: { by: 'sheets', settings: USUAL_TRAPS } },
    }),
  },
];
