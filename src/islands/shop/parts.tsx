import type { Finisher, FinisherOf, Machine } from '../../core';
import { Choice, Toggle } from '../../ui/choices';
import { LengthField, Row, SizeField } from '../../ui/fields';
import { MoneyField, NumberField } from '../../ui/numbers';
import { useUnit } from '../../ui/unit';
import { TurnDrawing } from './Drawings';

/** Changes figures of a finishing machine, under the name that undo has for it. */
export type SetFinisher = (part: Partial<Finisher>, label: string) => void;

/** The smallest that a finishing machine takes, where it says. */
export function Smallest({
  finisher,
  set,
  label = 'Smallest, across and along',
}: {
  readonly finisher: FinisherOf<'slitter' | 'creaser' | 'trimmer'>;
  readonly set: SetFinisher;
  readonly label?: string;
}) {
  const { unit } = useUnit();
  return (
    <Row label={label}>
      <SizeField
        label={label}
        value={finisher.smallest}
        unit={unit}
        onChange={(smallest) => set({ smallest }, 'smallest')}
      />
    </Row>
  );
}

/** A length that a machine may have or not: nothing is said of it where it is switched off. */
export function Maybe({
  label,
  hint,
  on,
  value,
  begins,
  least = 0.5,
  max,
  onChange,
}: {
  readonly label: string;
  readonly hint?: string;
  /** What its switch says. */
  readonly on: string;
  readonly value: number | null;
  readonly begins: number;
  readonly least?: number;
  readonly max: number;
  readonly onChange: (mm: number | null) => void;
}) {
  const { unit } = useUnit();
  return (
    <Row label={label} hint={hint}>
      <span className="flex flex-wrap items-center gap-2">
        <Toggle label={on} value={value !== null} onChange={(is) => onChange(is ? begins : null)} />
        {value !== null && (
          <LengthField label={label} value={value} unit={unit} min={least} max={max} onChange={onChange} />
        )}
      </span>
    </Row>
  );
}

/** What every machine of the shop has: how fast it is, how long before the first good piece, what its hour costs. */
export function Pace({
  machine: { speed, makeReady, hour },
  an,
  set,
  children,
}: {
  readonly machine: { readonly speed: number; readonly makeReady: number; readonly hour: number };
  /** What it counts by the hour. */
  readonly an: string;
  readonly set: (part: { speed?: number; makeReady?: number; hour?: number }, label: string) => void;
  readonly children?: React.ReactNode;
}) {
  return (
    <>
      <SpeedRow speed={speed} an={an} onChange={(to) => set({ speed: to }, 'speed')} />
      <Row label="Make-ready">
        <NumberField
          label="Make-ready"
          value={makeReady}
          unit="min"
          max={10_000}
          onChange={(to) => set({ makeReady: to }, 'make-ready')}
        />
      </Row>
      {children}
      <Row label="Hour" hint="make-ready counted">
        <MoneyField label="Hour" value={hour} onChange={(to) => set({ hour: to }, 'hour')} />
      </Row>
    </>
  );
}

export function SpeedRow({ speed, an, onChange }: { speed: number; an: string; onChange: (speed: number) => void }) {
  return (
    <Row label="Speed">
      <NumberField
        label="Speed"
        value={speed}
        unit={`${an}/h`}
        min={1}
        max={1_000_000}
        digits={0}
        onChange={onChange}
      />
    </Row>
  );
}

export function ClickRow({ click, onChange }: { click: number; onChange: (click: number) => void }) {
  return (
    <Row label="Click" hint="for every printed side">
      <NumberField label="Click" value={click} unit="ct" max={1_000_000} digits={4} onChange={onChange} />
    </Row>
  );
}

/** How a machine turns its sheets, shown by paper that does. */
export function TurnRow({
  turn,
  hint,
  onChange,
}: {
  readonly turn: Machine['turn'];
  readonly hint: string;
  readonly onChange: (turn: Machine['turn']) => void;
}) {
  return (
    <Row label="Turns the sheet" hint={hint}>
      <span className="flex flex-wrap items-center gap-4">
        <Choice
          label="Turns the sheet"
          value={turn}
          options={[
            { key: 'turn', label: 'Turned' },
            { key: 'tumble', label: 'Tumbled' },
          ]}
          onChange={onChange}
        />
        <TurnDrawing key={turn} turn={turn} />
      </span>
    </Row>
  );
}
