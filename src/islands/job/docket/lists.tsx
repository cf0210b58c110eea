import { Plus, X } from 'lucide-react';
import type { Stock } from '../../../core';
import { Button } from '../../../ui/Button';
import { Pick } from '../../../ui/choices';
import { useJob } from '../context';
import { stockOptions } from '../wishes';

/** What lists of wishes share: a line more, a line less, a line changed. */

export function Add({ children, onPress }: { children: string; onPress: () => void }) {
  return (
    <Button small kind="quiet" onPress={onPress}>
      <Plus size={13} aria-hidden /> {children}
    </Button>
  );
}
export function Remove({ what, onPress }: { what: string; onPress: () => void }) {
  return (
    <Button small kind="quiet" aria-label={`Remove ${what}`} onPress={onPress}>
      <X size={13} aria-hidden />
    </Button>
  );
}
/** The stock of a line, under what else it says. */
export function StockOf({ label, stock, onChange }: { label: string; stock: Stock; onChange: (stock: Stock) => void }) {
  const shop = useJob((s) => s.shop);
  return (
    <div className="col-span-2">
      <Pick
        label={label}
        value={stock.id}
        options={stockOptions(shop, stock)}
        onChange={(id) => {
          const chosen = shop.stocks.find((s) => s.id === id);
          if (chosen) onChange(chosen);
        }}
      />
    </div>
  );
}
export const replaced = <T,>(list: readonly T[], i: number, value: T): T[] => list.map((v, n) => (n === i ? value : v));
export const removed = <T,>(list: readonly T[], i: number): T[] => list.filter((_, n) => n !== i);
