import { formatLength, lying, formatSize, turnFor } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { MachineControl, StockControl, UpControl } from '../controls';
import { FoldControl } from './FoldControl';
import { SectionList } from './SectionList';
import { plansWanted, SectionPlans } from './SectionPlans';
import { StockChart } from './StockChart';
import { TrimControls } from './TrimControls';

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
