import { useState } from 'react';
import { formatSize, LengthError, nameSize, parseSize, suggestSizes, type Size, type Unit } from '../core';
import { SIZES, sizesSaid } from './fields';

/** A field for a size with what may be meant by what is typed: `dl`, `210`, `square 210`, `148x210`. */
export function SizeList({
  value,
  unit,
  take,
  limits = SIZES,
}: {
  readonly value: Size;
  readonly unit: Unit;
  readonly take: (size: Size) => void;
  readonly limits?: readonly [number, number];
}) {
  const [text, setText] = useState(nameSize(value, unit));
  const [touched, setTouched] = useState(false);
  const [at, setAt] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const list = suggestSizes(touched ? text : '', unit);
  const fits = ({ width, height }: Size): boolean =>
    Math.min(width, height) >= limits[0] - 1e-6 && Math.max(width, height) <= limits[1] + 1e-6;
  const commit = (): void => {
    try {
      const size = touched && list[at] ? list[at] : parseSize(text, unit);
      if (!fits(size)) throw new Error(sizesSaid(limits, unit));
      take(size);
    } catch (e) {
      setProblem(e instanceof LengthError ? 'Type a size: a5, dl, square 210, 148x210 or 8.5x11in.' : String(e));
    }
  };
  const keys: Readonly<Record<string, () => void>> = {
    Enter: commit,
    ArrowDown: () => setAt(Math.min(at + 1, Math.max(0, list.length - 1))),
    ArrowUp: () => setAt(Math.max(0, at - 1)),
  };
  return (
    <div>
      <input
        role="combobox"
        aria-label="Finished size"
        aria-expanded={list.length > 0}
        aria-controls="sizes"
        aria-autocomplete="list"
        aria-activedescendant={list.length > 0 ? `sizes-${at}` : undefined}
        aria-invalid={problem !== null}
        autoFocus
        value={text}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          setText(e.target.value);
          setTouched(true);
          setAt(0);
          setProblem(null);
        }}
        onKeyDown={(e) => {
          const act = keys[e.key];
          if (!act) return;
          if (e.key !== 'Enter') setTouched(true);
          e.preventDefault();
          act();
        }}
        className="num min-h-8 w-full rounded-sm border border-ink/40 bg-paper px-2"
      />
      {problem && (
        <p role="alert" className="mt-1 max-w-72 text-xs text-brick">
          {problem}
        </p>
      )}
      <ul id="sizes" role="listbox" aria-label="Sizes" className="mt-1 max-h-72 min-w-72 overflow-auto">
        {list.map((size, i) => (
          <SizeOption key={`${size.width} ${size.height}`} {...{ size, i, unit, take }} on={touched && i === at} />
        ))}
      </ul>
    </div>
  );
}

/** A size as a small sheet, so that upright and across need no words. */
function SizeDrawing({ size: { width, height } }: { readonly size: Size }) {
  const k = 16 / Math.max(width, height);
  return (
    <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden className="shrink-0">
      <rect
        x={(-k * width) / 2}
        y={(-k * height) / 2}
        width={k * width}
        height={k * height}
        fill="#fffaf0"
        stroke="#2a211c"
      />
    </svg>
  );
}

function SizeOption({
  size,
  i,
  on,
  unit,
  take,
}: {
  readonly size: Size;
  readonly i: number;
  readonly on: boolean;
  readonly unit: Unit;
  readonly take: (size: Size) => void;
}) {
  return (
    <li
      id={`sizes-${i}`}
      role="option"
      aria-selected={on}
      className="flex cursor-pointer items-center gap-3 px-2 py-1.5 hover:bg-oat-deep aria-selected:bg-oat-deep"
      // the focus stays in the field
      onPointerDown={(e) => e.preventDefault()}
      onClick={() => take(size)}
    >
      <SizeDrawing size={size} />
      <span>{nameSize(size, unit)}</span>
      <span className="num ml-auto pl-4 text-xs text-ink-soft">{formatSize(size, unit)}</span>
    </li>
  );
}
