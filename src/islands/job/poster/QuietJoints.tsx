import { useState } from 'react';
import { formatLength, type Quiet, type Unit } from '../../../core';
import { Button } from '../../../ui/Button';
import { useUnit } from '../../../ui/unit';
import { usePoster } from '../context';
import { findQuiet } from './quiet';
import { jointsNow, type Way } from './wishes';

/** Moved by less than this a joint is where it was, mm. */
const STAYS = 1;
/** Less of a gain than this is none. */
const WORTH = 0.05;

/** `38 mm left`: where the joint that is moved furthest goes. */
function movesSaid(way: Way, now: readonly number[], at: readonly number[], unit: Unit): string {
  let most = 0;
  for (const [i, v] of at.entries()) if (Math.abs(v - now[i]!) > Math.abs(most)) most = v - now[i]!;
  const where = way === 'across' ? (most < 0 ? 'left' : 'right') : most < 0 ? 'up' : 'down';
  return `${formatLength(Math.abs(most), unit)} ${where}`;
}

/** Looks for quiet strips in the picture and moves the joints there, out of faces and lettering. */
export function QuietJoints({ which }: { readonly which: number }) {
  const state = usePoster(({ plan, product, poster, artwork, files, change }) => ({
    plan,
    product,
    poster,
    artwork,
    files,
    change,
  }));
  const { unit } = useUnit();
  const [said, say] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const look = async (): Promise<void> => {
    const { plan, product, poster, artwork, files, change } = state;
    setBusy(true);
    try {
      const found = await findQuiet(plan, which, product, artwork, files);
      const moves: string[] = [];
      const wish: Partial<Record<Way, number[]>> = {};
      let [before, after] = [0, 0];
      for (const way of ['across', 'down'] as const) {
        const quiet: Quiet | null = found[way];
        const now = jointsNow(poster, product, way);
        if (!quiet || quiet.busy > quiet.before * (1 - WORTH)) continue;
        if (quiet.at.every((v, i) => Math.abs(v - now[i]!) < STAYS)) continue;
        wish[way] = [...quiet.at];
        before += quiet.before;
        after += quiet.busy;
        moves.push(movesSaid(way, now, quiet.at, unit));
      }
      if (moves.length === 0) return say('The joints lie as quietly as the panels let them.');
      change({ product: wish }, 'joints into quiet places');
      say(`Moved ${moves.join(' and ')}: ${Math.round(100 * (1 - after / before))} % quieter along the joints.`);
    } catch (e) {
      if (!(e instanceof DOMException)) throw e;
      say('The picture did not come. Try again in a moment.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Button small isDisabled={busy} onPress={() => void look()}>
        {busy ? 'Looking …' : 'Joints into quiet places'}
      </Button>
      {said && <span role="status">{said}</span>}
    </>
  );
}
