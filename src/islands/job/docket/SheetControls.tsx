import { formatLength, lying, formatSize, turnOf } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { machineOptions, stockOptions, withMachine, withStock } from '../wishes';
import { StockChart } from './StockChart';

/** What it is printed on: stock, machine, how many up, the turn. */
export function SheetControls() {
  const { docket, change, store, plan } = useJob();
  const shop = store((s) => s.shop);
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
        <Pick
          label="Stock"
          value={stock.id}
          options={stockOptions(shop, stock)}
          onChange={(id) => withStock(shop, id, change)}
        />
      </Row>
      <Row
        label="Machine"
        hint={`does not print ${formatLength(Math.min(...edges), unit)} to ${formatLength(Math.max(...edges), unit)} at the edges`}
      >
        <Pick
          label="Machine"
          value={machine.id}
          options={machineOptions(shop, machine)}
          onChange={(id) => withMachine(shop, id, change)}
        />
      </Row>
      <Row
        label="Booklets up"
        hint={`${plan.layout.slots.length} on this sheet${plan.layout.rotated ? ', lying sideways' : ''}`}
      >
        <Choice
          label="Booklets up"
          value={sheet.up}
          options={[
            { key: 'one', label: 'One' },
            { key: 'most', label: 'As many as fit' },
          ]}
          onChange={(up) => change({ sheet: { up } }, up === 'one' ? 'one up' : 'as many up as fit')}
        />
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
