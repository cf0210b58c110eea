import { EPSILON, formatLength, type Unit } from '../measure';
import type { FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { tooLarge, tooThick, toThickness } from './limits';
import { eachCopy, type Limit, type ProcessRule } from './rules';

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
    ...tooDeep(plan, machine, unit),
  ],
};

/** A spine that is milled deeper than the machine can. */
function tooDeep({ assembly: { milled } }: Plan, { name, ...machine }: FinisherOf<'binder'>, unit: Unit): Limit[] {
  const deepest = machine.deepest ?? Infinity;
  if (milled <= deepest + EPSILON) return [];
  return [
    {
      id: 'mills-too-deep',
      title: `${name} does not mill ${formatLength(milled, unit)}`,
      detail: `It mills ${formatLength(deepest, unit)} at the deepest: make the grind-off smaller.`,
    },
  ];
}
