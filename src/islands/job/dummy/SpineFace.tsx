import { factsOf } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { useBook } from '../context';
import { pictureMatrix, pictureWidth } from '../table/geometry';

/** The spine of a closed book: what its cover's spread has there, else the cover's paper. */
export function SpineFace({ scale }: { readonly scale: number }) {
  const { plan, files, artwork } = useBook(({ plan, files, artwork }) => ({ plan, files, artwork }));
  const section = plan.product.sections.find((s) => s.kind === 'cover');
  const { page: ref, toPage: matrix } = plan.content.at(section?.places[0] ?? 0);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  const { spine, size } = section?.shape ?? {};
  if (!section?.spread || !ref || !facts || !matrix || !spine || !size || spine.width <= 0)
    return <div className="h-full w-full" style={{ background: section?.stock.swatch ?? '#e2d4b8' }} />;
  const wanted = pictureWidth(facts.media.width * Math.hypot(matrix[0], matrix[1]) * scale);
  return (
    <svg
      viewBox={`${spine.x} 0 ${spine.width} ${size.height}`}
      preserveAspectRatio="none"
      className="block h-full w-full bg-paper"
      aria-hidden
    >
      <image
        href={pictureUrl(files[ref.file] ?? '', ref.page, wanted)}
        width={facts.media.width}
        height={facts.media.height}
        preserveAspectRatio="none"
        transform={pictureMatrix(matrix, facts.media.height, size.height)}
      />
    </svg>
  );
}
