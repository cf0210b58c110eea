import { formatLength, formatNumber, money, wholeNumber, type InUnits, type Unit } from '../measure';

/** A figure with the sum that made it. */
export interface Figure {
  readonly key: FigureKey;
  readonly label: string;
  readonly value: number;
  readonly unit: '' | 'sheets' | '%' | 'ct' | 'min' | 'mm';
  /** In each unit where lengths are summed. */
  readonly sum: string | InUnits;
  /** Whether it is of something that cannot be made: then it has no value to be read. */
  readonly impossible?: true;
}

export type FigureKey =
  | 'up'
  | 'sheetsPerCopy'
  | 'goodSheets'
  | 'spoilage'
  | 'sheets'
  | 'waste'
  | 'paper'
  | 'clicks'
  | 'plates'
  | 'hours'
  | 'total'
  | 'printTime'
  | 'cutTime'
  | 'scoreTime'
  | 'roundTime'
  | 'foldTime'
  | 'trimTime'
  | 'finishTime'
  | 'panels'
  | 'joints'
  | 'forms'
  | 'overrun'
  | 'spine'
  | 'creep';

/** Minutes for reading: `4 min`, `2 h 05`. */
export function duration(minutes: number): string {
  const m = Math.ceil(minutes - 1e-9);
  return m < 60 ? `${m} min` : `${Math.floor(m / 60)} h ${String(m % 60).padStart(2, '0')}`;
}

/** How a figure comes, for reading. */
export const sumText = ({ sum }: Figure, unit: Unit): string => (typeof sum === 'string' ? sum : sum[unit]);

/** A figure's value for reading. */
export function figureText(f: Figure, unit: Unit = 'mm'): string {
  if (f.impossible) return '—';
  switch (f.unit) {
    case 'ct':
      return money(f.value);
    case 'min':
      return duration(f.value);
    case '%':
      return `${formatNumber(f.value, 1)} %`;
    case 'mm':
      return formatLength(f.value, unit, unit === 'mm' ? 2 : 3);
    case '':
    case 'sheets':
      return wholeNumber(f.value);
  }
}
