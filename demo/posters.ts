import { harbour } from './drawings';
import { MONTHS } from './texts';
import { bytesOf, DEEP, FOAM, INK, Leaf, newBook, OAT, SAND, SEA } from './leaf';

/** The posters of the demonstration. */

/** `07.42`, of minutes after midnight. */
const clock = (minutes: number): string => {
  const m = Math.round(minutes) % (24 * 60);
  return `${String(Math.floor(m / 60)).padStart(2, '0')}.${String(m % 60).padStart(2, '0')}`;
};

/** A year's high waters on one sheet of A1: too large for any sheet of the shop. The times are made up. */
export async function tideTable(): Promise<Uint8Array> {
  const book = await newBook('Tide table for the wall');
  const leaf = new Leaf(book, { width: 594, height: 841, bleed: 3 });
  leaf.rect(-3, -3, 600, 847, FOAM);
  harbour(leaf, -3, 500, 600, 344);
  leaf.text('High water', 38, 748, 178, book.head, INK);
  leaf.text('at the Gullcroft breakwater', 41, 716, 58, book.body, DEEP);
  leaf.rect(-3, -3, 600, 506, DEEP);
  MONTHS.forEach((month, i) => {
    const x = 38 + (i % 4) * 132;
    const y = 330 - Math.floor(i / 4) * 154;
    leaf.rect(x, y, 122, 144, OAT);
    leaf.rect(x, y + 122, 122, 22, SAND);
    leaf.text(month, x + 6, y + 128, 40, book.head, INK);
    for (let day = 0; day < 31; day++) {
      if (day >= [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][i]!) break;
      const column = Math.floor(day / 11);
      const at = y + 112 - (day % 11) * 10.6;
      // the tide is fifty minutes later every day
      const high = (i * 31 + day) * 50.5 + 190;
      leaf.text(String(day + 1), x + 6 + column * 39, at, 15, book.bold, SEA);
      leaf.text(clock(high), x + 15 + column * 39, at, 19, book.body, INK);
    }
  });
  leaf.text('Times are by the harbour clock. Nets off the slip two hours before.', 38, 8, 26, book.body, FOAM);
  return bytesOf(book);
}

/** What the harbour office has to say, a notice each; all made up. */
const NOTICES = [
  ['Moorings', 'are let by the season. Ask at the office before you tie up.'],
  ['Speed', 'is dead slow inside the breakwater, for all and at all times.'],
  ['Slipway', 'Keep it clear for two hours before high water.'],
  ['Nets', 'are mended on the upper quay and nowhere else.'],
  ['Fuel', 'is sold from eight to noon. No naked light on the pier.'],
  ['Visitors', 'moor at the yellow buoys for three nights at most.'],
  ['Lost oars', 'hang in the loft. Describe yours and take it home.'],
] as const;

/** Seven notices of one size: seven forms of one layout on the offset press. */
export async function notices(): Promise<Uint8Array> {
  const book = await newBook('Harbour notices');
  NOTICES.forEach(([head, says], i) => {
    const leaf = new Leaf(book, { width: 350, height: 500, bleed: 0 });
    leaf.rect(15, 330, 320, 155, i % 2 ? SEA : DEEP);
    leaf.text(head, 32, 385, 150, book.head, OAT);
    leaf.text(`Notice ${i + 1}`, 34, 350, 38, book.bold, FOAM);
    leaf.flow(says, 34, 290, 285, 58, book.body);
    leaf.rect(15, 15, 320, 4, DEEP);
    leaf.text('Gullcroft Harbour Office', 34, 28, 30, book.bold, DEEP);
  });
  return bytesOf(book);
}
