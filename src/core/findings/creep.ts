import { formatLength } from '../measure';
import type { Finding, Inspected, Remedy } from './kinds';

/** Creep that takes more of the pages than the safe area, at the face or in the fold. */
export function creepFinding({ docket, plan, unit }: Inspected): Finding[] {
  const { safe, creep } = docket.product;
  const { lostAtFace, lostAtSpine } = plan.creep;
  const face = lostAtFace >= lostAtSpine;
  const lost = Math.max(lostAtFace, lostAtSpine);
  if (lost <= safe + 1e-9) return [];
  const say = (mm: number): string => formatLength(mm, unit, unit === 'mm' ? 2 : 3);
  const to = (correction: typeof creep.correction) => ({ product: { creep: { correction } } });
  const options: readonly (Remedy & { readonly how: typeof creep.correction })[] = [
    { how: 'halves', label: 'Halve it', detail: 'inner content to the spine, outer to the face', patch: to('halves') },
    { how: 'scale', label: 'Make inner pages narrower', detail: 'nothing is lost', patch: to('scale') },
    { how: 'push-in', label: 'Move it to the spine', detail: 'nothing is lost at the face', patch: to('push-in') },
  ];
  return [
    {
      id: 'creep',
      severity: 'look',
      station: 'product',
      title: face ? `The trim takes ${say(lost)} of pages at the face` : `Content goes ${say(lost)} into the fold`,
      detail: `${say(safe)} are meant to be safe. The innermost leaf stands out ${say(plan.creep.standsOut.at(-1) ?? 0)}.`,
      remedies: options
        .filter((o) => o.how !== creep.correction && (face || o.how !== 'push-in'))
        .map(({ label, detail, patch }) => ({ label, detail, patch })),
    },
  ];
}
