import { factsOf, onPoster } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { usePoster } from '../context';
import { pictureMatrix, pictureWidth } from '../table/geometry';

/** What a poster shows, as a drawing in millimetres from its upper left. */
export function PosterPicture({ which, scale }: { readonly which: number; readonly scale: number }) {
  const { plan, poster, finished, files, artwork } = usePoster(({ plan, poster, product, files, artwork }) => ({
    plan,
    poster,
    finished: product.finished,
    files,
    artwork,
  }));
  const { page: ref, toPage: matrix } = onPoster(plan.content, poster, which);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  if (!ref || !facts || !matrix) return null;
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <image
      href={pictureUrl(
        files[ref.file] ?? '',
        ref.page,
        pictureWidth(facts.media.width * Math.hypot(matrix[0], matrix[1]) * scale * ratio),
      )}
      width={facts.media.width}
      height={facts.media.height}
      preserveAspectRatio="none"
      transform={pictureMatrix(matrix, facts.media.height, finished.height)}
    />
  );
}
