import { useMemo, useState } from 'react';
import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react';
import {
  foldProblem,
  formatNumber,
  duration,
  money,
  sectionPlans,
  turnedWay,
  WAYS,
  wayOf,
  type Docket,
  type Fold,
  type FoldWish,
  type SectionWish,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Pick } from '../../../ui/choices';
import { cx } from '../../../ui/cx';
import { CountField, Row } from '../../../ui/fields';
import { useJob } from '../context';
import { stockOptions } from '../wishes';
import { FoldDrawing } from './FoldDrawing';

/** The patch that makes a plan of sections the docket's. */
const taken = (plan: ReturnType<typeof sectionPlans>[0]) => ({
  sheet: {
    fold: null,
    sections: { kind: 'set' as const, list: plan.ways.map((w) => ({ fold: w.id, stock: null })) },
  },
});

const wishOf = (way: { id: string; columns: number; rows: number; folds: readonly Fold[] }): FoldWish =>
  way.id === 'own' ? { columns: way.columns, rows: way.rows, folds: [...way.folds] } : way.id;

/** The sections in words: `2 × 32 + 4`. */
export function saidSections(plan: ReturnType<typeof useJob>['plan']): string {
  const counts = new Map<number, number>();
  for (const s of plan.sections) if (s.kind === 'text') counts.set(s.way.pages, (counts.get(s.way.pages) ?? 0) + 1);
  return [...counts].map(([size, n]) => (n > 1 ? `${n} × ${size}` : String(size))).join(' + ');
}

/** Plans of sections side by side: the fold drawn, sheets, waste, time and money; one key or click takes one. */
export function SectionPlans() {
  const { docket, plan, change } = useJob();
  const { product } = docket;
  const pages = plan.textPages;
  const plans = useMemo(() => sectionPlans(docket, pages), [docket, pages]);
  const ratio = product.finished.width / product.finished.height;
  const now = plan.sections
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
            <th className="px-1 font-normal">time</th>
            <th className="pl-1 font-normal">money</th>
          </tr>
        </thead>
        <tbody>
          {plans.map((p, i) => {
            const on = i === current;
            const first = turnedWay(p.ways[0]!, product.bound);
            return (
              <tr
                key={p.said + p.ways[0]!.id}
                data-plan={p.said}
                data-on={on}
                onClick={() => change(taken(p), `sections ${p.said}`)}
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
                    onChange={() => change(taken(p), `sections ${p.said}`)}
                  />
                  <FoldDrawing way={first} bound={product.bound} ratio={ratio} width={38} />
                </td>
                <td className="text-left">
                  <span className="num font-semibold">{p.said}</span>
                  {p.blanks > 0 && <span className="block text-ink-soft">{p.blanks} blank</span>}
                </td>
                <td className="num px-1">{p.sheets}</td>
                <td className="num px-1 whitespace-nowrap">{formatNumber(p.waste, 0)} %</td>
                <td className="num px-1 whitespace-nowrap">{duration(p.minutes)}</td>
                <td className="num pl-1 whitespace-nowrap">{money(p.cents)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-0.5 text-xs text-ink-soft">Keys 1 to {plans.length} and ↑ ↓ take a plan.</p>
    </div>
  );
}

/** How sections are folded: as planned, all one ready-made way, or by one's own list. */
export function FoldControl() {
  const { docket, change, plan } = useJob();
  const { product, sheet } = docket;
  const { fold } = sheet;
  const bound = product.binding.kind !== 'folded' && product.binding.kind !== 'loose-leaf';
  const own = fold !== null && typeof fold !== 'string' ? fold : null;
  const value = own ? 'own' : sheet.sections.kind === 'set' ? 'set' : ((fold as string | null) ?? 'auto');
  const take = (key: string): void => {
    if (key === 'set') return;
    const way = plan.sections.find((s) => s.kind === 'text')?.way ?? wayOf('4-single')!;
    const wish: FoldWish | null =
      key === 'auto' ? null : key === 'own' ? { columns: way.columns, rows: way.rows, folds: [...way.folds] } : key;
    const name = key === 'auto' ? 'chosen' : key === 'own' ? 'own folds' : wayOf(key)!.name;
    change({ sheet: { fold: wish, sections: { kind: 'auto' } } }, `fold: ${name}`);
  };
  return (
    <>
      <Row label="Fold" hint={plan.sections.length > 1 ? `${saidSections(plan)} pages` : undefined}>
        <Pick
          label="Fold"
          value={value}
          options={[
            { key: 'auto', label: bound ? 'The plan’s choice' : 'As many panels as pages' },
            ...(value === 'set' ? [{ key: 'set', label: 'Section by section' }] : []),
            ...WAYS.filter((w) =>
              bound ? w.binds || (w.pages === 2 && product.binding.kind === 'perfect-bound') : true,
            ).map((w) => ({ key: w.id, label: `${w.pages} pages · ${w.name}`, detail: `${w.folds.length} folds` })),
            { key: 'own', label: 'A fold list of my own' },
          ]}
          onChange={take}
        />
      </Row>
      {own && <FoldEditor own={own} />}
    </>
  );
}

const MOVES = {
  upright: { low: 'left part', high: 'right part' },
  level: { low: 'lower part', high: 'upper part' },
} as const;

/** A fold list entered fold by fold, drawn as it is. */
function FoldEditor({ own }: { readonly own: Exclude<FoldWish, string> }) {
  const { docket, change } = useJob();
  const { product } = docket;
  const way = wayOf(own)!;
  const problem = foldProblem(way, product.bound);
  const put = (next: Exclude<FoldWish, string>): void => change({ sheet: { fold: next } }, 'fold list');
  const set = (i: number, fold: Fold): void => put({ ...own, folds: own.folds.map((f, n) => (n === i ? fold : f)) });
  return (
    <div className="border-l-2 border-plum py-1 pl-2" role="group" aria-label="Own fold list">
      <div className="flex items-start gap-3">
        <FoldDrawing
          way={way}
          bound={product.bound}
          ratio={product.finished.width / product.finished.height}
          width={130}
        />
        <div className="grid gap-1 text-xs text-ink-soft">
          <label>
            columns
            <CountField
              label="Columns"
              value={own.columns}
              onChange={(columns) => put({ ...own, columns: Math.max(1, Math.min(16, columns)) })}
            />
          </label>
          <label>
            rows
            <CountField
              label="Rows"
              value={own.rows}
              onChange={(rows) => put({ ...own, rows: Math.max(1, Math.min(16, rows)) })}
            />
          </label>
        </div>
      </div>
      <ol className="mt-1 grid gap-1">
        {own.folds.map((f, i) => (
          <li key={i} className="grid grid-cols-[1.1rem_minmax(0,1.3fr)_3rem_minmax(0,1fr)_auto] items-center gap-1">
            <span className="num text-sm">{i + 1}</span>
            <Pick
              label={`Fold ${i + 1}: what moves`}
              value={`${f.axis} ${f.moves}`}
              options={(['upright', 'level'] as const).flatMap((axis) =>
                (['low', 'high'] as const).map((moves) => ({ key: `${axis} ${moves}`, label: MOVES[axis][moves] })),
              )}
              onChange={(k) => {
                const [axis, moves] = k.split(' ') as [Fold['axis'], Fold['moves']];
                set(i, { ...f, axis, moves });
              }}
            />
            <CountField
              label={`Fold ${i + 1}: line`}
              value={f.at}
              onChange={(at) => set(i, { ...f, at: Math.max(1, Math.min(63, at)) })}
            />
            <Pick
              label={`Fold ${i + 1}: over or under`}
              value={f.to}
              options={[
                { key: 'over', label: 'over' },
                { key: 'under', label: 'under' },
              ]}
              onChange={(to) => set(i, { ...f, to })}
            />
            <Button
              small
              kind="quiet"
              aria-label={`Remove fold ${i + 1}`}
              onPress={() => put({ ...own, folds: own.folds.filter((_, n) => n !== i) })}
            >
              <X size={13} aria-hidden />
            </Button>
          </li>
        ))}
      </ol>
      <Button
        small
        kind="quiet"
        isDisabled={own.folds.length >= 12}
        onPress={() => put({ ...own, folds: [...own.folds, { axis: 'upright', at: 1, moves: 'low', to: 'under' }] })}
      >
        <Plus size={13} aria-hidden /> Fold
      </Button>
      {problem && <p className="text-xs text-brick">{problem}</p>}
    </div>
  );
}

/** Every section by itself: its fold and stock, its place in the book. */
export function SectionList() {
  const { docket, change, plan, store } = useJob();
  const shop = store((s) => s.shop);
  const [open, setOpen] = useState(false);
  const text = plan.sections.filter((s) => s.kind === 'text');
  const list: SectionWish[] = text.map((s) => ({
    fold: wishOf(wayOf(wishOf(s.way)) ?? s.way),
    stock: s.stock.id === docket.sheet.stock.id ? null : s.stock,
  }));
  const put = (next: SectionWish[], label: string): void =>
    change({ sheet: { fold: null, sections: { kind: 'set', list: next } } }, label);
  const swap = (i: number, j: number): void => {
    const next = [...list];
    [next[i], next[j]] = [next[j]!, next[i]!];
    put(next, `section ${i + 1} moved`);
  };
  const allowed = WAYS.filter((w) => w.binds || (w.pages === 2 && docket.product.binding.kind === 'perfect-bound'));
  if (text.length < 2 || text.length > 200) return null;
  return (
    <details className="py-1" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="text-sm text-rust underline">Section by section</summary>
      {open && (
        <ol className="mt-1 grid max-h-72 gap-1 overflow-y-auto" aria-label="Sections">
          {text.map((s, i) => (
            <li key={i} className="grid grid-cols-[1.3rem_minmax(0,1fr)_minmax(0,1fr)_auto_auto] items-center gap-1">
              <span className="num text-sm" title={`pages ${s.places[0]} to ${s.places.at(-1)}`}>
                {s.number}
              </span>
              <Pick
                label={`Fold of section ${s.number}`}
                value={s.way.id}
                options={allowed.map((w) => ({ key: w.id, label: `${w.pages} · ${w.name}` }))}
                onChange={(id) =>
                  put(
                    list.map((v, n) => (n === i ? { ...v, fold: id } : v)),
                    `section ${s.number} folded anew`,
                  )
                }
              />
              <Pick
                label={`Stock of section ${s.number}`}
                value={s.stock.id}
                options={stockOptions(shop, s.stock)}
                onChange={(id) => {
                  const stock = shop.stocks.find((x) => x.id === id) ?? null;
                  put(
                    list.map((v, n) => (n === i ? { ...v, stock: id === docket.sheet.stock.id ? null : stock } : v)),
                    `section ${s.number} on another stock`,
                  );
                }}
              />
              <Button
                small
                kind="quiet"
                aria-label={`Section ${s.number} earlier`}
                isDisabled={i === 0}
                onPress={() => swap(i, i - 1)}
              >
                <ArrowUp size={13} aria-hidden />
              </Button>
              <Button
                small
                kind="quiet"
                aria-label={`Section ${s.number} later`}
                isDisabled={i === text.length - 1}
                onPress={() => swap(i, i + 1)}
              >
                <ArrowDown size={13} aria-hidden />
              </Button>
            </li>
          ))}
        </ol>
      )}
    </details>
  );
}

export const plansWanted = (docket: Docket): boolean =>
  docket.artwork.imposed.kind !== 'sheets' &&
  (docket.product.binding.kind === 'saddle-stitched' ||
    docket.product.binding.kind === 'perfect-bound' ||
    docket.product.binding.kind === 'sewn');
