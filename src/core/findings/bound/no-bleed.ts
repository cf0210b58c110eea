import { bleedsOf, pageBleed, spineBleed, spineEdge } from '../../makeup';
import { factsOf } from '../../pages';
import { whiteEdges } from '../../sheet';
import { bleedFindings, enlargedFor, type Lacking } from '../bleed';
import type { Check, InspectedBook } from '../kinds';

/** Bleed that is asked for but that the artwork does not reach. */
export const noBleed: Check<InspectedBook> = (it) => {
  const { face } = bleedsOf(it.product);
  if (face === 0) return [];
  return bleedFindings(it, lacking(it), {
    bleed: face,
    round: 'page',
    without: {
      label: 'Print without bleed',
      detail: 'booklets lie closer on the sheet',
      patch: { product: { bleed: 0, endBleed: null } },
    },
  });
};

/** The pages that lack bleed, how many were looked at, and how much larger all would have to be. */
function lacking({ docket, product, artwork, book, plan }: InspectedBook): Lacking {
  const { finished, bound } = product;
  const { face, ends } = bleedsOf(product);
  const atSpine = spineBleed(product);
  const needs = [1, 2].map((reading) => pageBleed(spineEdge(reading, bound), face, ends, atSpine));
  const white = whiteEdges(plan);
  const short: number[] = [];
  let enlarge = 1;
  let placed = 0;
  book.pages.forEach(({ ref }, i) => {
    const page = ref ? factsOf(artwork, ref) : undefined;
    // where the edge stays white there is none to lack
    if (white.has(i + 1)) return;
    // parts of sheets have their neighbours' content beside them; turned pages are looked at by eye
    if (!ref || !page || ref.part || ref.turn !== 0) return;
    placed++;
    // which edge is the spine, and needs no bleed, goes by where the page stands in the book
    const larger = enlargedFor(page, docket.artwork, finished, needs[i % 2]!);
    if (larger === null) return;
    short.push(ref.page);
    enlarge = Math.max(enlarge, larger);
  });
  return { short, all: short.length === placed, enlarge };
}
