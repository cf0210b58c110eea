import { formatLength, isKind, lying, formatSize, rulesOf, turnFor } from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { useKeeping } from '../keeping';
import { MachineControl, StockControl, UpControl } from '../controls';
import { FlatLies } from './FlatLies';
import { FlatWays } from './FlatWays';
import { FoldControl } from './FoldControl';
import { FormList } from './FormList';
import { InksRow } from './InksRow';
import { PosterSheet } from './PosterSheet';
import { SectionList } from './SectionList';
import { plansWanted, SectionPlans } from './SectionPlans';
import { StockComparison } from './StockComparison';
import { MOST_COMPARED, UpComparison } from './UpComparison';
import { Trays } from './Trays';
import { TrimControls } from './TrimControls';

/** What it is printed on: stock, machine, how many up, the turn. */
export function SheetControls() {
  const docket = useJob((s) => s.docket);
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
        <Caliper />
      </Row>
      <Row
        label="Machine"
        hint={`does not print ${formatLength(Math.min(...edges), unit)} to ${formatLength(Math.max(...edges), unit)} at the edges`}
      >
        <MachineControl />
        <Trays />
      </Row>
      <InksRow />
      {docket.product.kind === 'flat' && <FormList />}
      {docket.product.kind === 'poster' ? <PosterSheet /> : <SeveralUp />}
    </>
  );
}

/** How many lie on a sheet, and how; not asked of posters, whose panels have a sheet each. */
function SeveralUp() {
  const { docket, plan } = useJob(({ docket, plan }) => ({ docket, plan }));
  return (
    <>
      <Row
        label="Up"
        hint={`${plan.sheets.main.lay.downs.length} on this sheet${plan.sheets.main.lay.grid?.sideways ? ', lying sideways' : ''}`}
      >
        <UpControl />
      </Row>
      <LayingRows />
      {isKind(docket, 'bound') ? <SectionRows /> : <FlatLies />}
      {docket.product.kind === 'flat' ? (
        <>
          <FlatWays />
          <UpComparison />
          {plan.pieces.length <= MOST_COMPARED && <StockComparison />}
        </>
      ) : (
        <StockComparison />
      )}
    </>
  );
}

/** How the sections of a book are folded and what is cut away from them. */
function SectionRows() {
  const docket = useBook((s) => s.docket);
  return (
    <>
      {rulesOf(docket.product.binding).sections !== 'leaves' && <FoldControl />}
      {plansWanted(docket) && <SectionPlans />}
      {plansWanted(docket) && <SectionList />}
      <TrimControls />
    </>
  );
}

/** How sheets are turned, what several up are, how many forms. */
function LayingRows() {
  const { sheet, isBook, change } = useJob(({ docket, change }) => ({
    sheet: docket.sheet,
    isBook: docket.product.kind === 'bound',
    change,
  }));
  const { machine } = sheet;
  return (
    <>
      <Row
        label="Turn"
        hint={
          turnFor(sheet) === 'turn'
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
      {isBook && (
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
      )}
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
    </>
  );
}

/** Where the stock's thickness is an estimate it is asked for, and what was measured can be kept with the stock. */
function Caliper() {
  const { docket, change } = useJob(({ docket, change }) => ({ docket, change }));
  const { unit } = useUnit();
  const shop = useJob((s) => s.shop);
  const keep = useKeeping();
  const { stock } = docket.sheet;
  const known = shop.stocks.find((s) => s.id === stock.id);
  if (stock.calipers === 'estimated')
    return (
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
    );
  if (!known || known.caliper === stock.caliper) return null;
  return (
    <Button
      small
      onPress={() => void keep({ kind: 'stocks', id: stock.id, name: stock.name }, { caliper: stock.caliper })}
    >
      Keep {formatLength(stock.caliper, unit, unit === 'mm' ? 3 : 4)} with {stock.name}
    </Button>
  );
}
