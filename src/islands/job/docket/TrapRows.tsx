import { hasPlates, USUAL_TRAPS, type TrapSettings, type TrapWish } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useHouse } from '../../../ui/house';
import { TrapFields } from '../../../ui/traps';
import { useJob } from '../context';

const same = (a: TrapSettings, b: TrapSettings): boolean =>
  (Object.keys(a) as (keyof TrapSettings)[]).every((key) => a[key] === b[key]);

/** Of the job alone, among settings by their names. */
const OWN = ' own';

/** How colours that meet are spread into each other, on a press with plates. */
export function TrapRows() {
  const { traps, plates, change } = useJob(({ docket, change }) => ({
    traps: docket.artwork.traps ?? null,
    plates: hasPlates(docket.sheet.machine),
    change,
  }));
  const house = useHouse();
  if (!plates && !traps) return null;
  const kept = house?.traps?.length ? house.traps : [USUAL_TRAPS];
  const put = (next: TrapWish | null, label: string): void => change({ artwork: { traps: next } }, label);
  const by = (who: 'none' | TrapWish['by']): void =>
    who === 'none'
      ? put(null, 'without traps')
      : put({ by: who, settings: traps?.settings ?? kept[0]! }, who === 'sheets' ? 'trapped' : 'the press traps');
  return (
    <>
      <Row
        label="Trapping"
        hint={
          !plates
            ? 'off: this machine prints without plates'
            : traps?.by === 'sheets'
              ? 'where flat colours meet; the plates show it'
              : traps
                ? 'the job’s ticket says how; the sheets stay as they are'
                : undefined
        }
      >
        <Choice
          label="Trapping"
          value={traps?.by ?? 'none'}
          options={[
            { key: 'none', label: 'None' },
            { key: 'sheets', label: 'On sheets' },
            { key: 'press', label: 'By press' },
          ]}
          onChange={by}
        />
      </Row>
      {traps && plates && <Settings traps={traps} kept={kept} put={put} />}
    </>
  );
}

function Settings({
  traps,
  kept,
  put,
}: {
  readonly traps: TrapWish;
  readonly kept: readonly TrapSettings[];
  readonly put: (next: TrapWish, label: string) => void;
}) {
  const { settings } = traps;
  const found = kept.find((k) => same(k, settings));
  return (
    <>
      <Row label="Settings">
        <Pick
          label="Trap settings"
          value={found?.name ?? OWN}
          options={[
            ...(found ? [] : [{ key: OWN, label: settings.name, detail: 'as this job has it' }]),
            ...kept.map((k) => ({ key: k.name, label: k.name, detail: 'as the shop keeps it' })),
          ]}
          onChange={(name) => {
            const next = kept.find((k) => k.name === name);
            if (next) put({ ...traps, settings: next }, `traps as ${name}`);
          }}
        />
      </Row>
      <TrapFields
        settings={settings}
        press={traps.by === 'press'}
        put={(part, label) => put({ ...traps, settings: { ...settings, ...part } }, label)}
      />
    </>
  );
}
