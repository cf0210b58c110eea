import { TOOLS, drawTool, harbour } from './drawings';
import { bytesOf, DEEP, embedded, FOAM, INK, Leaf, newBook, OAT, SAND, SEA, type Book, type LeafWish } from './leaf';
import { random, scannedPage, seascape } from './photo';
import { MONTHS, NOTES, RULES } from './texts';

const A5: LeafWish = { width: 148, height: 210, bleed: 3 };

function folio(leaf: Leaf, n: number, running: string): void {
  const { width } = leaf.wish;
  const recto = n % 2 === 1;
  if (recto) leaf.right(String(n), width - 14, 10, 9, leaf.book.mono);
  else leaf.text(String(n), 14, 10, 9, leaf.book.mono);
  if (recto) leaf.text(running, 18, 10, 7.5, leaf.book.body, SEA);
  else leaf.right(running, width - 18, 10, 7.5, leaf.book.body, SEA);
}

/** The borrower’s handbook: 28 pages A5, bleed all round, CMYK and the spot ink. */
export async function handbook(): Promise<Uint8Array> {
  const book = await newBook('The borrower’s handbook');
  const photos = await embedded(
    book,
    [3, 11, 29].map((seed) => () => seascape(seed, 1240, 900)),
  );
  const cover = new Leaf(book, A5);
  harbour(cover, -3, -3, 154, 216);
  cover.text('The borrower’s', 14, 184, 30, book.head, INK);
  cover.text('handbook', 14, 169, 44, book.head, INK);
  cover.text('Gullcroft Tool Library', 14, 159, 12, book.bold, DEEP);

  for (let n = 2; n <= 27; n++) {
    const leaf = new Leaf(book, A5);
    const running = 'The borrower’s handbook';
    if (n === 2) {
      leaf.flood(SEA);
      leaf.flow('Whatever you build with it,\nbring it back dry.', 18, 120, 110, 20, book.head, 1.25, OAT);
      continue;
    }
    if (n === 3) {
      leaf.text('Contents', 18, 180, 26, book.head);
      let y = 162;
      RULES.forEach(([title], i) => {
        leaf.text(title, 18, y, 11);
        leaf.right(String(4 + 2 * i), 130, y, 11, book.mono);
        leaf.line(18, y - 2.4, 130, y - 2.4, 0.3, SAND);
        y -= 10;
      });
      leaf.text('Tools, one by one', 18, y, 11);
      leaf.right('20', 130, y, 11, book.mono);
      folio(leaf, n, running);
      continue;
    }
    const rule = n < 20 ? RULES[Math.floor((n - 4) / 2)] : undefined;
    if (rule && n % 2 === 0) {
      leaf.rust(-3, 186, 10, 14);
      leaf.text(rule[0], 18, 184, 24, book.head);
      leaf.flow(rule[1], 18, 168, 110, 10.5);
      drawTool(leaf, TOOLS[(n / 2) % TOOLS.length]!, 84, 22, 44);
    } else if (rule) {
      const photo = photos[Math.floor(n / 2) % photos.length]!;
      leaf.image(photo, -3, 76, 154, 137);
      leaf.rust(14, 70, 40, 1.2);
      leaf.flow(`${rule[0]}: the quay, seen from the loft.`, 14, 62, 100, 9, book.bold);
      leaf.flow(rule[1].split('\n')[1] ?? rule[1], 14, 55, 112, 9);
    } else {
      const tool = TOOLS[(n - 20) % TOOLS.length]!;
      if (n < 26) {
        leaf.rect(-3, 96, 154, 117, n % 2 ? FOAM : OAT);
        drawTool(leaf, tool, 29, 106, 90);
        leaf.text(tool.name, 18, 78, 26, book.head);
        leaf.text(tool.shelf, 18, 69, 10, book.mono, DEEP);
        leaf.flow(tool.care, 18, 58, 112, 10.5);
      } else if (n === 26) {
        leaf.text('What I have borrowed', 18, 180, 24, book.head);
        for (let i = 0; i < 16; i++) leaf.line(18, 164 - i * 9, 130, 164 - i * 9, 0.4, SEA);
      } else {
        leaf.text('Hours', 18, 180, 24, book.head);
        leaf.flow(
          'Weekdays six till nine in the evening.\nSaturday nine till one.\nSunday by the tide.',
          18,
          164,
          110,
          12,
        );
        drawTool(leaf, TOOLS[1]!, 74, 30, 60);
      }
    }
    folio(leaf, n, running);
  }
  const back = new Leaf(book, A5);
  back.flood(DEEP);
  back.rust(74, 120, 22, null);
  drawTool(back, TOOLS[2]!, 54, 100, 40);
  back.text('Gullcroft Tool Library', 48, 60, 11, book.bold, OAT);
  back.text('The shed on the quay', 54, 53, 9, book.body, FOAM);
  return bytesOf(book);
}

/** The tide almanac: 22 pages, a number that makes no whole sheets. */
export async function almanac(packed = true): Promise<Uint8Array> {
  const book = await newBook('Tide almanac');
  const next = random(7);
  const cover = new Leaf(book, A5);
  cover.flood(DEEP);
  for (let i = 0; i < 24; i++) {
    const y = 8 + i * 6;
    let d = 'M0 0';
    for (let k = 1; k <= 40; k++) d += ` L${k * 4} ${Math.round(30 * Math.sin(k / 3 + i / 2.2) * (1 - i / 30)) / 10}`;
    cover.path(d, -3, y, 1, undefined, { color: i % 4 ? SEA : FOAM, width: 1.1 });
  }
  cover.rust(104, 168, 17, null);
  cover.text('Tide', 14, 178, 46, book.head, OAT);
  cover.text('almanac', 14, 162, 46, book.head, OAT);
  cover.text('for Gullcroft harbour', 14, 152, 12, book.body, FOAM);
  const notes = (n: number, k: number): void => {
    const leaf = new Leaf(book, A5);
    const [title, text] = NOTES[k % NOTES.length]!;
    leaf.rect(-3, 196, 154, 17, FOAM);
    leaf.text(title, 16, 176, 22, book.head);
    leaf.flow(text, 16, 162, 114, 10.5);
    tideCurve(book, leaf, 16, 40, 116, 50, k);
    folio(leaf, n, 'Tide almanac');
  };
  notes(2, 0);
  notes(3, 1);
  MONTHS.forEach((month, m) => {
    const leaf = new Leaf(book, A5);
    leaf.rect(-3, 182, 154, 31, m % 2 ? SEA : DEEP);
    leaf.text(month, 14, 189, 26, book.head, OAT);
    leaf.rust(124, 193, 7, null, 0.4 + 0.05 * m);
    const days = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][m]!;
    ['Day', 'High', 'm', 'Low', 'm'].forEach((h, i) => leaf.text(h, 14 + i * 26, 174, 7.5, book.bold, SEA));
    for (let d = 0; d < days; d++) {
      const y = 169 - d * 4.75;
      if (d % 2 === 0) leaf.rect(12, y - 1.3, 124, 4.75, OAT);
      const phase = ((d + m * 30.4) * 50.5) % 745;
      const clock = (minutes: number): string =>
        `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(Math.floor(minutes) % 60).padStart(2, '0')}`;
      const spring = Math.cos(((d + m * 30.4) / 14.77) * 2 * Math.PI);
      const cells = [
        String(d + 1),
        clock(phase),
        (4.4 + 0.9 * spring + 0.1 * next()).toFixed(1),
        clock(phase + 373),
        (1.1 - 0.7 * spring + 0.1 * next()).toFixed(1),
      ];
      cells.forEach((c, i) => leaf.text(c, 14 + i * 26, y, 8, i === 0 ? book.bold : book.mono));
    }
    folio(leaf, m + 4, 'Tide almanac');
  });
  for (let n = 16; n <= 21; n++) notes(n, n);
  const back = new Leaf(book, A5);
  harbour(back, -3, -3, 154, 216, true);
  back.text('Printed on the quay', 14, 196, 9, book.body, INK);
  return bytesOf(book, packed);
}

function tideCurve(book: Book, leaf: Leaf, x: number, y: number, width: number, height: number, k: number): void {
  leaf.line(x, y, x + width, y, 0.5, INK);
  for (let i = 0; i <= 24; i += 6) {
    leaf.line(x + (width * i) / 24, y, x + (width * i) / 24, y + height, 0.3, SAND);
    leaf.text(`${String(i).padStart(2, '0')}:00`, x + (width * i) / 24 - 4, y - 5, 6.5, book.mono);
  }
  let d = '';
  for (let i = 0; i <= 96; i++)
    d += `${i ? 'L' : 'M'}${Math.round((i / 96) * width * 100) / 100} ${Math.round((height / 2) * 100 - 0.42 * height * 100 * Math.sin(i / 7.9 + k)) / 100} `;
  leaf.path(d, x, y + height, 1, undefined, { color: SEA, width: 1.6 });
}

/** A guide that came with its own crop marks around a smaller trim box. */
export async function sharpeningGuide(): Promise<Uint8Array> {
  const book = await newBook('Care of edges');
  const wish: LeafWish = { width: 148, height: 210, bleed: 3, slug: 9 };
  for (let n = 1; n <= 16; n++) {
    const leaf = new Leaf(book, wish);
    const mark = (x0: number, y0: number, x1: number, y1: number): void => leaf.line(x0, y0, x1, y1, 0.3, INK);
    for (const x of [0, 148]) {
      mark(x, -10, x, -4.5);
      mark(x, 214.5, x, 220);
    }
    for (const y of [0, 210]) {
      mark(-10, y, -4.5, y);
      mark(152.5, y, 158, y);
    }
    leaf.text(`care-of-edges  page ${n}`, 40, -9.5, 6, book.mono);
    const tool = TOOLS[n % TOOLS.length]!;
    if (n === 1 || n === 16) {
      leaf.flood(n === 1 ? SAND : SEA);
      drawTool(leaf, TOOLS[n === 1 ? 1 : 0]!, 24, 30, 100);
      if (n === 1) {
        leaf.text('Care of', 14, 178, 44, book.head);
        leaf.text('edges', 14, 160, 44, book.head);
      }
      continue;
    }
    leaf.rect(-3, 160, 154, 53, n % 2 ? FOAM : OAT);
    drawTool(leaf, tool, 92, 158, 46);
    leaf.text(`${n - 1}`, 14, 178, 40, book.head, DEEP);
    leaf.text(tool.name, 14, 166, 14, book.bold);
    const [, rule] = RULES[n % RULES.length]!;
    leaf.flow(`${tool.care}\n${rule}`, 14, 146, 116, 10);
    folio(leaf, n, 'Care of edges');
  }
  return bytesOf(book);
}

/** A roster made in an office program: no bleed, no boxes. */
export async function roster(): Promise<Uint8Array> {
  const book = await newBook('Volunteer roster');
  const names = ['Ansel', 'Brida', 'Corin', 'Dunmore', 'Elspet', 'Farrow', 'Greer', 'Hobb'];
  for (let n = 1; n <= 12; n++) {
    const leaf = new Leaf(book, { width: 148, height: 210, bleed: 0, boxes: false });
    leaf.rect(0, 178, 148, 32, n === 1 ? DEEP : SEA);
    leaf.text(n === 1 ? 'Volunteer roster' : MONTHS[n - 1]!, 12, 188, 22, book.head, OAT);
    for (let i = 0; i < 24; i++) {
      const y = 168 - i * 6.4;
      leaf.line(12, y - 2, 136, y - 2, 0.3, SAND);
      leaf.text(`Week ${1 + Math.floor(i / 6)}`, 12, y, 8.5, book.mono);
      leaf.text(['Desk', 'Bench', 'Slip', 'Stones', 'Loft', 'Tea'][i % 6]!, 40, y, 9);
      leaf.text(names[(i * 3 + n) % names.length]!, 80, y, 9, book.bold);
    }
    leaf.text(String(n), 72, 8, 9, book.mono);
  }
  return bytesOf(book);
}

/** A folder of loose things in one file: A5, A4, A6 and a page across. */
export async function mixedSizes(): Promise<Uint8Array> {
  const book = await newBook('Loft inventory');
  const sizes: readonly (readonly [number, number])[] = [
    [148, 210],
    [148, 210],
    [210, 297],
    [148, 210],
    [105, 148],
    [148, 210],
    [210, 148],
    [148, 210],
  ];
  sizes.forEach(([width, height], i) => {
    const leaf = new Leaf(book, { width, height, bleed: 3 });
    leaf.flood(i % 2 ? OAT : FOAM);
    const size = Math.min(width, height) * 0.6;
    drawTool(leaf, TOOLS[i % TOOLS.length]!, (width - size) / 2, (height - size) / 2, size);
    leaf.text('Loft inventory', 12, height - 20, 18, book.head);
    leaf.text(`${width} by ${height}, item ${i + 1}`, 12, 12, 9, book.mono);
  });
  return bytesOf(book);
}

/** Scans of the old minute book: 24 large images, about 60 MB. */
export async function minuteBook(): Promise<Uint8Array> {
  const book = await newBook('Minute book');
  for (let n = 0; n < 24; n++) {
    const leaf = new Leaf(book, { width: 148, height: 210, bleed: 3 });
    leaf.image(await book.doc.embedJpg(await scannedPage(n + 1, 2420, 3394)), -3, -3, 154, 216);
  }
  return bytesOf(book);
}
