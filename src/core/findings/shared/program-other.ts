import { cutsOf, isCuttable, isSlit } from '../../cutting';
import { stepOf, type Finish, type StepOf } from '../../docket';
import { isSetTo, scoresAsItSlits, slitsOn } from '../../finishing';
import type { Lay } from '../../lay';
import { passedThrough, type Check } from '../kinds';

/** Lays that are looked at: those of a poster are many, and alike in this. */
const MOST_LAYS = 12;

/** The program that was chosen of the machine that cuts: what it is called, and whether sheets are laid out for it. */
function chosenIn({ route }: Finish, step: StepOf<'cut'>) {
  const { machine, program, piles } = step;
  if (machine.kind === 'guillotine')
    return (
      piles && {
        called: piles.name,
        name: piles.name,
        is: (lay: Lay): boolean => {
          const by = cutsOf(lay).programOn(machine, piles);
          return isCuttable(by) && by.given === true;
        },
        else: `${machine.name} is given a program of the job's own.`,
      }
    );
  return (
    program && {
      called: `${program.number}, ${program.name}`,
      name: program.name,
      is: (lay: Lay): boolean => {
        const slits = slitsOn(lay, machine, scoresAsItSlits(route, machine));
        return isSlit(slits) && isSetTo(program, slits);
      },
      else: `${machine.name} is given a program of the job's own, and its sheets say that one's number.`,
    }
  );
}

/** A program of the machine that was chosen, and that the work is no longer laid out for. */
export const programOther: Check = (it) => {
  const { finish } = it.docket;
  const step = finish.here ? stepOf(finish, 'cut') : null;
  const chosen = step && chosenIn(finish, step);
  if (!step || !chosen || passedThrough(it)) return [];
  const lays = it.plan.sheets.lays.filter((lay) => lay.fits && cutsOf(lay).any).slice(0, MOST_LAYS);
  if (lays.every(chosen.is)) return [];
  const without = { process: step.process, machine: step.machine };
  return [
    {
      id: 'program-other',
      severity: 'look',
      station: 'finish',
      title: `The sheets are no longer laid out for program ${chosen.called}`,
      detail: chosen.else,
      offers: () => [
        {
          label: 'A program of its own',
          detail: `not ${chosen.name}`,
          patch: { finish: { route: finish.route.map((s) => (s === step ? without : s)) } },
        },
      ],
    },
  ];
};
