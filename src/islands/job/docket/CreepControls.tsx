import { formatLength, formatNumber, type Unit } from '../../../core';
import { Pick } from '../../../ui/choices';
import { Entry, LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook } from '../context';

const WAYS = [
  { key: 'push-in', label: 'Inner content to the spine' },
  { key: 'push-out', label: 'Outer content to the face' },
  { key: 'halves', label: 'Half of each' },
  { key: 'scale', label: 'Inner pages narrower' },
  { key: 'none', label: 'Left alone' },
] as const;

const saidIn =
  (unit: Unit) =>
  (mm: number): string =>
    formatLength(mm, unit, unit === 'mm' ? 2 : 4);

/** Creep: what is done about it, what it is reckoned by or was measured at, and what comes of it sheet by sheet. */
export function CreepControls() {
  const { docket, change, plan } = useBook(({ docket, change, plan }) => ({ docket, change, plan }));
  const { unit } = useUnit();
  const { creep, safe } = docket.product;
  const { standsOut } = plan.product.creep;
  const say = saidIn(unit);
  if (standsOut.length < 2) return null;
  return (
    <>
      <Row label="Creep" hint={`the innermost leaf stands out ${say(standsOut.at(-1) ?? 0)}`}>
        <Pick
          label="Creep"
          value={creep.correction}
          options={WAYS}
          onChange={(correction) =>
            change(
              { product: { creep: { correction } } },
              `creep: ${WAYS.find((w) => w.key === correction)?.label.toLowerCase()}`,
            )
          }
        />
      </Row>
      <Row label="Fold factor" hint={creep.measured === null ? undefined : 'not used: it was measured'}>
        <Entry
          label="Fold factor"
          shown={formatNumber(creep.factor, 3)}
          take={(t) => {
            const factor = Number(t.replace(',', '.'));
            if (!(factor >= 1 && factor <= 1.571))
              throw new Error('From 1 for folds pressed flat to 1.571 for round ones.');
            change({ product: { creep: { factor, measured: null } } }, `fold factor ${factor}`);
          }}
        />
      </Row>
      <Row label="Measured" hint="what the innermost leaf stands out, if you know; 0 for reckoned">
        <LengthField
          label="Creep measured"
          value={creep.measured ?? 0}
          unit={unit}
          max={100}
          onChange={(mm) =>
            change(
              { product: { creep: { measured: mm > 0 ? mm : null } } },
              mm > 0 ? `creep measured ${say(mm)}` : 'creep reckoned',
            )
          }
        />
      </Row>
      <Row label="Safe area">
        <LengthField
          label="Safe area"
          value={safe}
          unit={unit}
          max={100}
          onChange={(mm) => change({ product: { safe: mm } }, `safe area ${say(mm)}`)}
        />
      </Row>
      <LeafShifts />
    </>
  );
}

/** How far every leaf stands out, and what is done about it. */
function LeafShifts() {
  const { correction, creep } = useBook(({ product, book }) => ({
    correction: product.creep.correction,
    creep: book.creep,
  }));
  const { unit } = useUnit();
  const { standsOut, moved, squeezed } = creep;
  const say = saidIn(unit);
  return (
    <details className="py-1">
      <summary className="text-sm text-rust underline">Shift of every leaf</summary>
      <div
        className="relative mt-1 max-h-48 overflow-y-auto"
        role="region"
        aria-label="Shift of every leaf"
        tabIndex={0}
      >
        <table className="num w-full text-right text-sm">
          <thead className="text-xs text-ink-soft">
            <tr>
              <th className="text-left font-normal">leaf</th>
              <th className="font-normal">stands out</th>
              <th className="font-normal">{correction === 'scale' ? 'narrower' : 'to the spine'}</th>
            </tr>
          </thead>
          <tbody>
            {standsOut.map((out, i) => (
              <tr key={i} className="border-t border-ink/15">
                <td className="text-left">{i + 1}</td>
                <td>{say(out)}</td>
                <td>
                  {correction === 'scale' ? `${formatNumber((1 - (squeezed[i] ?? 1)) * 100, 2)} %` : say(moved[i] ?? 0)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
