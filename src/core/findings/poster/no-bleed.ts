import { factsOf } from '../../pages';
import { sizeTurned } from '../../measure';
import { bleedFindings, enlargedFor } from '../bleed';
import type { Check, InspectedPoster } from '../kinds';

/** Bleed round the poster that its artwork does not reach. */
export const noBleed: Check<InspectedPoster> = (it) => {
  const { docket, artwork, product, poster } = it;
  const { bleed, finished } = product;
  if (bleed === 0) return [];
  const need = { left: bleed, right: bleed, top: bleed, bottom: bleed };
  const short: number[] = [];
  let enlarge = 1;
  for (const ref of poster.posters) {
    const facts = ref.part ? undefined : factsOf(artwork, ref);
    const larger =
      facts && enlargedFor(facts, docket.artwork, sizeTurned(finished, ref.turn), need, { turn: ref.turn });
    if (larger === undefined || larger === null) continue;
    short.push(ref.page);
    enlarge = Math.max(enlarge, larger);
  }
  return bleedFindings(
    it,
    { short, all: short.length === poster.posters.length, enlarge },
    {
      bleed,
      round: 'poster',
      without: {
        label: 'Print without bleed',
        detail: 'the panels’ edges are the poster’s',
        patch: { product: { bleed: 0 } },
      },
    },
  );
};
