import { rulesOf, type BoundProduct } from '../../../core';
import { Entry, Row } from '../../../ui/fields';
import { useBook, useJob } from '../context';
import { Add, Remove, removed, replaced, StockOf } from './lists';

/** Leaves without artwork between pages. */
export function InsertControls() {
  const { docket, change, plan } = useBook(({ docket, change, plan }) => ({ docket, change, plan }));
  const shop = useJob((s) => s.shop);
  const { inserts, binding } = docket.product;
  const { made } = rulesOf(binding);
  if (made === 'folded' || (made === 'nested' && inserts.length === 0)) return null;
  const put = (list: BoundProduct['inserts'], label: string): void => change({ product: { inserts: list } }, label);
  return (
    <Row label="Inserts">
      <ul className="grid gap-1">
        {inserts.map((it, i) => (
          <li key={i} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-1 border-b border-ink/15 pb-1.5">
            <Entry
              label={`Insert ${i + 1} behind page`}
              wide
              shown={String(it.after)}
              take={(t) => {
                const after = Number(t);
                if (!Number.isInteger(after) || after < 0 || after > plan.product.places)
                  throw new Error(`From 0 to ${plan.product.places}.`);
                put(replaced(inserts, i, { ...it, after }), `insert behind page ${after}`);
              }}
            />
            <Remove what={`insert ${i + 1}`} onPress={() => put(removed(inserts, i), 'one insert less')} />
            <StockOf
              label={`Stock of insert ${i + 1}`}
              stock={it.stock}
              onChange={(stock) => put(replaced(inserts, i, { ...it, stock }), `insert of ${stock.name}`)}
            />
          </li>
        ))}
      </ul>
      <Add
        onPress={() =>
          put([...inserts, { after: 2, title: '', stock: shop.stocks[0] ?? docket.sheet.stock }], 'an insert')
        }
      >
        Leaf behind a page
      </Add>
    </Row>
  );
}
