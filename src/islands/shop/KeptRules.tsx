import { DEFAULT_RULES, freeName, MOST_RULES, type House, type PreflightRules, type Weight } from '../../core';
import { CHECK_WORDS } from '../../core/preflight';
import { Pick } from '../../ui/choices';
import { LengthField, Row } from '../../ui/fields';
import { NumberField } from '../../ui/numbers';
import { useUnit } from '../../ui/unit';
import { KeptList } from './KeptList';
import { changeHouse } from './store';

const WEIGHTS: Readonly<Record<Weight, readonly [label: string, detail: string]>> = {
  stop: ['Stops the job', 'nothing is sent before it is mended, or let pass'],
  look: ['To be looked at', 'it is said, and nothing waits'],
  fine: ['Good to know', 'said last'],
  off: ['Not asked', ''],
};
const NONE: readonly PreflightRules[] = [];

/** What files are checked by, each set of rules by its name. */
export function KeptRules({ house }: { readonly house: House }) {
  const kept = house.rules ?? NONE;
  const put = (rules: readonly PreflightRules[]): void =>
    void changeHouse({ ...house, rules: rules.length > 0 ? [...rules] : undefined });
  return (
    <KeptList
      title="Preflight"
      what="rules"
      kept={kept}
      most={MOST_RULES}
      hint={
        kept.length === 0
          ? 'files are checked by the usual rules. Keep your own to change them.'
          : 'the first are those of jobs that say nothing'
      }
      fresh={(like) => {
        const rules = like ?? { ...DEFAULT_RULES, name: 'House rules' };
        return { ...rules, name: freeName(rules.name, kept) };
      }}
      put={put}
    >
      {(rules, set) => <Fields rules={rules} set={set} />}
    </KeptList>
  );
}

function Fields({
  rules,
  set,
}: {
  readonly rules: PreflightRules;
  readonly set: (part: Partial<PreflightRules>) => void;
}) {
  const { unit } = useUnit();
  const { leastPpi, mostPpi, thinnest, smallest, safe, weights } = rules;
  return (
    <>
      <Row label="Pictures" hint="pixels an inch: coarser ones, and those finer than anybody sees, are found">
        <span className="flex flex-wrap gap-2">
          <NumberField
            label="Least pixels an inch"
            value={leastPpi}
            unit="ppi"
            min={1}
            max={10_000}
            onChange={(v) => set({ leastPpi: v })}
          />
          <NumberField
            label="Most pixels an inch"
            value={mostPpi}
            unit="ppi"
            min={1}
            max={100_000}
            onChange={(v) => set({ mostPpi: v })}
          />
        </span>
      </Row>
      <Row label="Thin lines" hint="thinner than this as they are printed">
        <LengthField
          label="Thinnest line"
          value={thinnest}
          unit={unit}
          max={10}
          onChange={(v) => set({ thinnest: v })}
        />
      </Row>
      <Row label="Small letters" hint="below this, in several inks, they are found">
        <NumberField
          label="Smallest letters"
          value={smallest}
          unit="pt"
          max={100}
          onChange={(v) => set({ smallest: v })}
        />
      </Row>
      <Row label="Safe" hint="what must keep clear of the trim">
        <LengthField label="Safe distance" value={safe} unit={unit} max={100} onChange={(v) => set({ safe: v })} />
      </Row>
      <ul className="mt-1 grid gap-1 border-t border-ink/20 pt-2">
        {CHECK_WORDS.map(({ check, title, weight }) => (
          <li key={check} className="grid grid-cols-[minmax(0,1fr)_11rem] items-center gap-2">
            <span className="text-sm">{title}</span>
            <Pick
              label={title}
              value={weights[check] ?? weight}
              options={(Object.keys(WEIGHTS) as Weight[]).map((key) => ({
                key,
                label: WEIGHTS[key][0],
                ...(WEIGHTS[key][1] ? { detail: WEIGHTS[key][1] } : {}),
              }))}
              onChange={(w) => set({ weights: { ...weights, [check]: w } })}
            />
          </li>
        ))}
      </ul>
    </>
  );
}
