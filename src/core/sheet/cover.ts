import { factsOf, pagesIn, SINGLE, turnedWay, type PageRef } from '../bound';
import type { Artwork } from '../docket/artwork';
import type { Docket } from '../docket/schema';
import type { BookPage, Section, Unnumbered } from './section';

/** The pages of a cover on its own stock, and what is left for the text. */
export function coverPages(docket: Docket, artwork: Artwork, list: readonly (PageRef | null)[]) {
  const { cover, binding, finished, bound } = docket.product;
  if (cover.kind !== 'separate') return null;
  const asPage = (ref: PageRef | null, n: number): BookPage => ({
    kind: 'cover',
    ref,
    label: `C${n}`,
  });
  const inNest = binding.kind === 'saddle-stitched';
  if (cover.from === 'text') {
    const n = list.length;
    const [first, second] = [list[0] ?? null, n > 2 ? list[1]! : null];
    const [third, last] = [n > 3 ? list[n - 2]! : null, n > 1 ? list[n - 1]! : null];
    return {
      text: n >= 4 ? list.slice(2, -2) : [],
      outside: [asPage(first, 1), asPage(second, 2)],
      behind: [asPage(third, 3), asPage(last, 4)],
      spread: undefined,
      lacks: Math.max(0, 4 - n),
    };
  }
  const file = cover.from;
  const count = pagesIn(artwork, file);
  // a page of a cover with a flat spine is as wide as the book, and stands between the spine and the flap
  const across = (column: number): [number, number] => {
    const whole = factsOf(artwork, { file, page: 1 })?.[docket.artwork.box].width ?? 1;
    const [from, to] = [cover.flaps / whole, (cover.flaps + finished.width) / whole];
    return column === 0 ? [from, to] : [1 - to, 1 - from];
  };
  const level = bound === 'top';
  // the half that is counted first: the left, or where the spine lies level the lower
  const half = (n: number): NonNullable<PageRef['part']> =>
    level
      ? { columns: 1, rows: 2, column: 0, row: n }
      : { columns: 2, rows: 1, column: n, row: 0, ...(inNest ? {} : { across: across(n) }) };
  const ref = (page: number, column?: number): PageRef => ({
    file,
    page,
    turn: 0,
    ...(column === undefined ? {} : { part: half(column) }),
  });
  const first = factsOf(artwork, { file, page: 1 });
  const box = first?.[docket.artwork.box];
  const wide =
    box !== undefined && count <= 2 && (level ? box.height > 1.7 * finished.height : box.width > 1.7 * finished.width);
  // the front stands at the right of the outside, or at the left where it is read from the right, or below
  const front = bound === 'left' ? 1 : 0;
  const inside = count > 1 ? 2 : null;
  let four: (PageRef | null)[];
  // behind the front lies the half on the other side, seen from inside
  const behindFront = 1 - front;
  if (wide)
    four = [
      ref(1, front),
      inside ? ref(inside, behindFront) : null,
      inside ? ref(inside, 1 - behindFront) : null,
      ref(1, 1 - front),
    ];
  else if (count >= 4) four = [ref(1), ref(2), ref(count - 1), ref(count)];
  else if (count === 3) four = [ref(1), ref(2), null, ref(3)];
  else four = [count > 0 ? ref(1) : null, null, null, count > 1 ? ref(2) : null];
  const spread = wide && !inNest ? { outer: ref(1), inner: count > 1 ? ref(2) : null } : undefined;
  return {
    text: list,
    outside: [asPage(four[0]!, 1), asPage(four[1]!, 2)],
    behind: [asPage(four[2]!, 3), asPage(four[3]!, 4)],
    spread,
    lacks: wide ? 0 : Math.max(0, 4 - count),
  };
}

/** The cover as a section of four pages. */
export function coverOf(docket: Docket, total: number, spread: Section['spread']): Unnumbered | null {
  const { cover } = docket.product;
  if (cover.kind !== 'separate') return null;
  return {
    kind: 'cover',
    way: turnedWay(SINGLE, docket.product.bound),
    stock: cover.stock,
    machine: cover.machine ?? docket.sheet.machine,
    places: [1, 2, total - 1, total],
    depth: 0,
    printed: cover.printed,
    strangers: [],
    ...(spread ? { spread } : {}),
  };
}
