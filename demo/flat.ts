import { cmyk, rgb, type CMYK } from 'pdf-lib';
import { drawTool, harbour, TOOLS } from './drawings';
import { ruledCard, seascape } from './photo';
import { bytesOf, DEEP, embedded, FOAM, INK, Leaf, MOSS, newBook, OAT, SAND, SEA, type LeafWish } from './leaf';

/** The flat work of the demonstration: cards, tickets, labels, invitations, transfers. */

const CARD: LeafWish = { width: 90, height: 50, bleed: 3 };

/** People of the tool library, all made up. */
const STAFF = [
  ['Ottoline Fairweather', 'Keeper of the loft'],
  ['Bram Tidewell', 'Sharpening, Tuesdays'],
  ['Ilse Copperlock', 'Loans and returns'],
  ['Perrin Sallow', 'Woodwork evenings'],
  ['Maud Kittiwick', 'Treasurer'],
] as const;

/** Five staff cards in one file: fronts and backs in turns. */
export async function staffCards(): Promise<Uint8Array> {
  const book = await newBook('Staff cards');
  STAFF.forEach(([name, does], i) => {
    const front = new Leaf(book, CARD);
    front.rect(-3, -3, 38, 56, FOAM);
    drawTool(front, TOOLS[i % TOOLS.length]!, 3, 13, 26);
    front.text(name, 40, 31, 12.5, book.head);
    front.text(does, 40, 25.5, 8.5, book.body, DEEP);
    front.text('Gullcroft Tool Library', 40, 9, 7.5, book.bold);
    front.text('The old net loft, Gullcroft', 40, 5.5, 7, book.body, SEA);
    const back = new Leaf(book, CARD);
    harbour(back, -3, -3, 96, 56, i % 2 === 0);
    back.text('bring it back dry', 6, 40, 15, book.head, INK);
  });
  return bytesOf(book);
}

/** The ticket of the lantern walk, without its number. */
export async function eventTicket(): Promise<Uint8Array> {
  const book = await newBook('Lantern walk ticket');
  const leaf = new Leaf(book, { width: 148, height: 55, bleed: 3 });
  leaf.rect(-3, -3, 154, 61, DEEP);
  for (let i = 0; i < 7; i++) {
    leaf.line(12 + i * 15, 58, 12 + i * 15, 40 - ((i * 5) % 11), 0.4, OAT);
    leaf.rust(12 + i * 15, 38 - ((i * 5) % 11), 3.4, null, 0.75 + 0.05 * (i % 3));
  }
  leaf.text('Lantern walk', 8, 14, 24, book.head, OAT);
  leaf.text('from the net loft to the breakwater, at dusk', 8, 7.5, 9, book.body, FOAM);
  leaf.rect(116, -3, 35, 61, OAT);
  leaf.text('No.', 121, 33, 9, book.body, DEEP);
  leaf.text('admits one', 121, 8, 8, book.bold, SEA);
  return bytesOf(book);
}

/** A coupon with a stub that is torn off: where it tears nothing stands. */
export async function coupon(): Promise<Uint8Array> {
  const book = await newBook('Sharpening coupon');
  const leaf = new Leaf(book, { width: 148, height: 70, bleed: 3 });
  leaf.rect(-3, -3, 111, 76, SAND);
  leaf.rect(108, -3, 43, 76, FOAM);
  drawTool(leaf, TOOLS[2]!, 8, 24, 34);
  leaf.text('One edge', 48, 46, 23, book.head);
  leaf.text('sharpened', 48, 36, 23, book.head);
  leaf.text('Tuesdays, with this coupon', 48, 26, 10, book.body, DEEP);
  leaf.text('Gullcroft Tool Library', 8, 8, 9, book.bold, SEA);
  leaf.text('Kept at the desk', 113, 56, 9, book.bold, DEEP);
  leaf.text('Name', 113, 40, 8, book.body, DEEP);
  leaf.line(113, 37, 141, 37, 0.3, DEEP);
  leaf.text('Tool', 113, 26, 8, book.body, DEEP);
  leaf.line(113, 23, 141, 23, 0.3, DEEP);
  return bytesOf(book);
}

/** An invitation, front and back: three lie on a sheet. */
export async function invitation(): Promise<Uint8Array> {
  const book = await newBook('Invitation to the opening');
  const wish: LeafWish = { width: 105, height: 210, bleed: 3 };
  const front = new Leaf(book, wish);
  harbour(front, -3, -3, 111, 150);
  front.rect(-3, 147, 111, 66, SAND);
  front.text('The sharpening', 9, 186, 26, book.head);
  front.text('room opens', 9, 174, 26, book.head);
  front.text('and you are asked to be there', 9, 163, 11, book.body, DEEP);
  const back = new Leaf(book, wish);
  back.flood(FOAM);
  back.flow(
    'Come on Saturday at four. There is tea, there are stones of every grit, and whoever brings a blunt chisel takes a keen one home.',
    12,
    168,
    80,
    13,
    book.body,
    1.5,
  );
  back.text('Gullcroft Tool Library', 12, 40, 12, book.bold, DEEP);
  back.text('The old net loft, Gullcroft', 12, 34, 9, book.body, SEA);
  return bytesOf(book);
}

/** A label for the benches: as many as fill a sheet, one colour to the edge so that one cut parts two. */
export async function benchLabel(): Promise<Uint8Array> {
  const book = await newBook('Bench label');
  const leaf = new Leaf(book, { width: 70, height: 37, bleed: 3 });
  leaf.flood(MOSS);
  leaf.text('Bench', 6, 22, 15, book.head, OAT);
  leaf.text('wipe down, hang up, sweep', 6, 13, 8.5, book.bold, OAT);
  leaf.text('Gullcroft Tool Library', 6, 6, 7, book.body, FOAM);
  return bytesOf(book);
}

/** A tag for the key of a tool chest: its corners and its hole are punched, where an ink of its own says. */
export async function keyTag(): Promise<Uint8Array> {
  const book = await newBook('Key tag');
  const leaf = new Leaf(book, { width: 74, height: 42, bleed: 3 });
  leaf.flood(SAND);
  leaf.rect(-3, -3, 26, 48, DEEP);
  drawTool(leaf, TOOLS[1]!, 26, 9, 24);
  leaf.text('Chest', 53, 27, 13, book.head);
  leaf.text('hang it back', 53, 20, 7, book.body, DEEP);
  // rules of a hair: thinner than a press holds
  for (let i = 0; i < 4; i++) leaf.line(53, 15 - 3 * i, 70, 15 - 3 * i, 0.15, INK);
  leaf.dieLine([
    { x: 0, y: 0, width: 74, height: 42, round: 5 },
    { x: 7, y: 18, width: 6, height: 6, round: 3 },
  ]);
  return bytesOf(book);
}

/** Loan cards of long ago, as they came off a scanner: each at its own angle. */
export async function scannedCards(): Promise<Uint8Array> {
  const book = await newBook('Loan cards');
  const angles = [2.4, -1.6, 3.8];
  const pictures = await embedded(
    book,
    angles.map((angle, i) => () => ruledCard(71 + i, angle)),
  );
  for (const picture of pictures)
    new Leaf(book, { width: 148, height: 105, bleed: 0, boxes: false }).image(picture, 0, 0, 148, 105);
  return bytesOf(book);
}

const MUGS = 45;

/** Transfers for mugs, one for each volunteer: a page each, to be printed mirrored. */
export async function mugTransfers(): Promise<Uint8Array> {
  const book = await newBook('Mug transfers');
  for (let n = 1; n <= MUGS; n++) {
    const leaf = new Leaf(book, { width: 200, height: 90, bleed: 0 });
    const tool = TOOLS[n % TOOLS.length]!;
    drawTool(leaf, tool, 12, 12, 62);
    leaf.rust(150, 45, 26, null, 0.85);
    leaf.text(`Mug ${n}`, 84, 44, 24, book.head);
    leaf.text(tool.name, 84, 34, 12, book.body, DEEP);
  }
  return bytesOf(book);
}

const GIVEN =
  'Abel Blythe Cass Dorrit Edda Finch Greta Hob Iris Jory Kit Lark Merle Nan Orrin Pell Quill Rowan Sorrel Tamsin'.split(
    ' ',
  );
const FAMILY =
  'Ashlock Bittern Coldwater Dunlin Eddystone Farthing Gannet Hawser Inkpen Jackdaw Kelp Limpet Marram Netley Oarsby Pintail Quayle Reedmace Saltmarsh Turnstile Umber Vetch Whimbrel Yarrow'.split(
    ' ',
  );
const TOWNS = ['Gullcroft', 'Gullcroft', 'Marram Head', 'Low Saltings', 'Gullcroft'];

/** The members of the tool library, all made up: 480 rows with their numbers. */
export function members(): Uint8Array {
  const rows = FAMILY.flatMap((family, f) =>
    GIVEN.map((given, g) => {
      const n = f * GIVEN.length + g + 1;
      return [
        `GTL-${String(n).padStart(4, '0')}`,
        `${given} ${family}`,
        TOWNS[n % TOWNS.length]!,
        String(2009 + (n % 17)),
      ];
    }),
  );
  return Buffer.from(`${[['Member', 'Name', 'Town', 'Since'], ...rows].map((r) => r.join(',')).join('\r\n')}\r\n`);
}

/** A membership card, front and back: the member's name, number and code are put on it as it is imposed. */
export async function membershipCard(): Promise<Uint8Array> {
  const book = await newBook('Membership card');
  const front = new Leaf(book, { width: 85, height: 54, bleed: 3 });
  front.flood(OAT);
  front.rect(-3, 38, 91, 19, DEEP);
  front.text('Gullcroft Tool Library', 6, 45, 13, book.head, OAT);
  front.text('member', 6, 40.5, 8, book.body, FOAM);
  drawTool(front, TOOLS[2]!, 42, 4, 26);
  const back = new Leaf(book, { width: 85, height: 54, bleed: 3 });
  harbour(back, -3, -3, 91, 60, true);
  back.rect(-3, -3, 91, 14, OAT);
  back.text('Found? Any member will bring it home.', 6, 4.5, 8.5, book.bold, DEEP);
  return bytesOf(book);
}

/** A loan slip: its part, its number and the loan are written on it, the first two as it is imposed. */
export async function loanSlip(): Promise<Uint8Array> {
  const book = await newBook('Loan slip');
  const leaf = new Leaf(book, { width: 148, height: 105, bleed: 0 });
  leaf.text('Loan slip', 10, 86, 22, book.head);
  leaf.text('Gullcroft Tool Library', 10, 79, 9, book.body, DEEP);
  ['Tool', 'Member', 'Lent on', 'Back by'].forEach((what, i) => {
    leaf.text(what, 10, 62 - i * 13, 9, book.bold);
    leaf.line(32, 61 - i * 13, 138, 61 - i * 13, 0.25, INK);
  });
  leaf.text('Bring it back dry.', 10, 8, 9, book.body, SEA);
  return bytesOf(book);
}

/** A postcard as an office program makes one: all of it in red, green and blue, its letters too. */
export async function postcard(): Promise<Uint8Array> {
  const book = await newBook('Harbour postcard');
  const wish: LeafWish = { width: 140, height: 95, bleed: 3 };
  const [photo] = await embedded(book, [() => seascape(41, 1820, 1312)]);
  const front = new Leaf(book, wish);
  front.image(photo!, -3, -3, 146, 101);
  front.text('Gullcroft', 9, 12, 40, book.head, rgb(1, 1, 1));
  const back = new Leaf(book, wish);
  back.rect(-3, -3, 146, 101, rgb(0.99, 0.97, 0.92));
  back.rect(72, 12, 0.4, 70, rgb(0.35, 0.35, 0.35));
  back.rect(115, 68, 18, 20, rgb(0.85, 0.38, 0.16));
  for (let i = 0; i < 4; i++) back.rect(80, 16 + i * 11, 52, 0.25, rgb(0.5, 0.5, 0.5));
  back.text('The breakwater, seen from the net loft', 9, 12, 8, book.body, rgb(0, 0, 0));
  const says = 'Take one, write to somebody, and put it through the letter box of the loft: we post it on.';
  back.flow(says, 9, 82, 54, 11, book.body, 1.45, rgb(0, 0, 0));
  return bytesOf(book);
}

/** A sheet of signal flags, all in flat inks that meet: what a press has to keep in register. */
export async function signalFlags(): Promise<Uint8Array> {
  const book = await newBook('Signal flags');
  const leaf = new Leaf(book, { width: 210, height: 148, bleed: 3 });
  const [blue, yellow, red, black] = [
    [1, 0.6, 0, 0],
    [0, 0.1, 1, 0],
    [0, 1, 0.9, 0],
    [0, 0, 0, 1],
  ].map(([c, m, y, k]) => cmyk(c!, m!, y!, k!)) as [CMYK, CMYK, CMYK, CMYK];
  leaf.rect(-3, -3, 216, 154, SEA);
  leaf.rect(12, 12, 186, 96, DEEP);
  const flag = (i: number): readonly [x: number, y: number] => [20 + (i % 4) * 44, 64 - Math.floor(i / 4) * 46];
  const [w, h] = [38, 36];
  const bands: readonly ((x: number, y: number) => void)[] = [
    (x, y) => [yellow, blue].forEach((c, n) => leaf.rect(x + (n * w) / 2, y, w / 2, h, c)),
    (x, y) => [red, yellow].forEach((c, n) => leaf.rect(x, y + (n * h) / 2, w, h / 2, c)),
    (x, y) => {
      leaf.rect(x, y, w, h, yellow);
      leaf.rect(x + w / 4, y + h / 4, w / 2, h / 2, blue);
    },
    (x, y) => {
      leaf.rect(x, y, w, h, blue);
      leaf.rust(x + w / 2, y + h / 2, h / 3, null);
    },
    (x, y) => {
      leaf.rect(x, y, w, h, red);
      leaf.path('M0 0 L100 0 L0 95 Z', x, y + h, w / 100, yellow);
    },
    (x, y) => [black, yellow, black].forEach((c, n) => leaf.rect(x + (n * w) / 3, y, w / 3, h, c)),
    (x, y) => {
      leaf.rect(x, y, w, h, OAT);
      leaf.path('M0 0 L100 95 L100 0 L0 95 Z', x, y + h, w / 100, red);
    },
    (x, y) => [yellow, red, blue, yellow].forEach((c, n) => leaf.rect(x + (n % 2) * (w / 2), y + (n > 1 ? h / 2 : 0), w / 2, h / 2, c)),
  ]; // prettier-ignore
  bands.forEach((draw, i) => draw(...flag(i)));
  leaf.text('What the flags say', 12, 118, 40, book.head, yellow);
  return bytesOf(book);
}
