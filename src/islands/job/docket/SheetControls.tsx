import { formatLength, lying, formatSize, turnOf } from '../../../core';
import { Choice } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { MachineControl, StockControl, UpControl } from '../controls';
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
        label="Booklets up"
        hint={`${plan.layout.slots.length} on this sheet${plan.layout.rotated ? ', lying sideways' : ''}`}
      >
        <UpControl />
      </Row>
      <Row
        label="Turn"
        hint={
          turnOf(docket) === 'turn'
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
      <StockChart />
    </>
  );
}
