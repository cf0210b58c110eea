import { formatNumber, type Machine, type Patch, type Shop, type Stock } from '../../core';
import type { Option } from '../../ui/choices';

type Change = (patch: Patch, label: string) => void;

/** The shop's stocks as a list; the docket's own first where the shop no longer has it. */
export function stockOptions(shop: Shop, now: Stock): Option<string>[] {
  const all = shop.stocks.some((s) => s.id === now.id) ? shop.stocks : [now, ...shop.stocks];
  return all.map((s) => ({
    key: s.id,
    label: `${s.name} ${s.format}`,
    detail: `${s.grain} grain · ${formatNumber(s.price, 1)} ct`,
    swatch: s.swatch,
  }));
}

export function machineOptions(shop: Shop, now: Machine): Option<string>[] {
  const all = shop.machines.some((m) => m.id === now.id) ? shop.machines : [now, ...shop.machines];
  return all.map((m) => ({ key: m.id, label: m.name, detail: `${m.speed} sides/h` }));
}

export function withStock(shop: Shop, id: string, change: Change): void {
  const stock = shop.stocks.find((s) => s.id === id);
  if (stock) change({ sheet: { stock } }, `stock ${stock.name} ${stock.format}`);
}

export function withMachine(shop: Shop, id: string, change: Change): void {
  const machine = shop.machines.find((m) => m.id === id);
  if (machine) change({ sheet: { machine } }, `machine ${machine.name}`);
}
