import { useId, useState, type ReactNode } from 'react';
import {
  formatNumber,
  LengthError,
  parseLength,
  parseSize,
  formatLength,
  nameSize,
  type Size,
  type Unit,
  wholeNumber,
} from '../core';
import { cx } from './cx';

/** A labelled row of a station. */
export function Row({
  label,
  htmlFor,
  children,
  hint,
}: {
  label: string;
  htmlFor?: string;
  children: ReactNode;
  hint?: ReactNode;
}) {
  return (
    <div className="grid grid-cols-[7.2rem_minmax(0,1fr)] items-start gap-x-2 py-1">
      <label htmlFor={htmlFor} className="pt-1 text-sm text-ink-soft">
        {label}
      </label>
      <div className="min-w-0">
        {children}
        {hint && <p className="mt-0.5 text-xs text-ink-soft">{hint}</p>}
      </div>
    </div>
  );
}

interface TextEntry {
  readonly label: string;
  /** The value as it is written while nobody types. */
  readonly shown: string;
  /** Takes what was typed; throws with a message where it cannot. */
  readonly take: (text: string) => void;
  readonly wide?: boolean;
  readonly bare?: boolean;
  readonly autoFocus?: boolean;
  readonly type?: 'text' | 'date';
}

/** As wide as what is shown: a figure with a long unit is not cut off. */
const roomFor = (shown: string): string => (shown.length > 11 ? 'w-40' : shown.length > 8 ? 'w-32' : 'w-24');

/** A field that reads what is typed on Enter or on leaving; Escape puts back what was there. */
export function Entry({ label, shown, take, wide, bare, autoFocus, type = 'text' }: TextEntry) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  // another value than the one that was typed over: what was typed goes, in the same render
  const [over, setOver] = useState(shown);
  if (over !== shown) {
    setOver(shown);
    setText(null);
    setProblem(null);
  }
  const commit = (): void => {
    if (text === null || text.trim() === shown.trim()) {
      setText(null);
      setProblem(null);
      return;
    }
    try {
      take(text);
      setText(null);
      setProblem(null);
    } catch (e) {
      setProblem(e instanceof Error ? e.message : String(e));
    }
  };
  return (
    <span className={wide ? 'block' : 'inline-block'}>
      <input
        id={id}
        type={type}
        aria-label={label}
        aria-invalid={problem !== null}
        data-entry={text !== null && text !== shown ? 'typed' : ''}
        aria-describedby={problem ? `${id}-problem` : undefined}
        autoFocus={autoFocus}
        value={text ?? shown}
        onChange={(e) => setText(e.target.value)}
        onFocus={(e) => type === 'text' && e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          else if (e.key === 'Escape' && text !== null) {
            setText(null);
            setProblem(null);
            e.stopPropagation();
          }
        }}
        className={cx(
          'num min-h-7 rounded-sm border bg-paper px-2 py-0.5 text-[0.95rem]',
          problem ? 'border-brick' : 'border-ink/35',
          wide ? 'w-full' : bare ? 'w-20' : roomFor(shown),
        )}
      />
      {problem && (
        <span id={`${id}-problem`} role="alert" className="mt-0.5 block max-w-56 text-xs text-brick">
          {problem}
        </span>
      )}
    </span>
  );
}

/** A length: takes `3mm`, `1/8in`, `2*148+6`. */
export function LengthField({
  label,
  value,
  unit,
  onChange,
  min = 0,
  max = 5000,
  wide,
  autoFocus,
}: {
  label: string;
  value: number;
  unit: Unit;
  onChange: (mm: number) => void;
  min?: number;
  max?: number;
  wide?: boolean;
  autoFocus?: boolean;
}) {
  const factor = unit === 'mm' ? 1 : 25.4;
  const show = (mm: number): string => `${formatNumber(mm / factor, 3)} ${unit}`;
  return (
    <Entry
      label={label}
      shown={show(value)}
      wide={wide}
      autoFocus={autoFocus}
      take={(text) => {
        const mm = parseLength(text, unit);
        if (mm < min - 1e-9 || mm > max + 1e-9) throw new Error(`Type ${show(min)} to ${show(max)}.`);
        onChange(mm);
      }}
    />
  );
}

/** The shortest and the longest edge of what is cut or bound, mm. */
export const SIZES: readonly [number, number] = [10, 5000];

/** What sizes there may be. */
export const sizesSaid = ([least, most]: readonly [number, number], unit: Unit): string =>
  `Type edges of ${formatLength(least, unit)} to ${formatLength(most, unit)}.`;

/** A size: takes `a5`, `sra3`, `8.5x11in`. */
export function SizeField({
  label,
  value,
  unit,
  onChange,
  autoFocus,
  limits: [least, most] = SIZES,
}: {
  label: string;
  value: Size;
  unit: Unit;
  onChange: (s: Size) => void;
  autoFocus?: boolean;
  /** The shortest and the longest edge, mm. */
  limits?: readonly [number, number];
}) {
  const named = nameSize(value, unit);
  return (
    <Entry
      label={label}
      shown={named}
      wide
      autoFocus={autoFocus}
      take={(text) => {
        let size: Size;
        try {
          size = parseSize(text, unit);
        } catch (e) {
          throw new Error(e instanceof LengthError ? 'Type a size: a5, a4 across, 148x210 or 8.5x11in.' : String(e));
        }
        if (Math.min(size.width, size.height) < least || Math.max(size.width, size.height) > most)
          throw new Error(sizesSaid([least, most], unit));
        onChange(size);
      }}
    />
  );
}

/** A whole number: takes sums as well. */
export function CountField({
  label,
  value,
  onChange,
  min = 1,
  max = 1_000_000,
  autoFocus,
}: {
  label: string;
  value: number;
  onChange: (n: number) => void;
  min?: number;
  max?: number;
  autoFocus?: boolean;
}) {
  return (
    <Entry
      label={label}
      shown={String(value)}
      autoFocus={autoFocus}
      take={(text) => {
        let n = NaN;
        if (/^[\d\s+*/().,-]+$/.test(text)) {
          try {
            n = parseLength(text.replace(/[\s,](?=\d{3}\b)/g, ''));
          } catch {
            n = NaN;
          }
        }
        if (!Number.isInteger(n) || n < min || n > max)
          throw new Error(`Type a whole number from ${min} to ${wholeNumber(max)}.`);
        onChange(n);
      }}
    />
  );
}
