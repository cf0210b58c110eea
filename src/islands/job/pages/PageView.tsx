import { useEffect, useState, type ReactNode } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import {
  factsOf,
  formatSize,
  guessOn,
  pagesIn,
  pieceWith,
  withBoxes,
  withPieces,
  worked,
  type BoxName,
  type PagePiece,
  type Rect,
  type WorkedPage,
  type WorkFor,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick } from '../../../ui/choices';
import { CountField } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { useLooking, type LookedAt } from '../looking';
import { BeforeAfter } from './BeforeAfter';
import { BoxFigures } from './BoxFigures';
import { LayFigures } from './LayFigures';
import { PageInks } from './PageInks';
import { PageDrawing } from './PageDrawing';
import { PiecesRow, tidy, tidyPiece } from './PiecesRow';
import { letterOf } from './PageTools';

/** The boxes of a page as they are, one for each name: an art box that is not there is the trim. @param piece which of several, from 0 */
const boxesOf = (facts: WorkedPage, piece: number): Record<BoxName, Rect> => ({
  media: facts.sheet ?? facts.media,
  crop: facts.crop,
  bleed: facts.bleed,
  trim: facts.trim,
  art: facts.art ?? facts.trim,
  ...facts.pieces?.[Math.min(piece, facts.pieces.length - 1)],
});

const NAMES: readonly { readonly key: BoxName; readonly label: string }[] = [
  { key: 'trim', label: 'Trim' },
  { key: 'bleed', label: 'Bleed' },
  { key: 'crop', label: 'Crop' },
  { key: 'media', label: 'Media' },
  { key: 'art', label: 'Art' },
];

const NO_PLACES: LookedAt['places'] = [];
const NO_PIECES: readonly Rect[] = [];

/** What is looked at of a page. */
type Shown = 'boxes' | 'inks' | 'compared';

/** One page of a file, large, with its boxes as handles; where it lies, how large, and for which pages that is set. */
export function PageView({ more }: { readonly more: ReactNode }) {
  const { artwork: raw, wish } = useJob(({ artwork, docket }) => ({ artwork, wish: docket.artwork }));
  const artwork = worked(raw, wish);
  const { at: led, times } = useLooking();
  const [file, setFile] = useState(led?.file ?? 0);
  const [wanted, setPage] = useState(led?.page ?? 1);
  const [chosen, choose] = useState<BoxName>('trim');
  const [piece, setPiece] = useState(0);
  const [shown, show] = useState<Shown>('boxes');
  useEffect(() => {
    const { at } = useLooking.getState();
    if (!at) return;
    setFile(at.file);
    setPage(at.page);
    show('boxes');
  }, [times]);
  const { unit } = useUnit();
  const files = [wish.file, ...wish.more];
  const at = Math.min(file, files.length - 1);
  const count = pagesIn(artwork, at);
  const page = Math.min(wanted, Math.max(1, count));
  const facts = factsOf(artwork, { file: at, page });
  if (!facts)
    return (
      <div className="p-6">
        {more}
        <p className="pt-6">This file has no pages.</p>
      </div>
    );
  const boxes = boxesOf(facts, piece);
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <PageHead
        more={more}
        file={at}
        page={page}
        count={count}
        onFile={(to) => {
          setFile(to);
          setPage(1);
        }}
        onPage={setPage}
        size={shown === 'boxes' ? formatSize(boxes[chosen], unit) : ''}
        shown={shown}
        onShow={show}
      />
      {shown === 'inks' ? (
        <PageInks facts={facts} file={at} page={page} />
      ) : shown === 'compared' ? (
        <BeforeAfter facts={facts} file={at} page={page} />
      ) : (
        <PageBoxes {...{ facts, page, chosen, choose, piece, setPiece }} file={at} />
      )}
    </div>
  );
}

/** A page with its boxes, and how they are set and how it lies. */
function PageBoxes({
  facts,
  file,
  page,
  chosen,
  choose,
  piece: wanted,
  setPiece,
}: {
  readonly facts: WorkedPage;
  readonly file: number;
  readonly page: number;
  readonly chosen: BoxName;
  readonly choose: (name: BoxName) => void;
  /** Which of several pieces on it, from 0. */
  readonly piece: number;
  readonly setPiece: (piece: number) => void;
}) {
  const { wish, finished, change } = useJob(({ docket, change }) => ({
    wish: docket.artwork,
    finished: docket.product.finished,
    change,
  }));
  const led = useLooking((s) => s.at);
  const [range, setRange] = useState<string | null>(null);
  const pages: WorkFor = { file, pages: range ?? String(page) };
  const boxes = boxesOf(facts, wanted);
  const { pieces } = facts;
  const piece = Math.min(wanted, (pieces?.length ?? 1) - 1);
  const put = (list: readonly PagePiece[], label: string): void =>
    change({ artwork: { work: withPieces(wish.work, pages, list) } }, label);
  const set = (box: Rect, name = chosen): void => {
    if (pieces && (name === 'trim' || name === 'bleed'))
      put(
        pieces.map((p, i) => (i === piece ? tidyPiece(pieceWith(p, name, tidy(box))) : p)),
        `${name} of piece ${piece + 1} set`,
      );
    else change({ artwork: { work: withBoxes(wish.work, pages, { [name]: tidy(box) }) } }, `${name} box set`);
  };
  const guess = guessOn(facts, finished);
  return (
    <div className="flex min-h-0 flex-1 max-[1000px]:flex-col max-[1000px]:overflow-y-auto">
      <PageDrawing
        facts={facts}
        boxes={boxes}
        guesses={guess ? guess.pieces.map((p) => p.trim) : []}
        pieces={pieces?.map((p) => p.trim) ?? NO_PIECES}
        piece={piece}
        onPiece={setPiece}
        chosen={chosen}
        sha256={[wish.file, ...wish.more][file]?.sha256 ?? ''}
        page={page}
        places={led && led.file === file ? led.places.filter((p) => p.page === page) : NO_PLACES}
        onSet={set}
      />
      <div className="w-[22.5rem] shrink-0 overflow-y-auto border-l border-ink/30 bg-paper px-3 py-2 max-[1000px]:w-full max-[1000px]:overflow-visible">
        <PiecesRow
          {...{ facts, piece, setPiece, put }}
          own={{ trim: boxes.trim, bleed: boxes.bleed }}
          sheet={boxes.media}
        />
        <Choice label="Box" value={chosen} options={NAMES} onChange={choose} />
        <BoxFigures
          key={`${file} ${page} ${chosen} ${piece}`}
          name={chosen}
          box={boxes[chosen]}
          facts={facts}
          guess={guess}
          pages={pages}
          range={range}
          onRange={setRange}
          onSet={set}
        />
        <LayFigures facts={facts} pages={pages} />
      </div>
    </div>
  );
}

/** Which page of which file is shown. */
function PageHead({
  more,
  file,
  page,
  count,
  onFile,
  onPage,
  size,
  shown,
  onShow,
}: {
  readonly more: ReactNode;
  readonly file: number;
  readonly page: number;
  readonly count: number;
  readonly onFile: (file: number) => void;
  readonly onPage: (page: number) => void;
  readonly size: string;
  readonly shown: Shown;
  readonly onShow: (shown: Shown) => void;
}) {
  const files = useJob((s) => [s.docket.artwork.file, ...s.docket.artwork.more]);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-ink/30 px-3 py-1.5">
      {more}
      {files.length > 1 && (
        <span className="w-52">
          <Pick
            label="File"
            value={String(file)}
            options={files.map((f, i) => ({ key: String(i), label: `${letterOf(i)}: ${f.name}` }))}
            onChange={(key) => onFile(Number(key))}
          />
        </span>
      )}
      <span className="flex items-center gap-1">
        <Button small aria-label="Page before" isDisabled={page <= 1} onPress={() => onPage(page - 1)}>
          <ChevronLeft size={14} aria-hidden />
        </Button>
        <CountField label="Page of the file" value={page} max={Math.max(1, count)} onChange={onPage} />
        <span className="text-sm">of {count}</span>
        <Button small aria-label="Next page" isDisabled={page >= count} onPress={() => onPage(page + 1)}>
          <ChevronRight size={14} aria-hidden />
        </Button>
      </span>
      <span className="w-72">
        <Choice
          label="What of the page"
          value={shown}
          options={[
            { key: 'boxes', label: 'Boxes' },
            { key: 'inks', label: 'Inks' },
            { key: 'compared', label: 'Before, after' },
          ]}
          onChange={onShow}
        />
      </span>
      <span className="ml-auto text-sm">{size}</span>
    </div>
  );
}
