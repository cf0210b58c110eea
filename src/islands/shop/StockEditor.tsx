import {
  Coating,
  estimatedCaliper,
  formatNamed,
  formatNumber,
  inkBorne,
  lying,
  money,
  pricePerSheet,
  type Stock,
} from '../../core';
import { Choice, Pick } from '../../ui/choices';
import { LengthField, Row, SizeField } from '../../ui/fields';
import { MoneyField, NumberField, TextField } from '../../ui/numbers';
import { useUnit } from '../../ui/unit';
import { StockDrawing } from './Drawings';
import { change } from './store';

/** What follows from a stock's figures: an estimated caliper, the price of a sheet. */
function following(stock: Stock): Stock {
  const { grammage, coating, calipers, priced } = stock;
  return {
    ...stock,
    ...(calipers === 'estimated' ? { caliper: estimatedCaliper(grammage, coating) } : {}),
    ...(priced ? { price: pricePerSheet(priced, stock) } : {}),
  };
}

/** A stock of the shop, drawn as its figures are typed. */
export function StockEditor({ stock }: { readonly stock: Stock }) {
  const { unit } = useUnit();
  const set = (part: Partial<Stock>, label: string): void =>
    void change('stocks', following({ ...stock, ...part }), `${stock.name}: ${label}`);
  return (
    <>
      <StockDrawing stock={stock} unit={unit} />
      <Row label="Name">
        <TextField
          label="Name"
          value={stock.name}
          empty="A stock has a name."
          onChange={(name) => set({ name }, name)}
        />
      </Row>
      <Row label="Size" hint="sra3, 320x450 or 13x19in">
        <SizeField
          label="Size"
          value={stock}
          unit={unit}
          onChange={(size) => {
            const sheet = lying(size);
            set({ width: sheet.height, height: sheet.width, format: formatNamed(size, unit) }, 'size');
          }}
        />
      </Row>
      <Row label="Grain">
        <Choice
          label="Grain"
          value={stock.grain}
          options={[
            { key: 'long', label: 'Along the long edge' },
            { key: 'short', label: 'Along the short edge' },
          ]}
          onChange={(grain) => set({ grain }, `${grain} grain`)}
        />
      </Row>
      <Row label="Weight">
        <NumberField
          label="Weight"
          value={stock.grammage}
          unit="g/m²"
          min={1}
          max={5000}
          digits={1}
          onChange={(grammage) => set({ grammage }, 'weight')}
        />
      </Row>
      <Row label="Surface">
        <Choice
          label="Surface"
          value={stock.coating}
          options={Coating.options.map((key) => ({ key, label: key.charAt(0).toUpperCase() + key.slice(1) }))}
          onChange={(coating) => set({ coating }, coating)}
        />
      </Row>
      <Bears stock={stock} set={set} />
      <Caliper stock={stock} set={set} />
      <Price stock={stock} set={set} />
      <Row label="Colour">
        <input
          type="color"
          aria-label="Colour"
          value={stock.swatch}
          onChange={(e) => set({ swatch: e.target.value.toLowerCase() }, 'colour')}
          className="h-8 w-16 cursor-pointer border border-ink/40 bg-paper p-0.5"
        />
      </Row>
    </>
  );
}

/** How much ink it bears. */
function Bears({ stock, set }: { readonly stock: Stock; readonly set: (part: Partial<Stock>, label: string) => void }) {
  return (
    <Row
      label="Ink it bears"
      hint={stock.mostInk ? 'of all inks together, in one place' : 'by its surface; of all inks together'}
    >
      <NumberField
        label="Ink it bears"
        value={inkBorne(stock)}
        unit="%"
        min={1}
        max={1200}
        digits={0}
        onChange={(mostInk) => set({ mostInk }, 'ink it bears')}
      />
    </Row>
  );
}

/** How thick a sheet is, and how that is known. */
function Caliper({
  stock,
  set,
}: {
  readonly stock: Stock;
  readonly set: (part: Partial<Stock>, label: string) => void;
}) {
  const { unit } = useUnit();
  return (
    <Row
      label="Caliper"
      hint={
        stock.calipers === 'estimated'
          ? `estimated from weight and surface; measure ten sheets for the true one`
          : 'as measured'
      }
    >
      <span className="flex flex-wrap items-start gap-2">
        <LengthField
          label="Caliper"
          value={stock.caliper}
          unit={unit}
          min={0.001}
          max={20}
          onChange={(caliper) => set({ caliper, calipers: 'measured' }, 'caliper measured')}
        />
        <Choice
          label="Where the caliper is from"
          value={stock.calipers}
          options={[
            { key: 'measured', label: 'Measured' },
            { key: 'estimated', label: 'Estimated' },
          ]}
          onChange={(calipers) => set({ calipers }, `caliper ${calipers}`)}
        />
      </span>
    </Row>
  );
}

/** What it costs, as it is bought; what a sheet comes to is said. */
function Price({ stock, set }: { readonly stock: Stock; readonly set: (part: Partial<Stock>, label: string) => void }) {
  const by = stock.priced?.by ?? 'sheet';
  const said = `${formatNumber(stock.price, 3)} ct a sheet, ${money(stock.price * 1000)} a thousand`;
  return (
    <Row label="Price" hint={said}>
      <span className="flex flex-wrap items-start gap-2">
        {stock.priced ? (
          <MoneyField
            label={`Price by the ${by}`}
            value={stock.priced.cents}
            max={100_000_000}
            onChange={(cents) => set({ priced: { ...stock.priced!, cents } }, 'price')}
          />
        ) : (
          <NumberField
            label="Price of a sheet"
            value={stock.price}
            unit="ct"
            max={1_000_000}
            digits={4}
            onChange={(price) => set({ price }, 'price')}
          />
        )}
        <Pick
          label="Bought by"
          value={by}
          options={[
            { key: 'sheet', label: 'by the sheet' },
            { key: 'thousand', label: 'by the thousand' },
            { key: 'kilogram', label: 'by the kilogram' },
          ]}
          onChange={(to) => {
            // the sheet costs the same however it is said
            const kg = (stock.width * stock.height * stock.grammage) / 1e9;
            const cents = to === 'thousand' ? stock.price * 1000 : stock.price / kg;
            set(
              { priced: to === 'sheet' ? null : { by: to, cents: Math.round(cents * 100) / 100 } },
              `bought by the ${to}`,
            );
          }}
        />
      </span>
    </Row>
  );
}
