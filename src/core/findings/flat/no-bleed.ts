import { laidSize, turnedToLie } from '../../makeup';
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
  const short: number[] = [];
  const looked = new Set<string>();
  let enlarge = 1;
  for (const ref of flat.faces.flatMap(({ front, back }) => [front, back])) {
    const facts = ref && factsOf(artwork, ref);
    const key = ref && `${ref.file} ${ref.page} ${ref.part?.piece ?? ''}`;
    // parts of a grid have their neighbours' content beside them
    if (!key || !facts || (ref.part && ref.part.piece === undefined) || looked.has(key)) continue;
    looked.add(key);
    const { turn } = turnedToLie(ref, laidSize(facts, docket.artwork.box, ref.part), finished);
    const larger = enlargedFor(facts, docket.artwork, sizeTurned(finished, turn), need, { turn, part: ref.part });
    if (larger === null) continue;
    short.push(ref.page);
    enlarge = Math.max(enlarge, larger);
  }
  return bleedFindings(
    it,
    { short, all: short.length === looked.size, enlarge },
    {
      bleed,
      round: product.what,
      without: { label: 'Print without bleed', detail: 'more lie on a sheet', patch: { product: { bleed: 0 } } },
    },
  );
};
