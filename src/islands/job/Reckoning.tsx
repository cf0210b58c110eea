import { useState } from 'react';
import { figureText, sumText, type FigureKey } from '../../core';
import { cx } from '../../ui/cx';
import { useUnit } from '../../ui/unit';
import { useJob } from './context';

/** The figures that decide, always to be seen; the others unfold. */
const MAIN: readonly FigureKey[] = ['sheets', 'waste', 'total', 'printTime'];

/** Counts, waste, money and time; each shows its sum when asked. */
export function Reckoning() {
  const figures = useJob((s) => s.figures);
  const { unit } = useUnit();
  const [asked, setAsked] = useState<FigureKey | null>(null);
  const [all, setAll] = useState(false);
  const shown = all ? figures : figures.filter((f) => MAIN.includes(f.key));
  const open = figures.find((f) => f.key === asked);
  return (
    <section aria-label="Reckoning" className="border-t border-ink bg-oat px-3 py-2">
      <div className="flex items-baseline">
        <h2 className="text-base">Reckoning</h2>
        <button
          type="button"
          className="ml-auto text-sm text-rust underline"
          aria-expanded={all}
          onClick={() => setAll(!all)}
        >
          {all ? 'Fewer' : 'All figures'}
        </button>
      </div>
      <ul className={cx('grid grid-cols-2 gap-x-3', all && 'relative max-h-64 overflow-y-auto')}>
        {shown.map((f) => (
          <li key={f.key} className="border-t border-ink/20">
            <button
              type="button"
              aria-expanded={asked === f.key}
              title="Show the sum"
              data-figure={f.key}
              className={cx(
                'flex w-full items-baseline justify-between gap-2 py-1 text-left',
                asked === f.key && 'bg-paper',
              )}
              onClick={() => setAsked(asked === f.key ? null : f.key)}
            >
              <span className="text-sm text-ink-soft">{f.label}</span>
              <span data-value className="num whitespace-nowrap border-b border-dotted border-ink/60 font-semibold">
                {figureText(f, unit)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {open && (
        <p role="status" className="num mt-1 border-l-2 border-rust bg-paper px-2 py-1 text-sm">
          {sumText(open, unit)}
        </p>
      )}
    </section>
  );
}
