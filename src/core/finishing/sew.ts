import { tooLarge, tooThick, toThickness } from './limits';
import { eachCopy, type ProcessRule } from './rules';

/** Sections sewn through the fold, then glued into the cover. */
export const sew: ProcessRule<'sew'> = {
  machines: ['sewing machine'],
  label: 'Sew',
  does: 'sew',
  detail: toThickness,
  applies: ({ assembly }) => assembly.process === 'sew',
  amount: ({ assembly }, copies) => eachCopy(copies, assembly.thing),
  limits: (plan, machine, unit) => [
    ...tooThick(plan, machine, unit),
    ...tooLarge(plan, machine, 'too-large-to-bind', unit),
  ],
};
