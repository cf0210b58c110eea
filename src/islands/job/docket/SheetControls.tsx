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
      </Row>
      <Row
        label="Machine"
        hint={`does not print ${formatLength(Math.min(...edges), unit)} to ${formatLength(Math.max(...edges), unit)} at the edges`}
      >
        <MachineControl />
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
    </Row>
  );
}
