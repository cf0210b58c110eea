import { formatNumber, money, numberFrom, writing } from '../core';
import { Entry } from './fields';

/** A number with its unit: takes a comma or a point. */
export function NumberField({
  label,
  value,
  unit = '',
  min = 0,
  max,
  digits = 2,
  wide = false,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly unit?: string;
  readonly min?: number;
  readonly max: number;
  readonly digits?: number;
  /** As wide as there is room. */
  readonly wide?: boolean;
  readonly onChange: (value: number) => void;
}) {
  const show = (v: number): string => `${formatNumber(v, digits)}${unit && ` ${unit}`}`;
  return (
    <Entry
      label={label}
      wide={wide}
      shown={show(value)}
      take={(text) => {
        const n = numberFrom(text);
        if (!(n >= min && n <= max)) throw new Error(`Type ${show(min)} to ${show(max)}.`);
        onChange(n);
      }}
    />
  );
}

/** Money in the shop's currency; its value in cents. */
export function MoneyField({
  label,
  value,
  max = 1_000_000,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly max?: number;
  readonly onChange: (cents: number) => void;
}) {
  return (
    <Entry
      label={label}
      shown={money(value)}
      take={(text) => {
        const n = numberFrom(text.replace(writing().currency, ''));
        if (!(n >= 0 && n * 100 <= max)) throw new Error(`Type ${money(0)} to ${money(max)}.`);
        onChange(Math.round(n * 10_000) / 100);
      }}
    />
  );
}

/** Words, in one line. */
export function TextField({
  label,
  value,
  max = 200,
  empty,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly max?: number;
  /** What is said where nothing is typed; may be empty where it is null. */
  readonly empty: string | null;
  readonly onChange: (text: string) => void;
}) {
  return (
    <Entry
      label={label}
      shown={value}
      wide
      take={(text) => {
        const t = text.trim();
        if (t === '' && empty !== null) throw new Error(empty);
        if (t.length > max) throw new Error(`At most ${max} letters.`);
        onChange(t);
      }}
    />
  );
}
