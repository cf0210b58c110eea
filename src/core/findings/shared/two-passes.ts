import type { Check, Finding } from '../kinds';

/** What is wished of the backs against what the machine does. */
export const twoPasses: Check = ({ docket, shop }) => {
  const { work, turn, machine } = docket.sheet;
  if (machine.sides === 'both') return [];
  const findings: Finding[] = [];
  if (work === 'perfecting')
    findings.push({
      id: 'perfecting',
      severity: 'stop',
      station: 'sheet',
      title: `${machine.name} prints one side at a time`,
      detail: 'Perfecting prints both in one pass, and turns the sheet over its tail in between.',
      offers: () => [
        { label: 'Front and back from two forms', patch: { sheet: { work: 'sheetwise' as const } } },
        ...shop.machines
          .filter((m) => m.sides === 'both')
          .map((m) => ({
            label: `Run on ${m.name}`,
            patch: { sheet: { machine: m } },
            kind: { name: 'machine', most: 2 },
          })),
      ],
    });
  if (work === 'sheetwise' && turn !== 'machine' && turn !== machine.reload.turn)
    findings.push({
      id: 'reload',
      severity: 'stop',
      station: 'sheet',
      title: 'The pile goes back in the other way round',
      detail: `Backs are laid for a sheet that is ${said(turn)}; on ${machine.name} the pile is ${said(machine.reload.turn)} before it goes back in. Every back would stand upside down.`,
      offers: () => [
        { label: `As the pile goes back into ${machine.name}`, patch: { sheet: { turn: 'machine' as const } } },
      ],
    });
  return findings;
};

const said = (turn: 'turn' | 'tumble'): string =>
  turn === 'turn' ? 'turned about its upright axis' : 'tumbled about its level axis';
