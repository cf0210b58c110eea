import { tooLarge } from './limits';
import { eachCopy, type ProcessRule } from './rules';

const sheets = (n: number): string => `${n} ${n === 1 ? 'sheet' : 'sheets'}`;

/** Folded once, inserted and stitched through the fold. */
export const stitch: ProcessRule<'stitch'> = {
  machines: ['stitcher'],
  label: 'Fold and stitch',
  does: 'stitch',
  detail: (m) => `to ${sheets(m.mostSheets)}`,
  applies: ({ assembly }) => assembly.process === 'stitch',
  amount: ({ assembly }, copies) => eachCopy(copies, assembly.thing),
  limits: (plan, machine, unit) => {
    const { nested, pages } = plan.assembly;
    const many =
      nested > machine.mostSheets
        ? [
            {
              id: 'too-thick',
              title: `${sheets(nested)} are too many for ${machine.name}`,
              detail: `It folds and stitches ${sheets(machine.mostSheets)} at once, ${4 * machine.mostSheets} pages; this booklet has ${pages}.`,
            },
          ]
        : [];
    return [...many, ...tooLarge(plan, machine, 'too-large-to-stitch', unit)];
  },
};
