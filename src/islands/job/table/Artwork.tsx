import { factsOf, type Placed } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { useJob } from '../context';
import { pictureMatrix, pictureWidth } from './geometry';

/** The picture of what is placed on a surface `height` high, as sharp as it is drawn; nothing where nothing is placed. */
export function Artwork({
  placed: { page: ref, toPage: matrix },
  height,
  scale,
}: {
  readonly placed: Pick<Placed, 'page' | 'toPage'>;
  readonly height: number;
  /** Pixels in a millimetre. */
  readonly scale: number;
}) {
  const { files, artwork } = useJob(({ files, artwork }) => ({ files, artwork }));
  const facts = ref ? factsOf(artwork, ref) : undefined;
  if (!ref || !facts || !matrix) return null;
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  const wide = facts.media.width * Math.hypot(matrix[0], matrix[1]) * scale * ratio;
  return (
    <image
      href={pictureUrl(files[ref.file] ?? '', ref.page, pictureWidth(wide))}
      width={facts.media.width}
      height={facts.media.height}
      preserveAspectRatio="none"
      transform={pictureMatrix(matrix, facts.media.height, height)}
    />
  );
}
