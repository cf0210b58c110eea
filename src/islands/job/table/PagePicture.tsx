import { boundsOf, type Cell } from '../../../core';
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
  const image = (href: string) => (
    <image
      key={href}
      href={href}
      width={facts.media.width}
      height={facts.media.height}
      preserveAspectRatio="none"
      transform={pictureMatrix(cell.matrix!, facts.media.height, H)}
    />
  );
  return (
    <g clipPath={`url(#${id})`}>
      <clipPath id={id}>
        <rect {...down(boundsOf(cell.clip), H)} />
      </clipPath>
      {image(small)}
      {sharp && image(sharp)}
    </g>
  );
}
