import { useMemo } from 'react';
import {
  formatNumber,
  duration,
  money,
  rulesOf,
  sectionPlansFor,
  turnedWay,
  type BoundProduct,
  type DocketOf,
  type SectionPlan,
} from '../../../core';
import { cx } from '../../../ui/cx';
import { useBook } from '../context';
import { FoldDrawing } from './FoldDrawing';

/** The patch that makes a plan of sections the docket's. */
const taken = (plan: SectionPlan) => ({
  product: {
    fold: null,
    sections: { kind: 'set' as const, list: plan.ways.map((w) => ({ fold: w.id, stock: null })) },
  },
});

/** Plans of sections side by side: the fold drawn, sheets, waste, time and money; one key or click takes one. */
export function SectionPlans() {
  const { product, sheet, finish, book, change } = useBook(({ product, docket, book, change }) => ({
    product,
    sheet: docket.sheet,
    finish: docket.finish,
    book,
    change,
  }));
  const pages = book.textPages;
  const plans = useMemo(() => sectionPlansFor({ product, sheet, finish }, pages), [product, sheet, finish, pages]);
  const ratio = product.finished.width / product.finished.height;
  const now = book.sections
    .filter((s) => s.kind === 'text')
    .map((s) => s.way.id)
    .join();
  if (plans.length === 0) return null;
  const current = plans.findIndex((p) => p.ways.map((w) => w.id).join() === now);
  const onKey = (e: React.KeyboardEvent): void => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
    const to = step === undefined ? Number(e.key) - 1 : (current + step + plans.length) % plans.length;
    const chosen = plans[to];
    if (!chosen) return;
    e.preventDefault();
    e.stopPropagation();
    change(taken(chosen), `sections ${chosen.said}`);
  };
  return (
    <div className="py-1">
      <table
        className="w-full border-collapse text-right text-[0.72rem]"
        aria-label="Plans of sections"
        onKeyDown={onKey}
      >
        <thead className="text-ink-soft">
          <tr>
            <th className="w-[4.2rem] text-left font-normal">fold</th>
            <th className="text-left font-normal">sections</th>
            <th className="px-1 font-normal">sheets</th>
            <th className="px-1 font-normal">waste</th>
            <th className="px-1 font-normal">press</th>
            <th className="pl-1 font-normal">money</th>
          </tr>
        </thead>
        <tbody>
          {plans.map((p, i) => (
            <PlanRow key={p.said + p.ways[0]!.id} plan={p} on={i === current} bound={product.bound} ratio={ratio} />
          ))}
        </tbody>
      </table>
      <p className="mt-0.5 text-xs text-ink-soft">
        Keys 1 to {plans.length} and ↑ ↓ take a plan. Figures are of the text, with what is spoilt
        {product.cover.kind === 'separate' ? '; the cover’s come to them' : ''}.
      </p>
    </div>
  );
}

/** One plan: its fold drawn, and its figures. */
function PlanRow({
  plan: p,
  on,
  bound,
  ratio,
}: {
  readonly plan: SectionPlan;
  readonly on: boolean;
  readonly bound: BoundProduct['bound'];
  readonly ratio: number;
}) {
  const change = useBook((s) => s.change);
  const take = (): void => change(taken(p), `sections ${p.said}`);
  const first = turnedWay(p.ways[0]!, bound);
  return (
    <tr
      data-plan={p.said}
      data-on={on}
      onClick={() => take()}
      className={cx('cursor-pointer border-t border-ink/20 hover:bg-oat-deep', on && 'bg-paper')}
    >
      <td
        className={cx(
          'flex items-center gap-1 border-l-4 py-1 pl-1 text-left',
          on ? 'border-rust' : 'border-transparent',
        )}
      >
        <input
          type="radio"
          name="section plan"
          className="accent-rust"
          checked={on}
          aria-label={`${p.said} pages, ${p.sheets} sheets`}
          onChange={() => take()}
        />
        <FoldDrawing way={first} bound={bound} ratio={ratio} width={38} />
      </td>
      <td className="text-left">
        <span className="num font-semibold">{p.said}</span>
        {p.blanks > 0 && <span className="block text-ink-soft">{p.blanks} blank</span>}
      </td>
      <td className="num px-1">{p.sheets}</td>
      <td className="num px-1 whitespace-nowrap">{formatNumber(p.waste, 0)} %</td>
      <td className="num px-1 whitespace-nowrap">{duration(p.press)}</td>
      <td className="num pl-1 whitespace-nowrap">{money(p.cents)}</td>
    </tr>
  );
}

/** Whether its sections can be chosen. */
export function plansWanted({ artwork, product }: Pick<DocketOf<'bound'>, 'artwork' | 'product'>): boolean {
  const { made } = rulesOf(product.binding);
  return artwork.imposed.kind !== 'sheets' && (made === 'nested' || made === 'gathered');
}
