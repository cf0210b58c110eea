import { useState } from 'react';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { rulesOf, WAYS, wayOf, type Fold, type FoldWish, type SectionWish } from '../../../core';
import { Button } from '../../../ui/Button';
import { Pick } from '../../../ui/choices';
import { useBook } from '../context';
import { stockOptions } from '../wishes';

const wishOf = (way: { id: string; columns: number; rows: number; folds: readonly Fold[] }): FoldWish =>
  way.id === 'own' ? { columns: way.columns, rows: way.rows, folds: [...way.folds] } : way.id;

/** Every section by itself: its fold and stock, its place in the book. */
export function SectionList() {
  const { product, book, stock, change, shop } = useBook(({ product, book, docket, change, shop }) => ({
    product,
    book,
    stock: docket.sheet.stock,
    change,
    shop,
  }));
  const [open, setOpen] = useState(false);
  const text = book.sections.filter((s) => s.kind === 'text');
  const list: SectionWish[] = text.map((s) => ({
    fold: wishOf(wayOf(wishOf(s.way)) ?? s.way),
    stock: s.stock.id === stock.id ? null : s.stock,
  }));
  const put = (next: SectionWish[], label: string): void =>
    change({ product: { fold: null, sections: { kind: 'set', list: next } } }, label);
  const swap = (i: number, j: number): void => {
    const next = [...list];
    [next[i], next[j]] = [next[j]!, next[i]!];
    put(next, `section ${i + 1} moved`);
  };
  const allowed = WAYS.filter((w) => w.binds || (w.pages === 2 && rulesOf(product.binding).singleLeaves));
  if (text.length < 2 || text.length > 200) return null;
  return (
    <details className="py-1" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="text-sm text-rust underline">Section by section</summary>
      {open && (
        <ol className="relative mt-1 grid max-h-72 gap-1 overflow-y-auto" aria-label="Sections">
          {text.map((s, i) => (
            <li key={i} className="grid grid-cols-[1.3rem_minmax(0,1fr)_minmax(0,1fr)_auto_auto] items-center gap-1">
              <span className="num text-sm" title={`pages ${s.reading[0]} to ${s.reading.at(-1)}`}>
                {s.order}
              </span>
              <Pick
                label={`Fold of section ${s.order}`}
                value={s.way.id}
                options={allowed.map((w) => ({ key: w.id, label: `${w.pages} · ${w.name}` }))}
                onChange={(id) =>
                  put(
                    list.map((v, n) => (n === i ? { ...v, fold: id } : v)),
                    `section ${s.order} folded anew`,
                  )
                }
              />
              <Pick
                label={`Stock of section ${s.order}`}
                value={s.stock.id}
                options={stockOptions(shop, s.stock)}
                onChange={(id) => {
                  const other = shop.stocks.find((x) => x.id === id) ?? null;
                  put(
                    list.map((v, n) => (n === i ? { ...v, stock: id === stock.id ? null : other } : v)),
                    `section ${s.order} on another stock`,
                  );
                }}
              />
              <Mover order={s.order} first={i === 0} last={i === text.length - 1} by={(step) => swap(i, i + step)} />
            </li>
          ))}
        </ol>
      )}
    </details>
  );
}

/** Moves a section one place. */
function Mover({
  order,
  first,
  last,
  by,
}: {
  readonly order: number;
  readonly first: boolean;
  readonly last: boolean;
  readonly by: (step: 1 | -1) => void;
}) {
  return (
    <>
      <Button small kind="quiet" aria-label={`Section ${order} earlier`} isDisabled={first} onPress={() => by(-1)}>
        <ArrowUp size={13} aria-hidden />
      </Button>
      <Button small kind="quiet" aria-label={`Section ${order} later`} isDisabled={last} onPress={() => by(1)}>
        <ArrowDown size={13} aria-hidden />
      </Button>
    </>
  );
}
