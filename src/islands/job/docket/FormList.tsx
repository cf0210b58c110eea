import { useId } from 'react';
import { ArrowDown, ArrowUp, CopyPlus, EyeOff, Undo2 } from 'lucide-react';
import { pageList, pagesCounted, pagesToRuns, plural, someOf, wholeNumber, worked, type PageRef } from '../../../core';
import { Button } from '../../../ui/Button';
import { CountField } from '../../../ui/fields';
import { useFlat } from '../context';
import { FlatFace } from '../dummy/FlatFace';
import { following, moved, repeated } from '../pages/edits';
import { withQuantity } from './quantity';

/** Forms that are listed; of more the page list and the quantities say it. */
const MOST_LISTED = 24;
/** The edge of a small picture, pixels. */
const SMALL = 34;

/** Where every artwork has sheets of its own: the forms in their order, each with its run, to be moved, repeated, left out. */
export function FormList() {
  const { product, plan } = useFlat(({ product, plan }) => ({ product, plan }));
  const id = useId();
  const { ordered, sets, records } = plan.product;
  if (product.order.kind !== 'repeat' || product.parts.length > 1 || sets.parts > 1) return null;
  // of records each has all the pages: there is no form to be moved
  if (records.length > 1) return null;
  if (ordered.length < 2 || ordered.length > MOST_LISTED) return null;
  const numbers = new Map<number, { prints: number }>();
  for (let i = 0; i < plan.sheets.length; i++) {
    const { pieces, prints, ahead } = plan.sheets.at(i);
    const [piece] = pieces;
    if (!ahead && piece !== undefined && !numbers.has(piece)) numbers.set(piece, { prints });
  }
  return (
    <section aria-labelledby={id}>
      <h3 id={id} className="text-sm">
        Forms
        <span className="ml-2 text-xs text-ink-soft">as they are printed; a run goes with its artwork</span>
      </h3>
      <ol aria-labelledby={id} className="mt-1 grid gap-1">
        {someOf(plan.pieces, 0, ordered.length).map((piece) => (
          <FormRow
            key={piece.id}
            at={piece.id}
            front={piece.places[0] ?? null}
            swatch={piece.stock.swatch}
            wanted={ordered.at(piece.id) ?? 0}
            made={numbers.get(piece.id) ?? null}
            last={piece.id === ordered.length - 1}
          />
        ))}
      </ol>
    </section>
  );
}

function useFormEdits(at: number) {
  const { product, imposed, artwork, change } = useFlat(({ product, docket, artwork, change }) => ({
    product,
    imposed: docket.artwork.imposed,
    artwork: worked(artwork, docket.artwork),
    change,
  }));
  const each = product.sides === 'two' ? 2 : 1;
  const list = pageList({ imposed, product: { pages: product.pages, bound: 'left' } }, artwork);
  const places = Array.from({ length: each }, (_, i) => at * each + i).filter((i) => i < list.length);
  const put = (pages: readonly (PageRef | null)[], label: string): void => {
    const taken = pagesCounted({ imposed, product: { pages: product.pages, bound: 'left' } }, artwork);
    change({ product: { pages: pagesToRuns(pages, taken), ...following(product, list, pages) } }, label);
  };
  const said = `form ${at + 1}`;
  return {
    move: (by: number) => put(moved(list, places, places[0]! + by * each), `${said} moved to ${at + 1 + by}`),
    repeat: () => put(repeated(list, places), `${said} repeated`),
    count: (copies: number) =>
      change(
        { product: { quantities: withQuantity(product, at + 1, copies) } },
        copies === 0 ? `${said} left out` : `${wholeNumber(copies)} of ${said}`,
      ),
    usual: product.copies,
  };
}

function FormRow({
  at,
  front,
  swatch,
  wanted,
  made,
  last,
}: {
  readonly at: number;
  readonly front: number | null;
  readonly swatch: string;
  readonly wanted: number;
  readonly made: { readonly prints: number } | null;
  readonly last: boolean;
}) {
  const { move, repeat, count, usual } = useFormEdits(at);
  const finished = useFlat((s) => s.product.finished);
  const scale = Math.min(SMALL / finished.width, SMALL / finished.height);
  const name = `form ${at + 1}`;
  const out = wanted === 0;
  return (
    <li className="flex items-center gap-1 border-b border-ink/15 pb-1 last:border-0">
      <span className="num w-4 text-right text-sm">{at + 1}</span>
      <span className={`grid w-8 place-items-center ${out ? 'opacity-30' : ''}`} aria-hidden>
        <span className="border border-ink/40">
          <FlatFace place={front} back={false} scale={scale} swatch={swatch} />
        </span>
      </span>
      <span className="[&_input]:w-16">
        <CountField label={`How many of ${name}`} value={wanted} min={0} max={10_000_000} onChange={count} />
      </span>
      <span
        className="num min-w-0 flex-1 truncate text-xs text-ink-soft"
        title={made && !out ? `printed ${plural(made.prints, 'time')}` : undefined}
      >
        {out || !made ? 'left out' : `${wholeNumber(made.prints)} ×`}
      </span>
      <Button small kind="quiet" aria-label={`${name} earlier`} isDisabled={at === 0} onPress={() => move(-1)}>
        <ArrowUp size={14} aria-hidden />
      </Button>
      <Button small kind="quiet" aria-label={`${name} later`} isDisabled={last} onPress={() => move(1)}>
        <ArrowDown size={14} aria-hidden />
      </Button>
      <Button small kind="quiet" aria-label={`Repeat ${name}`} onPress={repeat}>
        <CopyPlus size={14} aria-hidden />
      </Button>
      <Button
        small
        kind="quiet"
        aria-label={out ? `Put ${name} in again` : `Leave ${name} out`}
        onPress={() => count(out ? usual : 0)}
      >
        {out ? <Undo2 size={14} aria-hidden /> : <EyeOff size={14} aria-hidden />}
      </Button>
    </li>
  );
}
