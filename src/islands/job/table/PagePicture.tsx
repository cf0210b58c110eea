import { boundsOf, type Cell, type Matrix, type Outline } from '../../../core';
import { down, pictureMatrix } from './geometry';
import type { CellPictures } from './pictures';

/** A page's picture where it is printed: the small one, and over it the sharp one when it has come. */
export function PagePicture({
  cell,
  id,
  H,
  pictures,
}: {
  readonly cell: Cell;
  readonly id: string;
  readonly H: number;
  readonly pictures: CellPictures | null;
}) {
  if (!pictures || !cell.matrix) return null;
  const { facts, small, sharp } = pictures;
  const image = (href: string, matrix: Matrix) => (
    <image
      key={href}
      href={href}
      width={facts.media.width}
      height={facts.media.height}
      preserveAspectRatio="none"
      transform={pictureMatrix(matrix, facts.media.height, H)}
    />
  );
  const drawn = (key: string, clip: Outline, matrix: Matrix) => (
    <g key={key} clipPath={`url(#${key})`}>
      <clipPath id={key}>
        <rect {...down(boundsOf(clip), H)} />
      </clipPath>
      {image(small, matrix)}
      {sharp && image(sharp, matrix)}
    </g>
  );
  return (
    <>
      {/* bleed that is made of the page goes on under it */}
      {cell.made.map((m, i) => drawn(`${id}-made-${i}`, m.clip, m.matrix))}
      {drawn(id, cell.clip, cell.matrix)}
    </>
  );
}
