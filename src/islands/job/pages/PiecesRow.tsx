import { ChevronLeft, ChevronRight } from 'lucide-react';
import { MOST_ON_PAGE, pieceBeside, type PagePiece, type Rect, type WorkedPage } from '../../../core';
import { Button } from '../../../ui/Button';
import { CountField } from '../../../ui/fields';

/** Which piece of the page is set, where several stand on it; and how they become more, or fewer. */
export function PiecesRow({
  facts: { pieces },
  piece,
  setPiece,
  own,
  sheet,
  put,
}: {
  readonly facts: WorkedPage;
  readonly piece: number;
  readonly setPiece: (piece: number) => void;
  /** The boxes of the one that is set. */
  readonly own: PagePiece;
  readonly sheet: Rect;
  readonly put: (pieces: readonly PagePiece[], label: string) => void;
}) {
  const all = pieces ?? [own];
  return (
    <div className="mb-2 flex flex-wrap items-center gap-1.5 text-sm">
      {pieces && (
        <>
          <Button small aria-label="Piece before" isDisabled={piece === 0} onPress={() => setPiece(piece - 1)}>
            <ChevronLeft size={14} aria-hidden />
          </Button>
          <span>Piece</span>
          <CountField label="Piece of the page" value={piece + 1} max={all.length} onChange={(n) => setPiece(n - 1)} />
          <span>of {all.length}</span>
          <Button
            small
            aria-label="Next piece"
            isDisabled={piece >= all.length - 1}
            onPress={() => setPiece(piece + 1)}
          >
            <ChevronRight size={14} aria-hidden />
          </Button>
        </>
      )}
      {all.length < MOST_ON_PAGE && (
        <Button
          small
          onPress={() => {
            put(
              [...all.slice(0, piece + 1), tidyPiece(pieceBeside(own, sheet)), ...all.slice(piece + 1)],
              'one more piece on the page',
            );
            setPiece(piece + 1);
          }}
        >
          One more piece
        </Button>
      )}
      {pieces && (
        <Button
          small
          onPress={() => {
            put(
              pieces.filter((_, i) => i !== piece),
              `piece ${piece + 1} taken off the page`,
            );
            setPiece(Math.max(0, piece - 1));
          }}
        >
          Without this one
        </Button>
      )}
    </div>
  );
}

/** To a thousandth of a millimetre, and no smaller than can be set. */
export const tidy = ({ x, y, width, height }: Rect): Rect => ({
  x: round(x),
  y: round(y),
  width: Math.max(1, round(width)),
  height: Math.max(1, round(height)),
});
const round = (mm: number): number => Math.round(mm * 1000) / 1000;
export const tidyPiece = ({ trim, bleed }: PagePiece): PagePiece => ({ trim: tidy(trim), bleed: tidy(bleed) });
