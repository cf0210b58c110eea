import { machineDetail, machinesFor, processesFor, processSaid, routeWith } from '../../finishing';
import type { Process } from '../../docket';
import { SINGLE } from '../../fold';
import { plural, type Check, type Finding, type Inspected, type Offer } from '../kinds';
import { ELSEWHERE } from './finishing-limits';

/** What does not make a piece, but makes it ready, or to its size. */
const BESIDES: readonly Process[] = ['cut', 'score', 'round', 'fold', 'trim'];

/** Processes that the work needs, and that no machine of its route does. */
export const finishingLacks: Check = (it) => {
  const { docket, plan } = it;
  const { here, route } = docket.finish;
  if (!here) return [];
  const { process, mostFolds, foldedApart } = plan.assembly;
  const processes = processesFor(plan, route);
  const has = (p: string): boolean => route.some((s) => s.process === p);
  const found: Finding[] = [];
  if (process && process !== 'fold' && !has(process)) {
    const { does } = processSaid(process);
    const other = route.find((s) => !BESIDES.includes(s.process));
    found.push({
      id: 'no-finisher',
      severity: 'look',
      station: 'finish',
      title: other ? `${other.machine.name} does not ${does}` : `Nothing in the route can ${does}`,
      detail: 'Choose a machine that does, or have it finished elsewhere.',
      offers: () => [...onMachines(it, process, 'Finish on'), ELSEWHERE],
    });
  }
  if (processes.includes('score') && !has('score'))
    found.push({
      id: 'no-scorer',
      severity: 'look',
      station: 'finish',
      title: 'Nothing in the route makes the scores and perforations',
      detail: 'Choose a machine that does, or have it finished elsewhere.',
      offers: () => [...onMachines(it, 'score', 'Score on'), ELSEWHERE],
    });
  if (processes.includes('round') && !has('round'))
    found.push({
      id: 'no-corner-cutter',
      severity: 'look',
      station: 'finish',
      title: 'Nothing in the route rounds the corners',
      detail: 'Choose a machine that does, leave them square, or have it finished elsewhere.',
      offers: () => [...onMachines(it, 'round', 'Round on'), SQUARE, ELSEWHERE],
    });
  if (processes.includes('trim') && !has('trim'))
    found.push({
      id: 'no-trimmer',
      severity: 'look',
      station: 'finish',
      title: `Nothing in the route trims the ${plan.assembly.thing}s`,
      detail: 'The machine that binds them leaves edges as they are folded. Choose one that trims them.',
      offers: () => [...onMachines(it, 'trim', 'Trim on'), ELSEWHERE],
    });
  const needsFolder = processes.includes('fold') && (foldedApart ? mostFolds > 0 : mostFolds > 1);
  if (needsFolder && !has('fold') && (mostFolds > 1 || process === 'fold'))
    found.push({
      id: 'no-folder',
      severity: 'look',
      station: 'finish',
      title: 'Nothing folds these sections yet',
      detail: `A section has ${plural(mostFolds, 'fold')}. Choose a folding machine, or fold by hand.`,
      offers: () => [...onMachines(it, 'fold', 'Fold on'), ...(process === 'stitch' ? [singleFolds] : []), ELSEWHERE],
    });
  return found;
};

const SQUARE: Offer = { label: 'Square corners', patch: { product: { corners: null } } };

const singleFolds: Offer = {
  label: 'Single folds instead',
  detail: 'the stitcher makes them',
  patch: { product: { fold: SINGLE.id, sections: { kind: 'auto' } } },
};

function onMachines(
  { docket, shop, unit }: Inspected,
  process: Parameters<typeof machinesFor>[0],
  verb: string,
): Offer[] {
  return machinesFor(process, shop).map((m) => ({
    label: `${verb} ${m.name}`,
    detail: machineDetail(m, unit),
    patch: { finish: { route: routeWith(docket.finish.route, process, m) } },
  }));
}
