import { formatLength, lying, formatSize, turnFor } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { MachineControl, StockControl, UpControl } from '../controls';
import { FoldControl, plansWanted, SectionList, SectionPlans } from './SectionControls';
import { StockChart } from './StockChart';

/** What it is printed on: stock, machine, how many up, the turn. */
export function SheetControls() {
  const { docket, change, plan } = useJob();
  const { unit } = useUnit();
  const { sheet } = docket;
  const { stock, machine } = sheet;
  const edges = Object.values(machine.noPrint);
  return (
    <>
      <Row
        label="Stock"
        hint={`${formatSize(lying(stock), unit)} · ${stock.grammage} g/m² · ${formatLength(stock.caliper, unit, unit === 'mm' ? 3 : 4)} thick · ${stock.grain} grain`}
      >
        <StockControl />
        {stock.calipers === 'estimated' && (
          <span className="mt-1 flex items-center gap-2 text-xs">
            estimated; measured it is
            <LengthField
              label="Caliper measured"
              value={stock.caliper}
              unit={unit}
              min={0.01}
              max={5}
              onChange={(caliper) =>
                change({ sheet: { stock: { caliper, calipers: 'measured' } } }, `caliper ${caliper} mm`)
              }
            />
          </span>
        )}
      </Row>
      <Row
        label="Machine"
        hint={`does not print ${formatLength(Math.min(...edges), unit)} to ${formatLength(Math.max(...edges), unit)} at the edges`}
      >
        <MachineControl />
        <TrayList />
      </Row>
      <Row
        label="Up"
        hint={`${plan.layout.slots.length} on this sheet${plan.layout.rotated ? ', lying sideways' : ''}`}
      >
        <UpControl />
      </Row>
      <Row
        label="Turn"
        hint={
          turnFor(docket.sheet) === 'turn'
            ? 'about the upright axis; the lead edge stays'
            : 'about the level axis; the lead edge changes'
        }
      >
        <Choice
          label="Turn"
          value={sheet.turn}
          options={[
            { key: 'machine', label: `As ${machine.name} does` },
            { key: 'turn', label: 'Turn' },
            { key: 'tumble', label: 'Tumble' },
          ]}
          onChange={(turn) =>
            change({ sheet: { turn } }, `sheets ${turn === 'machine' ? `turned as ${machine.name} does` : turn}`)
          }
        />
      </Row>
      <Row label="Several are">
        <Choice
          label="What several up are"
          value={sheet.fill}
          options={[
            { key: 'repeat', label: 'The same' },
            { key: 'different', label: 'The next sections' },
            { key: 'come-and-go', label: 'Head to tail' },
          ]}
          onChange={(fill) => change({ sheet: { fill } }, `several up: ${fill}`)}
        />
      </Row>
      <Row label="Front and back">
        <Pick
          label="Front and back"
          value={sheet.work}
          options={[
            { key: 'sheetwise', label: 'Sheetwise', detail: 'two forms' },
            { key: 'perfecting', label: 'Perfecting', detail: 'tumbled in the press' },
            { key: 'work-and-turn', label: 'Work-and-turn', detail: 'one form' },
            { key: 'work-and-tumble', label: 'Work-and-tumble', detail: 'one form' },
            { key: 'one-sided', label: 'One side only' },
          ]}
          onChange={(work) => change({ sheet: { work } }, work)}
        />
      </Row>
      {docket.product.binding.kind !== 'loose-leaf' && <FoldControl />}
      {plansWanted(docket) && <SectionPlans />}
      {plansWanted(docket) && <SectionList />}
      <TrimControls />
      <StockChart />
    </>
  );
}

/** Paper between and round the pages of a section that the last trim takes away. */
function TrimControls() {
  const { docket, change } = useJob();
  const { unit } = useUnit();
  const { trims } = docket.sheet;
  const { product } = docket;
  if (product.binding.kind === 'loose-leaf' || product.binding.kind === 'folded') return null;
  return (
    <Row label="Trimmed off" hint="at head, foot and face">
      <span className="flex gap-1">
        {(['head', 'foot', 'face'] as const).map((edge) => (
          <LengthField
            key={edge}
            label={`Trim at the ${edge}`}
            value={trims[edge] ?? (edge === 'face' ? product.bleed : (product.endBleed ?? product.bleed))}
            unit={unit}
            max={100}
            wide
            onChange={(mm) => change({ sheet: { trims: { [edge]: mm } } }, `trim at the ${edge}`)}
          />
        ))}
      </span>
      <span className="mt-1 flex items-center gap-2 text-sm text-ink-soft">
        lap
        <LengthField
          label="Lap"
          value={trims.lap}
          unit={unit}
          max={50}
          onChange={(lap) => change({ sheet: { trims: { lap } } }, 'lap')}
        />
        {trims.lap > 0 && (
          <Choice
            label="Lap on"
            value={trims.lapSide}
            options={[
              { key: 'low', label: 'low pages' },
              { key: 'high', label: 'high pages' },
            ]}
            onChange={(lapSide) => change({ sheet: { trims: { lapSide } } }, `lap on ${lapSide} pages`)}
          />
        )}
      </span>
      <Gutters />
    </Row>
  );
}

/** The gap at every fold of the sheet, set by hand where it must be another than the trims make it. */
function Gutters() {
  const { docket, change, plan } = useJob();
  const { unit } = useUnit();
  const { gutters } = docket.sheet.trims;
  const { way, panels } = plan.layout.block;
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
                      sheet: {
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
          onClick={() => change({ sheet: { trims: { gutters: [] } } }, 'gaps as the trims make them')}
        >
          As the trims make them
        </button>
      )}
    </details>
  );
}

/** Which stock lies in which tray of the machine. */
function TrayList() {
  const { docket, change, plan, store } = useJob();
  const shop = store((s) => s.shop);
  const { machine } = docket.sheet;
  const { trays } = machine;
  if (trays.length === 0) return null;
  const used = new Map(plan.sheets.filter((s) => s.machine.id === machine.id).map((s) => [s.stock.id, s.stock]));
  const from = [...used.values()].map((s) => {
    const tray = trays.find((t) => t.stock === s.id);
    return `${s.name}: ${tray ? tray.name : 'in no tray'}`;
  });
  return (
    <details className="mt-1">
      <summary className="text-xs text-rust underline">{from.join('; ')}</summary>
      <ul className="mt-1 grid gap-1">
        {trays.map((t, i) => (
          <li key={t.name} className="grid grid-cols-[4.5rem_minmax(0,1fr)] items-center gap-1 text-xs">
            {t.name}
            <Pick
              label={`Stock in ${t.name}`}
              value={t.stock}
              options={shop.stocks.map((s) => ({ key: s.id, label: `${s.name} ${s.format}`, swatch: s.swatch }))}
              onChange={(stock) =>
                change(
                  { sheet: { machine: { trays: trays.map((x, n) => (n === i ? { ...x, stock } : x)) } } },
                  `${t.name} loaded anew`,
                )
              }
            />
          </li>
        ))}
      </ul>
    </details>
  );
}
