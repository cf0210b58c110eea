import { cutsOf, isSlit } from '../../cutting';
import { stepOf } from '../../docket';
import { isSetTo, scoresAsItSlits, slitsOn, slitterOf } from '../../finishing';
import { passedThrough, type Check } from '../kinds';

/** Lays that are looked at: those of a poster are many, and alike in this. */
const MOST_LAYS = 12;

/** A program of the slitter that was chosen, and that the work is no longer laid out for. */
export const programOther: Check = (it) => {
  const { finish } = it.docket;
  const step = stepOf(finish, 'cut');
  const slitter = slitterOf(finish);
  if (!step?.program || !slitter || passedThrough(it)) return [];
  const { program } = step;
  const lays = it.plan.sheets.lays.filter((lay) => lay.fits && cutsOf(lay).any).slice(0, MOST_LAYS);
  const same = lays.every((lay) => {
    const slits = slitsOn(lay, slitter, scoresAsItSlits(finish.route, slitter));
    return isSlit(slits) && isSetTo(program, slits);
  });
  if (same) return [];
  const without = { process: step.process, machine: step.machine };
  return [
    {
      id: 'program-other',
      severity: 'look',
      station: 'finish',
      title: `The sheets are no longer laid out for program ${program.number}, ${program.name}`,
      detail: `${slitter.name} is given a program of the job's own, and its sheets say that one's number.`,
      offers: () => [
        {
          label: 'A program of its own',
          detail: `not ${program.name}`,
          patch: { finish: { route: finish.route.map((s) => (s === step ? without : s)) } },
        },
      ],
    },
  ];
};
