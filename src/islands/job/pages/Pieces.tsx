import { useState, type ReactNode } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { someOf, wholeNumber, type Piece } from '../../../core';
import { Button } from '../../../ui/Button';
import { CountField } from '../../../ui/fields';
import { useFlat } from '../context';
import { FlatFace } from '../dummy/FlatFace';

/** Pieces that are shown at once: of a hundred thousand nobody looks at all. */
const AT_ONCE = 120;
/** The room of one, in pixels. */
const [WIDE, HIGH] = [132, 110];

/** What is cut out, piece by piece in reading order: its number, its stock, how many of it. */
export function Pieces({ more }: { readonly more: ReactNode }) {
  const { pieces, what, finished } = useFlat(({ plan, product }) => ({
    pieces: plan.pieces,
    what: product.what,
    finished: product.finished,
  }));
  const [first, setFirst] = useState(0);
  const from = Math.max(0, Math.min(first, pieces.length - 1));
  const shown = someOf(pieces, from, from + AT_ONCE);
  const scale = Math.min(WIDE / finished.width, HIGH / finished.height);
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="flex flex-wrap items-center gap-2 border-b border-ink/30 px-3 py-1.5 text-sm">
        {more}
        {pieces.length > AT_ONCE && (
          <>
            <Button small aria-label="Pieces before" isDisabled={from === 0} onPress={() => setFirst(from - AT_ONCE)}>
              <ChevronLeft size={16} />
            </Button>
            <CountField label="From piece" value={from + 1} max={pieces.length} onChange={(n) => setFirst(n - 1)} />
            <Button
              small
              aria-label="Pieces after"
              isDisabled={from + AT_ONCE >= pieces.length}
              onPress={() => setFirst(from + AT_ONCE)}
            >
              <ChevronRight size={16} />
            </Button>
          </>
        )}
        <span role="status">
          {pieces.length > AT_ONCE
            ? `${wholeNumber(from + 1)} to ${wholeNumber(from + shown.length)} of ${wholeNumber(pieces.length)} ${what}s`
            : `${wholeNumber(pieces.length)} ${pieces.length === 1 ? what : `${what}s`}`}
        </span>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto p-3">
        <ol className="grid grid-cols-[repeat(auto-fill,minmax(9rem,1fr))] gap-3" aria-label="Pieces">
          {shown.map((piece) => (
            <PieceCard key={piece.id} piece={piece} what={what} scale={scale} />
          ))}
        </ol>
      </div>
    </div>
  );
}

/** One piece, cut; pressed it is turned over. */
function PieceCard({ piece, what, scale }: { readonly piece: Piece; readonly what: string; readonly scale: number }) {
  const content = useFlat((s) => s.plan.content);
  const [over, setOver] = useState(false);
  const { places, stock, wanted } = piece;
  const [front, back = null] = places;
  const { label } = content.at(front!);
  const on = `${stock.name} ${stock.format}`;
  return (
    <li className="flex min-w-0 flex-col items-center gap-1 bg-glass-deep/60 p-2">
      <button
        type="button"
        aria-pressed={over}
        aria-label={`${what} ${label}, ${wholeNumber(wanted)} on ${on}; ${over ? 'back' : 'front'} up`}
        title="Turn it over"
        onClick={() => setOver(!over)}
        className="border border-ink/50 bg-paper"
      >
        <FlatFace place={over ? back : front!} back={over} scale={scale} swatch={stock.swatch} />
      </button>
      <span className="num text-xs">
        <b>{label}</b>
        {wanted > 1 && ` · ${wholeNumber(wanted)} of it`}
      </span>
      <span className="flex max-w-full items-center gap-1 text-xs" title={on}>
        <span
          className="inline-block size-2.5 shrink-0 border border-ink/50"
          style={{ background: stock.swatch }}
          aria-hidden
        />
        <span className="truncate">{on}</span>
      </span>
    </li>
  );
}
