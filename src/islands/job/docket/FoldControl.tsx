import { Plus, X } from 'lucide-react';
import { foldProblem, rulesOf, saidSections, WAYS, wayOf, type Fold, type FoldWish } from '../../../core';
import { Button } from '../../../ui/Button';
import { Pick } from '../../../ui/choices';
import { CountField, Row } from '../../../ui/fields';
import { useBook } from '../context';
import { FoldDrawing } from './FoldDrawing';

/** How sections are folded: as planned, all one ready-made way, or by one's own list. */
export function FoldControl() {
  const { product, book, change } = useBook(({ product, book, change }) => ({ product, book, change }));
  const { fold } = product;
  const rules = rulesOf(product.binding);
  const bound = rules.made === 'nested' || rules.made === 'gathered';
  const own = fold !== null && typeof fold !== 'string' ? fold : null;
  const value = own ? 'own' : product.sections.kind === 'set' ? 'set' : ((fold as string | null) ?? 'auto');
  const take = (key: string): void => {
    if (key === 'set') return;
    const way = book.sections.find((s) => s.kind === 'text')?.way ?? wayOf('4-single')!;
    const wish: FoldWish | null =
      key === 'auto' ? null : key === 'own' ? { columns: way.columns, rows: way.rows, folds: [...way.folds] } : key;
    const name = key === 'auto' ? 'chosen' : key === 'own' ? 'own folds' : wayOf(key)!.name;
    change({ product: { fold: wish, sections: { kind: 'auto' } } }, `fold: ${name}`);
  };
  return (
    <>
      <Row label="Fold" hint={book.sections.length > 1 ? `${saidSections(book)} pages` : undefined}>
        <Pick
          label="Fold"
          value={value}
          options={[
            { key: 'auto', label: bound ? 'The plan’s choice' : 'As many panels as pages' },
            ...(value === 'set' ? [{ key: 'set', label: 'Section by section' }] : []),
            ...WAYS.filter((w) => (bound ? w.binds || (w.pages === 2 && rules.singleLeaves) : true)).map((w) => ({
              key: w.id,
              label: `${w.pages} pages · ${w.name}`,
              detail: `${w.folds.length} folds`,
            })),
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

/** One fold: what moves, about which line, over or under. */
function FoldLine({
  n,
  fold: f,
  set,
  remove,
}: {
  /** From 1. */
  readonly n: number;
  readonly fold: Fold;
  readonly set: (fold: Fold) => void;
  readonly remove: () => void;
}) {
  return (
    <li className="grid grid-cols-[1.1rem_minmax(0,1.3fr)_3rem_minmax(0,1fr)_auto] items-center gap-1">
      <span className="num text-sm">{n}</span>
      <Pick
        label={`Fold ${n}: what moves`}
        value={`${f.axis} ${f.moves}`}
        options={(['upright', 'level'] as const).flatMap((axis) =>
          (['low', 'high'] as const).map((moves) => ({ key: `${axis} ${moves}`, label: MOVES[axis][moves] })),
        )}
        onChange={(k) => {
          const [axis, moves] = k.split(' ') as [Fold['axis'], Fold['moves']];
          set({ ...f, axis, moves });
        }}
      />
      <CountField
        label={`Fold ${n}: line`}
        value={f.at}
        onChange={(at) => set({ ...f, at: Math.max(1, Math.min(63, at)) })}
      />
      <Pick
        label={`Fold ${n}: over or under`}
        value={f.to}
        options={[
          { key: 'over', label: 'over' },
          { key: 'under', label: 'under' },
        ]}
        onChange={(to) => set({ ...f, to })}
      />
      <Button small kind="quiet" aria-label={`Remove fold ${n}`} onPress={remove}>
        <X size={13} aria-hidden />
      </Button>
    </li>
  );
}

/** A fold list entered fold by fold, drawn as it is. */
function FoldEditor({ own }: { readonly own: Exclude<FoldWish, string> }) {
  const { product, change } = useBook(({ product, change }) => ({ product, change }));
  const way = wayOf(own)!;
  const problem = foldProblem(way, product.bound);
  const put = (next: Exclude<FoldWish, string>): void => change({ product: { fold: next } }, 'fold list');
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
          <label className="grid">
            columns
            <CountField
              label="Columns"
              value={own.columns}
              onChange={(columns) => put({ ...own, columns: Math.max(1, Math.min(16, columns)) })}
            />
          </label>
          <label className="grid">
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
          <FoldLine
            key={i}
            n={i + 1}
            fold={f}
            set={(fold) => set(i, fold)}
            remove={() => put({ ...own, folds: own.folds.filter((_, n) => n !== i) })}
          />
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
