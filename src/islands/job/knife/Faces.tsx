import type { Cell } from '../../../core';
import { useJob } from '../context';
import { OnPages } from '../stamps/OnPages';
import { printingOf } from '../stamps/printing';
import { PagePicture } from '../table/PagePicture';
import { picturesOf } from '../table/pictures';

/**
 * What is printed on some places of a sheet's front.
 * @param height the sheet's, mm @param pixels of the screen in a millimetre @param id for what is referred to in the drawing
 */
export function Faces({
  cells,
  height,
  pixels,
  id,
}: {
  readonly cells: readonly Cell[];
  readonly height: number;
  readonly pixels: number;
  readonly id: string;
}) {
  const { artwork, files, imprint, dpi } = useJob(({ artwork, files, docket }) => ({
    artwork,
    files,
    imprint: docket.imprint,
    dpi: docket.sheet.machine.dpi,
  }));
  const keyed = cells.map((cell) => ({ key: `${cell.down} ${cell.place}`, ...cell }));
  return (
    <>
      {keyed.map((cell) => (
        <PagePicture
          key={cell.key}
          cell={cell}
          id={`${id}-${cell.down}-${cell.place}`}
          H={height}
          pictures={picturesOf(cell, artwork, files, pixels)}
        />
      ))}
      <OnPages pages={keyed} of={printingOf(imprint, artwork, dpi)} height={height} />
    </>
  );
}
