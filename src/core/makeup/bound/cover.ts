import type { Artwork, BoundProduct, Cover, PageBox } from '../../docket';
import { SINGLE, turnedWay } from '../../fold';
import { factsOf, pagesIn, type PageList, type PageRef } from '../../pages';
import type { Machine } from '../../shop';
import { rulesOf } from './bindings';
import type { BookPage, SectionPlanned } from './section';

type SeparateCover = Extract<Cover, { kind: 'separate' }>;

/** The pages of a cover on its own stock, and what is left for the text. */
export interface CoverPages {
  readonly text: PageList;
  /** The outside and the inside of its front; then the inside and the outside of its back. */
  readonly outside: readonly BookPage[];
  readonly behind: readonly BookPage[];
  /** Its artwork where that is one spread over back, spine and front. */
  readonly spread: SectionPlanned['spread'];
  /** Pages that are wanted and not there. */
  readonly lacks: number;
  /** Whether its pages are of the text's list, and counted with it. */
  readonly counted: boolean;
}

const asPage = (ref: PageRef | null, n: number): BookPage => ({ kind: 'cover', ref, label: `C${n}` });

/** The pages of a book's cover, taken from its text or from a file of its own. */
export function coverPages(
  product: Pick<BoundProduct, 'binding' | 'finished' | 'bound'>,
  cover: SeparateCover,
  box: PageBox,
  artwork: Artwork,
  list: PageList,
): CoverPages {
  if (cover.from === 'text') return ofTheText(list, cover);
  return ofAFile(product, cover, cover.from, box, artwork, list);
}

/** Faces of four that are printed and have no page: all, or those outside. */
const lacking = (four: readonly (PageRef | null)[], { printed }: SeparateCover): number =>
  (printed === 'both' ? four : [four[0], four[3]]).filter((p) => !p).length;

function ofTheText(list: PageList, cover: SeparateCover): CoverPages {
  const n = list.length;
  const [first, second] = [list[0] ?? null, n > 2 ? list[1]! : null];
  const [third, last] = [n > 3 ? list[n - 2]! : null, n > 1 ? list[n - 1]! : null];
  return {
    text: n >= 4 ? list.slice(2, -2) : [],
    outside: [asPage(first, 1), asPage(second, 2)],
    behind: [asPage(third, 3), asPage(last, 4)],
    spread: undefined,
    lacks: n >= 4 ? 0 : lacking([first, second, third, last], cover),
    counted: true,
  };
}

function ofAFile(
  { binding, finished, bound }: Pick<BoundProduct, 'binding' | 'finished' | 'bound'>,
  cover: SeparateCover,
  file: number,
  box: PageBox,
  artwork: Artwork,
  text: PageList,
): CoverPages {
  const { flaps } = cover;
  const inNest = rulesOf(binding).cover === 'inserted';
  const level = bound === 'top';
  const count = pagesIn(artwork, file);
  const first = factsOf(artwork, { file, page: 1 })?.[box];
  // a page of a cover with a flat spine is as wide as the book, and stands between the spine and the flap
  const across = (column: number): [number, number] => {
    const whole = first?.width ?? 1;
    const [from, to] = [flaps / whole, (flaps + finished.width) / whole];
    return column === 0 ? [from, to] : [1 - to, 1 - from];
  };
  // the half that is counted first: the left, or where the spine lies level the lower
  const half = (n: number): NonNullable<PageRef['part']> =>
    level
      ? { columns: 1, rows: 2, column: 0, row: n }
      : { columns: 2, rows: 1, column: n, row: 0, ...(inNest ? {} : { across: across(n) }) };
  const whole = (page: number): PageRef => ({ file, page, turn: 0 });
  const part = (page: number, column: number): PageRef => ({ ...whole(page), part: half(column) });
  const wide =
    first !== undefined &&
    count <= 2 &&
    (level ? first.height > 1.7 * finished.height : first.width > 1.7 * finished.width);
  // the front stands at the right of the outside, or at the left where it is read from the right, or below
  const front = bound === 'left' ? 1 : 0;
  let four: (PageRef | null)[];
  // behind the front lies the half on the other side, seen from inside
  if (wide)
    four = [
      part(1, front),
      count > 1 ? part(2, 1 - front) : null,
      count > 1 ? part(2, front) : null,
      part(1, 1 - front),
    ];
  else if (count >= 4) four = [whole(1), whole(2), whole(count - 1), whole(count)];
  else if (count === 3) four = [whole(1), whole(2), null, whole(3)];
  else four = [count > 0 ? whole(1) : null, null, null, count > 1 ? whole(2) : null];
  return {
    text,
    outside: [asPage(four[0]!, 1), asPage(four[1]!, 2)],
    behind: [asPage(four[2]!, 3), asPage(four[3]!, 4)],
    spread: wide && !inNest ? { outer: whole(1), inner: count > 1 ? whole(2) : null } : undefined,
    lacks: wide ? 0 : lacking(four, cover),
    counted: false,
  };
}

/**
 * The cover as a section of four pages.
 * @param text the machine of the text, which prints it where it names none
 * @param total pages of the book, the cover's among them
 */
export function coverSection(
  { bound }: Pick<BoundProduct, 'bound'>,
  cover: SeparateCover,
  text: Machine,
  total: number,
  spread: SectionPlanned['spread'],
): SectionPlanned {
  return {
    kind: 'cover',
    way: turnedWay(SINGLE, bound),
    stock: cover.stock,
    machine: cover.machine ?? text,
    places: [1, 2, total - 1, total],
    depth: 0,
    printed: cover.printed,
    strangers: [],
    ...(spread ? { spread } : {}),
  };
}
