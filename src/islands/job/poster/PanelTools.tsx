import { X } from 'lucide-react';
import { formatSize, machineTakes, type PosterPanel } from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { useUnit } from '../../../ui/unit';
import { usePoster } from '../context';
import { comesFirst, withFirst, withPanel } from './wishes';

/** What is done with one panel: printed or not, in which turn, on which stock. */
export function PanelTools({ panel, done }: { readonly panel: PosterPanel; readonly done: () => void }) {
  const { product, shop, docket, change } = usePoster(({ product, shop, docket, change }) => ({
    product,
    shop,
    docket,
    change,
  }));
  const { unit } = useUnit();
  const { name, off, stock, trim } = panel;
  const { machine, stock: main } = docket.sheet;
  const stocks = shop.stocks.filter((s) => machineTakes(machine, s));
  const known = stocks.some((s) => s.id === stock.id) ? stocks : [stock, ...stocks];
  return (
    <>
      <span className="font-head text-base font-semibold">Panel {name}</span>
      <span className="num">{formatSize(trim, unit)}</span>
      <Toggle
        label="Printed"
        value={!off}
        onChange={(on) =>
          change(
            { product: { singles: withPanel(product, panel, { off: !on }) } },
            `panel ${name} ${on ? 'on' : 'off'}`,
          )
        }
      />
      <Choice
        label="Its turn"
        value={comesFirst(product, panel) ? 'first' : 'in turn'}
        options={[
          { key: 'first', label: 'First' },
          { key: 'in turn', label: 'In its turn' },
        ]}
        onChange={(place) =>
          change(
            { product: { first: withFirst(product, panel, place) } },
            `panel ${name} ${place === 'first' ? 'first' : 'in its turn'}`,
          )
        }
      />
      <span className="w-40">
        <Pick
          label={`Stock of panel ${name}`}
          value={stock.id}
          options={known.map((s) => ({ key: s.id, label: `${s.name} ${s.format}` }))}
          onChange={(id) => {
            const to = known.find((s) => s.id === id)!;
            change(
              { product: { singles: withPanel(product, panel, { stock: id === main.id ? null : to }) } },
              `panel ${name} on ${to.name} ${to.format}`,
            );
          }}
        />
      </span>
      <Button small aria-label="Leave the panel" onPress={done}>
        <X size={16} />
      </Button>
    </>
  );
}
