import { Choice } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { rulesOf } from '../../../core';
import { useBook } from '../context';

/** Paper between and round the pages of a section that the last trim takes away. */
export function TrimControls() {
  const { product, change, untrimmed } = useBook(({ product, book, change }) => ({
    product,
    change,
    untrimmed: book.untrimmed,
  }));
  const { unit } = useUnit();
  const { trims } = product;
  if (untrimmed || rulesOf(product.binding).trimmed === 'flat') return null;
  return (
    <Row label="Trimmed off">
      <span className="grid grid-cols-3 gap-1">
        {(['head', 'foot', 'face'] as const).map((edge) => (
          <label key={edge} className="grid text-xs text-ink-soft">
            {edge}
            <LengthField
              label={`Trim at the ${edge}`}
              value={trims[edge] ?? (edge === 'face' ? product.bleed : (product.endBleed ?? product.bleed))}
              unit={unit}
              max={100}
              wide
              onChange={(mm) => change({ product: { trims: { [edge]: mm } } }, `trim at the ${edge}`)}
            />
          </label>
        ))}
      </span>
      <span className="mt-1 flex items-center gap-2 text-sm text-ink-soft">
        lap
        <LengthField
          label="Lap"
          value={trims.lap}
          unit={unit}
          max={50}
          onChange={(lap) => change({ product: { trims: { lap } } }, 'lap')}
        />
        {trims.lap > 0 && (
          <Choice
            label="Lap on"
            value={trims.lapSide}
            options={[
              { key: 'low', label: 'low pages' },
              { key: 'high', label: 'high pages' },
            ]}
            onChange={(lapSide) => change({ product: { trims: { lapSide } } }, `lap on ${lapSide} pages`)}
          />
        )}
      </span>
      <Gutters />
    </Row>
  );
}

/** The gap at every fold of the sheet, set by hand where it must be another than the trims make it. */
function Gutters() {
  const { product, book, plan, change } = useBook(({ product, book, plan, change }) => ({
    product,
    book,
    plan,
    change,
  }));
  const { unit } = useUnit();
  const { gutters } = product.trims;
  const { way, panels } = book.sections[plan.sheets.main.pieces[0]!]!.shape;
  if (panels.length <= 2 && gutters.length === 0) return null;
  const lines = [
    ...Array.from({ length: way.columns - 1 }, (_, i) => ({ axis: 'upright' as const, line: i + 1 })),
    ...Array.from({ length: way.rows - 1 }, (_, i) => ({ axis: 'level' as const, line: i + 1 })),
  ];
  const at = (p: (typeof panels)[0], axis: 'upright' | 'level'): [number, number] =>
    axis === 'upright' ? [p.trim.x, p.trim.x + p.trim.width] : [p.trim.y, p.trim.y + p.trim.height];
  const gap = (axis: 'upright' | 'level', line: number): number => {
    const key = axis === 'upright' ? 'column' : 'row';
    const before = Math.max(...panels.filter((p) => p[key] === line - 1).map((p) => at(p, axis)[1]));
    const after = Math.min(...panels.filter((p) => p[key] === line).map((p) => at(p, axis)[0]));
    return Math.max(0, after - before);
  };
  return (
    <details className="mt-1">
      <summary className="text-sm text-rust underline">Gap at every fold</summary>
      <ul className="mt-1 grid grid-cols-2 gap-1 text-xs text-ink-soft">
        {lines.map(({ axis, line }) => {
          const set = gutters.some((g) => g.axis === axis && g.line === line);
          const name = axis === 'upright' ? `from the left, ${line}` : `from below, ${line}`;
          return (
            <li key={`${axis} ${line}`}>
              {name}
              {set && ', by hand'}
              <LengthField
                label={`Gap ${name}`}
                value={gap(axis, line)}
                unit={unit}
                max={200}
                wide
                onChange={(width) =>
                  change(
                    {
                      product: {
                        trims: {
                          gutters: [
                            ...gutters.filter((g) => g.axis !== axis || g.line !== line),
                            { axis, line, width },
                          ],
                        },
                      },
                    },
                    `gap ${name}`,
                  )
                }
              />
            </li>
          );
        })}
      </ul>
      {gutters.length > 0 && (
        <button
          type="button"
          className="mt-1 text-sm text-rust underline"
          onClick={() => change({ product: { trims: { gutters: [] } } }, 'gaps as the trims make them')}
        >
          As the trims make them
        </button>
      )}
    </details>
  );
}
