import { SYMBOLOGIES, type Imprint, type Says } from '../../docket';
import { fieldsOf, moduleOn, SYMBOLOGY, wrongFor } from '../../imprint';
import { formatLength } from '../../measure';
import type { Check, Finding, Inspected, Offer } from '../kinds';
import { probes, type Probe } from './probe';

type Code = Extract<Says, { kind: 'code' }>;

const withCode = ({ docket }: Inspected, print: Imprint, says: Code): Offer['patch'] => ({
  imprint: { prints: docket.imprint.prints.map((p) => (p === print ? { ...p, says } : p)) },
});

/** Codes that cannot hold what they are to say, are too fine to be read, or are the same twice. */
export const codes: Check = (it) =>
  probes(it).flatMap((probe) => {
    const { says } = probe.print;
    return says.kind === 'code' ? [...holding(it, probe, says), ...fine(it, probe, says), ...twice(it, probe)] : [];
  });

/** Letters of a column that the code does not have; where the whole text is known, whether it holds that. */
function wrongIn(it: Inspected, { print, words }: Probe, symbology: Code['symbology']): string | null {
  const fields = fieldsOf(print.text);
  const plain = symbology === 'code-128' || symbology === 'code-39';
  if (plain)
    for (const { name, letters } of it.artwork.table?.columns ?? []) {
      const bad = fields.includes(name) ? [...letters].filter((c) => !SYMBOLOGY[symbology].holds.test(c)) : [];
      if (bad.length > 0)
        return `${name} has ${bad.slice(0, 6).join(' ')}, which are not ${SYMBOLOGY[symbology].holdsSaid}.`;
    }
  return wrongFor(symbology, words);
}

function holding(it: Inspected, probe: Probe, says: Code): Finding[] {
  const wrong = wrongIn(it, probe, says.symbology) ?? probe.setting.wrong;
  if (wrong === null) return [];
  const others = SYMBOLOGIES.filter((s) => s !== says.symbology && wrongIn(it, probe, s) === null);
  return [
    {
      id: `imprint-code-${probe.print.name}`,
      severity: 'stop',
      station: 'artwork',
      title: `“${probe.print.name}” cannot be a ${SYMBOLOGY[says.symbology].called}`,
      detail: wrong,
      offers: () =>
        (['code-128', 'qr'] as const)
          .filter((s) => others.includes(s))
          .map((symbology) => ({
            label: `A ${SYMBOLOGY[symbology].called} instead`,
            patch: withCode(it, probe.print, { ...says, symbology }),
          })),
    },
  ];
}

function fine(it: Inspected, { print }: Probe, says: Code): Finding[] {
  const { least, called } = SYMBOLOGY[says.symbology];
  const { dpi, name } = it.docket.sheet.machine;
  const module = moduleOn(says.module, dpi);
  if (module >= least - 1e-6) return [];
  const dot = 25.4 / dpi;
  const enough = Math.ceil(least / dot - 1e-9) * dot;
  return [
    {
      id: `imprint-fine-${print.name}`,
      severity: 'look',
      station: 'artwork',
      title: `“${print.name}” may be too fine to be read`,
      detail: `Its narrowest ${SYMBOLOGY[says.symbology].square ? 'square' : 'bar'} is ${formatLength(module, it.unit, 3)} on ${name}; readers are sure of a ${called} from ${formatLength(least, it.unit, 3)} on.`,
      offers: () => [
        {
          label: formatLength(enough, it.unit, 3),
          patch: withCode(it, print, { ...says, module: Math.round(enough * 1e4) / 1e4 }),
        },
      ],
    },
  ];
}

/** What a code says stands for one thing: the same in two rows is likely a mistake. */
function twice(it: Inspected, { print }: Probe): Finding[] {
  const fields = fieldsOf(print.text);
  const columns = (it.artwork.table?.columns ?? []).filter((c) => fields.includes(c.name));
  const counted = it.docket.imprint.counters.some((c) => fields.includes(c.name));
  if (counted || columns.length === 0 || columns.some((c) => c.twice === null)) return [];
  const [first] = columns;
  const [a, b] = first!.twice!;
  return [
    {
      id: `imprint-twice-${print.name}`,
      severity: 'look',
      station: 'artwork',
      title: `“${print.name}” says the same in rows ${a + 1} and ${b + 1}`,
      detail: `${first!.name} is the same in both. If it stands for one thing each, mend the table and choose it again.`,
    },
  ];
}
