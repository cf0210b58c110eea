import { turnedToLie } from '../../makeup';
import { sizeTurned } from '../../measure';
import { factsOf } from '../../pages';
import { bleedFindings, enlargedFor } from '../bleed';
import type { Check, InspectedFlat } from '../kinds';

/** Bleed that is asked for but that the artwork does not reach. */
export const noBleed: Check<InspectedFlat> = (it) => {
  const { docket, artwork, product, flat } = it;
  const { bleed, finished } = product;
  if (bleed === 0) return [];
  const need = { left: bleed, right: bleed, top: bleed, bottom: bleed };
  const short = new Set<number>();
  const looked = new Set<number>();
  let enlarge = 1;
  for (const ref of flat.faces.flatMap(({ front, back }) => [front, back])) {
    const facts = ref && factsOf(artwork, ref);
    if (!ref || !facts || ref.part || looked.has(ref.page)) continue;
    looked.add(ref.page);
    const { turn } = turnedToLie(ref, facts[docket.artwork.box], finished);
    const larger = enlargedFor(facts, docket.artwork, sizeTurned(finished, turn), need, turn);
    if (larger === null) continue;
    short.add(ref.page);
    enlarge = Math.max(enlarge, larger);
  }
  return bleedFindings(
    it,
    { short: [...short], all: short.size === looked.size, enlarge },
    {
      bleed,
      round: product.what,
      without: { label: 'Print without bleed', detail: 'more lie on a sheet', patch: { product: { bleed: 0 } } },
    },
  );
};
