import { drawTool, harbour, TOOLS } from './drawings';
import { bytesOf, DEEP, FOAM, INK, Leaf, MOSS, newBook, OAT, SAND, SEA, type LeafWish, embedded } from './leaf';
import { random, seascape } from './photo';
import { MONTHS, NOTES, RULES } from './texts';

const A5: LeafWish = { width: 148, height: 210, bleed: 3 };
const REPORT = 'Annual report';

/** Width of the annual report’s spine as its cover was drawn, mm. */
export const REPORT_SPINE = 6.6;

function folio(leaf: Leaf, n: string, running: string, recto: boolean): void {
  const { width } = leaf.wish;
  if (recto) leaf.right(n, width - 14, 10, 8.5, leaf.book.mono);
  else leaf.text(n, 14, 10, 8.5, leaf.book.mono);
  if (recto) leaf.text(running, 18, 10, 7, leaf.book.body, SEA);
  else leaf.right(running, width - 18, 10, 7, leaf.book.body, SEA);
}

/** A small column chart. */
function columns(leaf: Leaf, x: number, y: number, width: number, height: number, seed: number): void {
  const next = random(seed);
  leaf.line(x, y, x + width, y, 0.5, INK);
  const step = width / 12;
  for (let m = 0; m < 12; m++) {
    const h = height * (0.25 + 0.7 * next());
    leaf.rect(x + m * step + 1, y, step - 2, h, m % 3 === 0 ? DEEP : SEA);
    leaf.text(MONTHS[m]!.slice(0, 1), x + m * step + step / 2 - 1, y - 4.5, 6.5, leaf.book.mono);
  }
}

/** The annual report: 96 pages A5 for perfect binding, front matter i to iv. */
export async function annualReport(): Promise<Uint8Array> {
  const book = await newBook(REPORT);
  const photo = await book.doc.embedJpg(await seascape(17, 1240, 900));
  for (let n = 1; n <= 96; n++) {
    const leaf = new Leaf(book, A5);
    const recto = n % 2 === 1;
    const number = n <= 4 ? ['i', 'ii', 'iii', 'iv'][n - 1]! : String(n - 4);
    if (n === 1) {
      leaf.text('Annual report', 18, 150, 30, book.head);
      leaf.flow('of the Gullcroft Tool Library, for the year of the two springs', 18, 136, 96, 12);
      drawTool(leaf, TOOLS[0]!, 18, 40, 60);
      continue;
    }
    if ((n - 5) % 12 === 0 && n > 4) {
      const [title, text] = RULES[((n - 5) / 12) % RULES.length]!;
      leaf.image(photo, -3, 96, 154, 117);
      leaf.rust(14, 84, 34, 1.4);
      leaf.text(title, 14, 68, 26, book.head);
      leaf.flow(text, 14, 56, 116, 9);
    } else if (n % 4 === 0) {
      leaf.rect(-3, 168, 154, 45, recto ? FOAM : OAT);
      leaf.text('Loans, month by month', 18, 178, 18, book.head);
      columns(leaf, 18, 62, 112, 88, n);
      leaf.flow('Counted in the ledger; the boat shed keeps its own.', 18, 46, 110, 8.5);
    } else {
      const [title, text] = NOTES[n % NOTES.length]!;
      leaf.text(title, 18, 184, 16, book.head);
      let y = leaf.flow(text, 18, 172, 112, 10);
      const [, more] = RULES[n % RULES.length]!;
      y = leaf.flow(more, 18, y - 4, 112, 10);
      if (y > 70) drawTool(leaf, TOOLS[n % TOOLS.length]!, recto ? 88 : 18, 24, 40);
    }
    folio(leaf, number, REPORT, recto);
  }
  return bytesOf(book);
}

/** The annual report’s cover: back, spine and front as one spread, outside and inside. */
export async function annualReportCover(): Promise<Uint8Array> {
  const book = await newBook(`${REPORT}, cover`);
  const width = 2 * 148 + REPORT_SPINE;
  const wish: LeafWish = { width, height: 210, bleed: 3 };
  const outside = new Leaf(book, wish);
  harbour(outside, -3, -3, width + 6, 216);
  outside.rect(148, -3, REPORT_SPINE, 216, DEEP);
  outside.text(REPORT, 148 + REPORT_SPINE + 14, 178, 34, book.head, INK);
  outside.text('Gullcroft Tool Library', 148 + REPORT_SPINE + 14, 166, 12, book.bold, DEEP);
  outside.text('The shed on the quay', 14, 20, 10, book.bold, OAT);
  const inside = new Leaf(book, wish);
  inside.flood(SEA);
  drawTool(inside, TOOLS[2]!, 40, 70, 60);
  drawTool(inside, TOOLS[1]!, 200, 70, 60);
  return bytesOf(book);
}

/** The six chapters of the workshop manual, by the page each begins on. */
export const MANUAL_CHAPTERS: readonly (readonly [string, number])[] = [
  ['The bench', 3],
  ['Saws', 11],
  ['Planes', 19],
  ['Edges', 27],
  ['Joints', 35],
  ['Boats', 43],
];

/** The workshop manual: 48 leaves’ sides of A5 for wire, six chapters, plans of the bench in the middle. */
export async function workshopManual(): Promise<Uint8Array> {
  const book = await newBook('Workshop manual');
  for (let n = 1; n <= 48; n++) {
    const leaf = new Leaf(book, A5);
    const recto = n % 2 === 1;
    const chapter = [...MANUAL_CHAPTERS].reverse().find(([, at]) => n >= at);
    if (n === 1) {
      leaf.flood(MOSS);
      leaf.text('Workshop', 18, 160, 40, book.head, OAT);
      leaf.text('manual', 18, 144, 40, book.head, OAT);
      drawTool(leaf, TOOLS[3]!, 40, 36, 80);
      continue;
    }
    if (n === 2) {
      leaf.text('What is where', 18, 180, 20, book.head);
      MANUAL_CHAPTERS.forEach(([title, at], i) => {
        leaf.text(`${i + 1}  ${title}`, 18, 160 - i * 11, 12);
        leaf.right(String(at), 124, 160 - i * 11, 12, book.mono);
      });
      continue;
    }
    const plan = n >= 23 && n <= 26;
    if (plan) {
      leaf.rect(14, 24, 116, 160, FOAM);
      for (let i = 0; i <= 10; i++) leaf.line(14 + i * 11.6, 24, 14 + i * 11.6, 184, 0.2, SEA);
      for (let i = 0; i <= 14; i++) leaf.line(14, 24 + i * 11.4, 130, 24 + i * 11.4, 0.2, SEA);
      drawTool(leaf, TOOLS[n % TOOLS.length]!, 30, 60, 84);
      leaf.text(`Plan ${n - 22}`, 18, 188, 14, book.head);
    } else {
      const [title] = chapter ?? ['Before you begin'];
      const tool = TOOLS[(n * 3) % TOOLS.length]!;
      leaf.text(title, 18, 184, chapter?.[1] === n ? 30 : 14, book.head);
      leaf.flow(`${tool.care}\n${RULES[n % RULES.length]![1]}`, 18, 166, 108, 10);
      drawTool(leaf, tool, recto ? 84 : 24, 24, 50);
    }
    folio(leaf, String(n), 'Workshop manual', recto);
  }
  return bytesOf(book);
}

/** A wall calendar, A4 across, bound at the head: each back a picture, each front below it a month. */
export async function calendar(): Promise<Uint8Array> {
  const book = await newBook('Harbour calendar');
  const wish: LeafWish = { width: 297, height: 210, bleed: 3 };
  const photos = await embedded(
    book,
    [5, 13, 23].map((seed) => () => seascape(seed, 1500, 1060)),
  );
  const cover = new Leaf(book, wish);
  harbour(cover, -3, -3, 303, 216);
  cover.text('Harbour calendar', 20, 150, 54, book.head, INK);
  cover.text('Gullcroft Tool Library', 20, 136, 16, book.bold, DEEP);
  const days = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
  let weekday = 4;
  MONTHS.forEach((month, m) => {
    const picture = new Leaf(book, wish);
    picture.image(photos[m % photos.length]!, -3, -3, 303, 216);
    picture.rect(14, 14, 84, 20, OAT, 0.85);
    picture.text(TOOLS[m % TOOLS.length]!.name, 20, 21, 16, book.head);
    const grid = new Leaf(book, wish);
    grid.rect(-3, 168, 303, 45, m % 2 ? SEA : DEEP);
    grid.text(month, 16, 176, 40, book.head, OAT);
    ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].forEach((d, i) =>
      grid.text(d, 18 + i * 38, 156, 12, book.bold, SEA),
    );
    for (let d = 1; d <= days[m]!; d++) {
      const at = weekday + d - 1;
      const x = 18 + (at % 7) * 38;
      const y = 136 - Math.floor(at / 7) * 23;
      grid.line(x, y - 6, x + 32, y - 6, 0.3, SAND);
      grid.text(String(d), x, y, 18, at % 7 === 6 ? book.head : book.body);
    }
    weekday = (weekday + days[m]!) % 7;
  });
  const back = new Leaf(book, wish);
  back.flood(DEEP);
  back.text('Hang it where the tide table hung.', 20, 30, 14, book.body, FOAM);
  return bytesOf(book);
}

/** A picture book of knots that is read from the right: 16 pages, square. */
export async function knots(): Promise<Uint8Array> {
  const book = await newBook('Knots, read from the right');
  const wish: LeafWish = { width: 148, height: 148, bleed: 3 };
  for (let n = 1; n <= 16; n++) {
    const leaf = new Leaf(book, wish);
    leaf.flood(n === 1 || n === 16 ? DEEP : n % 2 ? OAT : FOAM);
    // a rope that runs on from the right page to the left one
    let d = 'M0 0';
    for (let i = 0; i <= 60; i++) {
      const t = (i / 60) * Math.PI * 2;
      d += ` ${i ? 'L' : 'M'}${(74 + 52 * Math.cos(t * (1 + (n % 3))) * Math.cos(t / 2 + n)).toFixed(1)} ${(74 + 44 * Math.sin(t * (2 + (n % 2)))).toFixed(1)}`;
    }
    leaf.path(d, 0, 148, 1, undefined, { color: n === 1 || n === 16 ? FOAM : SEA, width: 5 });
    leaf.path(d, 0, 148, 1, undefined, { color: n === 1 || n === 16 ? SEA : DEEP, width: 1 });
    if (n === 1) leaf.text('Knots', 84, 120, 34, book.head, OAT);
    else if (n < 16) leaf.text(String(n), n % 2 ? 14 : 126, 10, 9, book.mono, INK);
  }
  return bytesOf(book);
}

/** The sharpening guide as a fold-out: eight panels of a zigzag. */
export async function foldOut(): Promise<Uint8Array> {
  const book = await newBook('Sharpening, a fold-out');
  const wish: LeafWish = { width: 100, height: 210, bleed: 3 };
  for (let n = 1; n <= 8; n++) {
    const leaf = new Leaf(book, wish);
    leaf.flood(n === 1 || n === 8 ? SAND : n % 2 ? OAT : FOAM);
    const tool = TOOLS[n % TOOLS.length]!;
    if (n === 1) {
      leaf.text('Sharp', 12, 172, 40, book.head);
      leaf.text('in seven folds', 12, 160, 14, book.bold);
      drawTool(leaf, TOOLS[1]!, 10, 30, 80);
      continue;
    }
    leaf.rust(12, 182, 9, null, 0.4 + n * 0.07);
    leaf.text(String(n - 1), 18, 179, 20, book.head, OAT);
    leaf.flow(tool.care, 12, 160, 76, 10);
    drawTool(leaf, tool, 20, 24, 60);
  }
  return bytesOf(book);
}

/** The pocket handbook, A6, printed two at a time head to tail. */
export async function pocketHandbook(): Promise<Uint8Array> {
  const book = await newBook('Pocket handbook');
  const wish: LeafWish = { width: 105, height: 148, bleed: 3 };
  for (let n = 1; n <= 24; n++) {
    const leaf = new Leaf(book, wish);
    const recto = n % 2 === 1;
    if (n === 1 || n === 24) {
      leaf.flood(n === 1 ? SEA : DEEP);
      drawTool(leaf, TOOLS[n === 1 ? 3 : 2]!, 22, 20, 60);
      if (n === 1) {
        leaf.text('Pocket', 12, 122, 30, book.head, OAT);
        leaf.text('handbook', 12, 110, 30, book.head, OAT);
      }
      continue;
    }
    const [title, text] = RULES[(n - 2) % RULES.length]!;
    leaf.rect(-3, 126, 111, 25, recto ? FOAM : OAT);
    leaf.text(title, 12, 132, 14, book.head);
    leaf.flow(text, 12, 116, 80, 8.5);
    folio(leaf, String(n), 'Pocket handbook', recto);
  }
  return bytesOf(book);
}
