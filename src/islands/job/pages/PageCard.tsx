import type { HTMLAttributes } from 'react';
import { ListBoxItem } from 'react-aria-components';
import { factsOf, type PageRef, type QuarterTurns } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { cx } from '../../../ui/cx';
import { Tint } from '../../../ui/Tint';
import { useJob } from '../context';
import { letterOf } from './PageTools';
import type { Listed } from './usePageEdits';

/** A card's room in the list, and its picture's, in pixels. */
export const CARD = { width: 112, height: 196 };
const PICTURE = { width: 104, height: 142 };

/** `place 3: page 7 of file B, begins Plants, on Wove 80`. */
const spoken = ({ id, page, chapter, stock }: Listed): string =>
  (page
    ? `place ${id + 1}: page ${page.page}${page.file > 0 ? ` of file ${letterOf(page.file)}` : ''}`
    : `place ${id + 1}: blank`) +
  (chapter === null ? '' : `, begins ${chapter}`) +
  (stock ? `, on ${stock.name}` : '');

/** A page of the list as a small picture, with what it is called and where it is from. */
export function PageCard(it: Listed) {
  const { id, page, label, chapter, stock } = it;
  return (
    <ListBoxItem
      id={id}
      // what a screen reader says of it while it is carried, and of where it may be put
      textValue={spoken(it)}
      aria-label={spoken(it)}
      render={(props) => <Grip {...(props as HTMLAttributes<HTMLDivElement>)} />}
      className={({ isSelected, isDragging }) =>
        cx(
          'flex h-full w-full cursor-pointer flex-col items-center border-2 bg-glass-deep/60 pt-1',
          isSelected ? 'border-rust' : 'border-transparent',
          isDragging && 'opacity-60',
        )
      }
    >
      <span className="h-4 w-full truncate px-1.5 text-xs font-semibold" title={chapter ?? undefined}>
        {chapter}
      </span>
      <div className="grid flex-1 place-items-center">
        {page ? <Picture page={page} swatch={stock?.swatch} /> : <Blank />}
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
        <span className="text-ink-soft">{page ? from(page) : ''}</span>
      </span>
    </ListBoxItem>
  );
}

/**
 * The card itself. A press in its very middle is taken for a screen reader's, which would have the page carried by
 * keys: a mouse may press there as well.
 */
const Grip = ({ onPointerDown, ...rest }: HTMLAttributes<HTMLDivElement>) => (
  <div
    {...rest}
    onPointerDown={(e) => {
      if (e.pointerType === 'mouse') e.clientX += 1;
      onPointerDown?.(e);
    }}
  />
);

/** Where a page is from: `7`, `B2`, `5 1/2`. */
const from = ({ file, page, part }: PageRef): string =>
  `${file > 0 ? letterOf(file) : ''}${page}${part ? ` ${part.column + 1}/${part.columns}` : ''}`;

const Blank = () => (
  <span className="grid h-32 w-24 place-items-center border border-dashed border-ink/50 bg-paper text-sm">blank</span>
);

function Picture({ page, swatch }: { readonly page: PageRef; readonly swatch: string | undefined }) {
  const { files, artwork, paper } = useJob(({ files, artwork, docket }) => ({
    files,
    artwork,
    paper: docket.sheet.stock.swatch,
  }));
  const media = factsOf(artwork, page)?.media;
  if (!media) return <Blank />;
  const [w, h] = page.turn % 2 === 1 ? [media.height, media.width] : [media.width, media.height];
  const k = Math.min(PICTURE.width / w, PICTURE.height / h);
  return (
    <svg viewBox={`0 0 ${w} ${h}`} width={w * k} height={h * k} className="border border-ink/40 bg-paper" aria-hidden>
      <g transform={turnedPicture(page.turn, media.width, media.height)}>
        <image
          href={pictureUrl(files[page.file] ?? '', page.page, 160)}
          width={media.width}
          height={media.height}
          preserveAspectRatio="none"
        />
      </g>
      <Tint swatch={swatch ?? paper} width={w} height={h} />
    </svg>
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
