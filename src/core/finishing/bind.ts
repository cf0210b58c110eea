import { tooLarge, tooThick, toThickness } from './limits';
import { eachCopy, type ProcessRule } from './rules';

/** The spine milled and glued, the cover laid round it. */
export const bind: ProcessRule<'bind'> = {
  machines: ['binder'],
  label: 'Mill and glue',
  does: 'bind perfect',
  detail: toThickness,
  applies: ({ assembly }) => assembly.process === 'bind',
  amount: ({ assembly }, copies) => eachCopy(copies, assembly.thing),
  limits: (plan, machine, unit) => [
    ...tooThick(plan, machine, unit),
    ...tooLarge(plan, machine, 'too-large-to-bind', unit),
  ],
};
