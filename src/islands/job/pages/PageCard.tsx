import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { factsOf, type PageRef, type QuarterTurns, type Stock } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { cx } from '../../../ui/cx';
import { useJob } from '../context';

/** Room that a page has in the list, in pixels. */
export const CARD = { width: 112, height: 150 };

/** A page of the list as a small picture, with what it is called and where it is from. */
export function PageCard({
  index,
  page,
  label,
  chapter,
  stock,
  chosen,
  onChoose,
}: {
  readonly index: number;
  readonly page: PageRef | null;
  readonly label: string;
  /** The chapter that begins with it. */
  readonly chapter: string | null;
  /** Its stock, where there are several. */
  readonly stock: Stock | null;
  readonly chosen: boolean;
  readonly onChoose: (e: React.MouseEvent) => void;
}) {
  const files = useJob((s) => s.files);
  const artwork = useJob((s) => s.artwork);
  const { setNodeRef, listeners, transform, isDragging, isOver } = useSortable({ id: `p${index}` });
  const facts = page ? factsOf(artwork, page) : undefined;
  const quarter = page ? page.turn % 2 === 1 : false;
  const [w, h] = facts
    ? quarter
      ? [facts.media.height, facts.media.width]
      : [facts.media.width, facts.media.height]
    : [3, 4];
  const k = Math.min((CARD.width - 8) / w, (CARD.height - 8) / h);
  return (
    <div
      ref={setNodeRef}
      id={`page-${index}`}
      role="option"
      aria-selected={chosen}
      aria-label={
        (page
          ? `place ${index + 1}: page ${page.page}${page.file > 0 ? ` of file ${String.fromCharCode(65 + page.file)}` : ''}`
          : `place ${index + 1}: blank`) +
        (chapter === null ? '' : `, begins ${chapter}`) +
        (stock ? `, on ${stock.name}` : '')
      }
      onClick={onChoose}
      {...listeners}
      className={cx(
        'flex cursor-pointer flex-col items-center border-2 bg-glass-deep/60 pt-1',
        chosen ? 'border-rust' : isOver ? 'border-ink' : 'border-transparent',
        isDragging && 'z-10 opacity-70',
      )}
      style={{ width: CARD.width, height: CARD.height + 46, transform: CSS.Translate.toString(transform) }}
    >
      <span className="h-4 w-full truncate px-1.5 text-xs font-semibold" title={chapter ?? undefined}>
        {chapter}
      </span>
      <div className="grid flex-1 place-items-center">
        {page && facts ? (
          <svg
            viewBox={`0 0 ${w} ${h}`}
            width={w * k}
            height={h * k}
            className="border border-ink/40 bg-paper"
            aria-hidden
          >
            <g transform={turnedPicture(page.turn, facts.media.width, facts.media.height)}>
              <image
                href={pictureUrl(files[page.file] ?? '', page.page, 160)}
                width={facts.media.width}
                height={facts.media.height}
                preserveAspectRatio="none"
              />
            </g>
          </svg>
        ) : (
          <span className="grid h-32 w-24 place-items-center border border-dashed border-ink/50 bg-paper text-sm">
            blank
          </span>
        )}
      </div>
      <span className="num flex w-full justify-between px-1.5 text-xs">
        <span className="flex items-center gap-1 font-semibold">
          {stock && (
            <span
              className="inline-block size-2.5 border border-ink/50"
              style={{ background: stock.swatch }}
              title={stock.name}
            />
          )}
          {label || '·'}
        </span>
        <span className="text-ink-soft">
          {page
            ? `${page.file > 0 ? String.fromCharCode(65 + page.file) : ''}${page.page}${page.part ? ` ${page.part.column + 1}/${page.part.columns}` : ''}`
            : ''}
        </span>
      </span>
    </div>
  );
}

/** The SVG transform that stands a turned picture into its own box, y down. */
function turnedPicture(turn: QuarterTurns, width: number, height: number): string {
  switch (turn) {
    case 0:
      return '';
    case 1:
      return `translate(0 ${width}) rotate(-90)`;
    case 2:
      return `translate(${width} ${height}) rotate(180)`;
    case 3:
      return `translate(${height} 0) rotate(90)`;
  }
}
