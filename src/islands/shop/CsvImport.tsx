import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { stocksFromRows, type StockRow, type Unit } from '../../core';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/choices';
import { Dialog } from '../../ui/Dialog';
import { Severity } from '../../ui/Severity';
import { Swatch } from '../../ui/Swatch';
import { useUnit } from '../../ui/unit';
import { add, useShop } from './store';

/** Stocks out of a table, as a merchant's price list is one: shown first, row by row, with what is wrong. */
export function CsvImport({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return (
    <Dialog title="Stocks from a CSV" open={open} onClose={onClose} wide>
      {open && <Table done={onClose} />}
    </Dialog>
  );
}

const EXAMPLE = 'name,size,grammage,grain,surface,price per thousand\nWove 80,SRA3,80,long,uncoated,22.00';

function Table({ done }: { readonly done: () => void }) {
  const [text, setText] = useState('');
  const [unit, setUnit] = useState<Unit>(useUnit.getState().unit);
  const [rows, setRows] = useState<readonly StockRow[]>([]);
  const read = async (csv: string, lengths: Unit): Promise<void> => {
    setText(csv);
    const { default: Papa } = await import('papaparse');
    const { data } = Papa.parse<string[]>(csv.trim(), { skipEmptyLines: 'greedy' });
    const taken = new Set(useShop.getState().file.stocks.map((s) => s.value.id));
    setRows(stocksFromRows(data, lengths, taken));
  };
  const good = rows.filter((r) => r.stock !== null);
  const take = async (): Promise<void> => {
    for (const { stock } of good) if (stock) await add('stocks', stock, `${stock.name} added`);
    done();
  };
  return (
    <>
      <p className="text-sm">
        One row of headings: name, size (or width and height), grammage, and where you have them caliper, grain,
        surface, colour, and a price: price (ct a sheet), price per thousand, or price per kg.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <FileTrigger
          acceptedFileTypes={['.csv', '.tsv', '.txt', 'text/csv']}
          onSelect={(l) => void l?.[0]?.text().then((csv) => read(csv, unit))}
        >
          <Button>Choose a file</Button>
        </FileTrigger>
        <span className="text-sm">Lengths without a unit are in</span>
        <Choice
          label="Lengths without a unit"
          value={unit}
          options={[
            { key: 'mm', label: 'mm' },
            { key: 'in', label: 'inches' },
          ]}
          onChange={(to) => {
            setUnit(to);
            void read(text, to);
          }}
        />
      </div>
      <textarea
        aria-label="Table"
        rows={5}
        placeholder={EXAMPLE}
        value={text}
        onChange={(e) => void read(e.target.value, unit)}
        className="num mt-2 w-full border border-ink/40 bg-paper p-2 text-sm"
      />
      {rows.length > 0 && (
        <ul className="mt-2 max-h-72 overflow-y-auto border-t border-ink/30" aria-label="Rows">
          {rows.map(({ row, stock, problem }) => (
            <li key={row} className="flex items-center gap-2 border-b border-ink/15 py-1 text-sm">
              <span className="num w-8 text-right text-ink-soft">{row}</span>
              {stock ? <Swatch colour={stock.swatch} /> : <Severity of="stop" />}
              <span>
                {stock ? `${stock.name} ${stock.format}, ${stock.grammage} g/m², ${stock.grain} grain` : problem}
              </span>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-4 flex gap-2">
        <Button kind="next" isDisabled={good.length === 0} onPress={() => void take()}>
          Take {good.length} {good.length === 1 ? 'stock' : 'stocks'}
        </Button>
        <Button kind="quiet" onPress={done}>
          Take none
        </Button>
      </div>
    </>
  );
}
