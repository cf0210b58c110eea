import { Button } from '../../../ui/Button';
import { Pick, Toggle } from '../../../ui/choices';
import { useJob } from '../context';
import { useKeeping } from '../keeping';
import { stockOptions } from '../wishes';

/** Which stock lies in which tray of the machine, and whether one job draws from several. */
export function Trays() {
  const { docket, change, plan } = useJob(({ docket, change, plan }) => ({ docket, change, plan }));
  const shop = useJob((s) => s.shop);
  const keep = useKeeping();
  const { machine } = docket.sheet;
  const { trays, mixes } = machine;
  if (trays.length === 0) return null;
  const used = new Map(
    Array.from(plan.pieces)
      .filter((s) => s.machine.id === machine.id)
      .map((s) => [s.stock.id, s.stock]),
  );
  const from = [...used.values()].map((s) => {
    const tray = trays.find((t) => t.stock === s.id);
    return `${s.name}: ${tray ? tray.name : 'in no tray'}`;
  });
  const known = shop.machines.find((m) => m.id === machine.id);
  const differs = known && JSON.stringify([known.trays, known.mixes]) !== JSON.stringify([trays, mixes]);
  return (
    <details className="mt-1">
      <summary className="text-xs text-rust underline">{from.join('; ')}</summary>
      <ul className="mt-1 grid grid-cols-[minmax(0,1fr)] gap-1">
        {trays.map((t, i) => (
          <li key={t.name} className="grid grid-cols-[minmax(0,1fr)] gap-0.5 text-xs">
            {t.name}
            <Pick
              label={`Stock in ${t.name}`}
              value={t.stock}
              options={stockOptions(shop, shop.stocks.find((s) => s.id === t.stock) ?? docket.sheet.stock)}
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
      <Toggle
        label="One job draws from several trays"
        value={mixes}
        onChange={(on) =>
          change({ sheet: { machine: { mixes: on } } }, on ? 'several trays in one job' : 'a job for each stock')
        }
      />
      {differs && (
        <div className="mt-1 flex flex-wrap gap-2">
          <Button
            small
            onPress={() => void keep({ kind: 'machines', id: machine.id, name: machine.name }, { trays, mixes })}
          >
            Keep with {machine.name}
          </Button>
          <Button
            small
            kind="quiet"
            onPress={() =>
              change({ sheet: { machine: { trays: known.trays, mixes: known.mixes } } }, `trays as ${machine.name} has`)
            }
          >
            As {machine.name} was left
          </Button>
        </div>
      )}
    </details>
  );
}
