import { EPSILON, formatSize } from '../measure';
import { plural, type Finding, type Inspected, type Remedy } from './kinds';

/** More sheets, or a larger piece, than the finishing machine takes. */
export function finishingFinding({ docket, plan, shop, unit }: Inspected): Finding[] {
  const { finisher, stitch } = docket.finish;
  if (!stitch || docket.product.binding.kind !== 'saddle-stitched') return [];
  const found: Finding[] = [];
  const sheets = plan.creep.standsOut.length;
  if (sheets > finisher.maxSheets) {
    const others: Remedy[] = shop.finishers
      .filter((f) => f.maxSheets >= sheets)
      .map((f) => ({
        label: `Finish on ${f.name}`,
        detail: `takes ${plural(f.maxSheets, 'sheet')}`,
        patch: { finish: { finisher: f } },
      }));
    found.push({
      id: 'too-thick',
      severity: 'stop',
      station: 'finish',
      title: `${plural(sheets, 'sheet')} are too many for ${finisher.name}`,
      detail: `It folds and stitches ${plural(finisher.maxSheets, 'sheet')} at once, ${4 * finisher.maxSheets} pages; this booklet has ${plan.reading.length}.`,
      remedies: [
        ...others,
        {
          label: 'Print only, finish elsewhere',
          detail: 'sheets come folded by another hand',
          patch: { finish: { stitch: false } },
        },
      ],
    });
  }
  const { finished } = docket.product;
  if (finished.width > finisher.largest.width + EPSILON || finished.height > finisher.largest.height + EPSILON)
    found.push({
      id: 'too-large-to-stitch',
      severity: 'stop',
      station: 'finish',
      title: `The booklet is too large for ${finisher.name}`,
      detail: `It takes ${formatSize(finisher.largest, unit)}; this is ${formatSize(finished, unit)}.`,
      remedies: [
        ...shop.finishers
          .filter((f) => finished.width <= f.largest.width + EPSILON && finished.height <= f.largest.height + EPSILON)
          .map((f) => ({ label: `Finish on ${f.name}`, patch: { finish: { finisher: f } } })),
        { label: 'Print only, finish elsewhere', patch: { finish: { stitch: false } } },
      ],
    });
  return found;
}
