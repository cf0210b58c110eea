import { tooLarge, tooThick, toThickness } from './limits';
import { eachCopy, type ProcessRule } from './rules';

/** Leaves punched or drilled, and bound through their holes. */
export const punch: ProcessRule<'punch'> = {
  machines: ['punch'],
  label: 'Punch and bind',
  does: 'punch',
  detail: toThickness,
  applies: ({ assembly }) => assembly.process === 'punch',
  amount: ({ assembly }, copies) => eachCopy(copies, assembly.thing),
  limits: (plan, machine, unit) => [
    ...tooThick(plan, machine, unit),
    ...tooLarge(plan, machine, 'too-large-to-bind', unit),
  ],
};
