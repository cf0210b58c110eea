import * as z from 'zod';
import { BoundProduct, Imposed } from './bound';
import { Finish } from './finish';
import { FlatProduct, MOST_UP } from './flat';
import { PlacedMarks } from './placed';
import { PosterProduct } from './poster';
import { FileRef } from './file';
import { ImprintWish } from './imprint';
import { Inks } from './inks';
import { ColourWish } from './colour';
import { TrapWish } from './traps';
import { InkWorks, ThinLines } from './made-ready';
import { ToneWish } from './tone';
import { OrderFacts } from './order';
import { MarksWish } from './marks';
import { MOST_WORKS, PageWork } from './page-work';
import { CHECK_IDS, Machine, Stock } from '../shop';

/** The docket: the whole of a job's wishes as one plain value. All lengths in millimetres. */

export const PageBox = z.enum(['trim', 'crop', 'media']);
export type PageBox = z.infer<typeof PageBox>;

/** Bleed that is made of the page itself, where the artwork has none or too little. */
export const MadeBleed = z
  .strictObject({
    way: z
      .enum(['mirrored', 'stretched'])
      .describe('The page again, seen in a mirror at its edge; or its outermost tenth of a millimetre drawn out'),
    edges: z
      .array(z.enum(['head', 'foot', 'left', 'right']))
      .min(1)
      .max(4)
      .default(['head', 'foot', 'left', 'right'])
      .describe('At which edges of the page, as it is printed upright'),
    corners: z.boolean().default(true).describe('Whether beyond its corners as well'),
  })
  .meta({ id: 'MadeBleed' });
export type MadeBleed = z.infer<typeof MadeBleed>;

/** Findings of files that are let pass at most. */
const MOST_PASSED = 200;

/** Where pages come from and how they are placed. */
export const ArtworkWish = z.strictObject({
  file: FileRef,
  more: z.array(FileRef).max(20).default([]).describe('Further files that pages are taken from'),
  former: z.array(FileRef).max(100).describe('Files it replaced, newest first'),
  imposed: Imposed.default({ kind: 'pages' }),
  box: PageBox.describe('Which box of the artwork is the page'),
  fit: z.enum(['centre', 'fit', 'fill']).describe('At its own size; made to show whole; made to cover'),
  enlarge: z.number().min(0.1).max(10).describe('A factor on top, 1 for none'),
  bleed: MadeBleed.nullish().describe('Bleed that is made; none where nothing is said'),
  work: z
    .array(PageWork)
    .max(MOST_WORKS)
    .nullish()
    .describe('What is done to its pages before they are placed; of two for one page the later goes before'),
  uneven: z
    .number()
    .min(0)
    .max(25)
    .nullish()
    .describe('Per cent that a page that is fitted may be drawn out more one way than the other, to be of its size'),
  inks: InkWorks.nullish().describe('What becomes of spot inks of its pages'),
  lines: ThinLines.nullish().describe('Thin lines that are drawn thicker; none where nothing is said'),
  colour: ColourWish.nullish().describe(
    'How colours are brought into the inks of the press; as they are where nothing is said',
  ),
  rules: z
    .string()
    .min(1)
    .max(100)
    .nullish()
    .describe('The shop’s rules that its files are checked by, by their name; its first where nothing is said'),
  passed: z
    .array(z.strictObject({ sha256: FileRef.shape.sha256.unwrap(), check: z.enum(CHECK_IDS) }))
    .max(MOST_PASSED)
    .nullish()
    .describe('What stops a job by the rules and was let pass: of which file, and which check'),
  traps: TrapWish.nullish().describe('How colours that meet are spread into each other; not where nothing is said'),
  tone: ToneWish.nullish().describe('How much of an ink is printed for how much of it; the same where nothing is said'),
});
export type ArtworkWish = z.infer<typeof ArtworkWish>;

/** What it is printed on, and how. */
export const SheetWish = z.strictObject({
  stock: Stock,
  machine: Machine,
  up: z.union([z.enum(['one', 'most']), z.int().min(1).max(MOST_UP)]),
  turn: z.enum(['machine', 'turn', 'tumble']),
  work: z
    .enum(['sheetwise', 'work-and-turn', 'work-and-tumble', 'perfecting', 'one-sided'])
    .default('sheetwise')
    .describe('How front and back come onto the sheet'),
  fill: z
    .enum(['repeat', 'different', 'come-and-go'])
    .default('repeat')
    .describe('What several up are: the same section, sections that follow each other, or two books head to tail'),
  inks: Inks.nullable()
    .default(null)
    .describe('What it is printed in, a plate each; null where nobody says: a digital press prints what comes'),
});
export type SheetWish = z.infer<typeof SheetWish>;

/** What is made: a union by kind, one file each. */
export const Product = z.discriminatedUnion('kind', [BoundProduct, FlatProduct, PosterProduct]);
export type Product = z.infer<typeof Product>;
export type ProductKind = Product['kind'];
export type ProductOf<K extends ProductKind> = Extract<Product, { kind: K }>;

/** What was noticed and is to stay as it is: holds as long as the finding says the same. */
export const Accepted = z.strictObject({
  id: z.string().min(1).max(100).describe('The finding'),
  said: z.string().max(1000).describe('What it said, lengths in millimetres'),
});
export type Accepted = z.infer<typeof Accepted>;

export const Docket = z.strictObject({
  kind: z.literal('odd-sparrow docket'),
  version: z.literal(3),
  title: z.string().min(1).max(300),
  customer: z.string().min(1).max(200).nullable().default(null).describe('Whom it is made for'),
  order: OrderFacts.nullable().default(null).describe('What the order system says of it'),
  artwork: ArtworkWish,
  product: Product,
  imprint: ImprintWish.default(ImprintWish.parse({})),
  sheet: SheetWish,
  marks: MarksWish,
  placed: PlacedMarks.default([]).describe('Marks that stand where somebody says'),
  finish: Finish,
  send: z.strictObject({
    hold: z.boolean().describe('Wait on the printer until released'),
    overs: z
      .boolean()
      .default(false)
      .describe('Whether the sheets reckoned as spoilage are printed as well, as whole copies; else laid ready'),
  }),
  accepted: z.array(Accepted).max(100).default([]).describe('Findings that were looked at and are to stay'),
  due: z.iso.date().nullable().describe('When the customer needs it'),
  date: z.iso.date().describe('The date printed in the slug line'),
});
export type Docket = z.infer<typeof Docket>;
/** The docket of one kind of product. */
export type DocketOf<K extends ProductKind> = Omit<Docket, 'product'> & { product: ProductOf<K> };

/** Whether a docket is of a kind of product. */
export const isKind = <K extends ProductKind>(docket: Docket, kind: K): docket is DocketOf<K> =>
  docket.product.kind === kind;

/** The JSON Schema (2020-12) of the docket file. */
export const docketJsonSchema = (): object => z.toJSONSchema(Docket, { target: 'draft-2020-12', io: 'input' });
