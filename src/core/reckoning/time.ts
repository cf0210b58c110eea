import type { Process } from '../docket';
import type { StepWork } from '../finishing';
import { formatNumber as n, totalOf, wholeNumber as whole } from '../measure';
import type { Machine } from '../shop';
import { duration, type Figure, type FigureKey } from './figure';
import { sheetsOfRun, type Reckoned } from './sheets';

/** Make-ready and all sides on the machine that the job is run on. */
export function printTimeFigure({ runs }: Reckoned, machine: Machine): Figure {
  const mine = runs.filter((r) => r.machine.id === machine.id);
  const sides = totalOf(mine, (r) => r.sides * sheetsOfRun(r));
  const minutes = machine.makeReady + (60 * sides) / machine.speed;
  const one = runs.length === 1 ? runs[0]! : null;
  const said = one
    ? `${whole(sheetsOfRun(one))} sheets × ${one.sides === 2 ? '2 sides' : '1 side'}`
    : `${whole(sides)} sides`;
  return {
    key: 'printTime',
    label: `On ${machine.name}`,
    value: minutes,
    unit: 'min',
    sum: `${n(machine.makeReady)} min make-ready + ${said} ÷ ${whole(machine.speed)} an hour = ${duration(minutes)}`,
  };
}

const KEYS: Readonly<Partial<Record<Process, FigureKey>>> = {
  cut: 'cutTime',
  score: 'scoreTime',
  round: 'roundTime',
  fold: 'foldTime',
  trim: 'trimTime',
};

/** The time of a step of the route. */
export function workFigure({ step, amount, minutes }: StepWork): Figure {
  const { machine, process } = step;
  return {
    // what makes the piece comes under one name, whichever process it is
    key: KEYS[process] ?? 'finishTime',
    label: `On ${machine.name}`,
    value: minutes,
    unit: 'min',
    sum: `${n(machine.makeReady)} min make-ready + ${amount.sum} ÷ ${whole(machine.speed)} an hour = ${duration(minutes)}`,
  };
}
