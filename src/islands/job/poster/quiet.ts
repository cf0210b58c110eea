import {
  blurred,
  busyness,
  factsOf,
  onPoster,
  quietJoints,
  type Artwork,
  type Plan,
  type PosterPlan,
  type PosterProduct,
  type Quiet,
} from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { picturePlace } from '../table/geometry';
import type { Way } from './wishes';

/** How wide a picture is looked at, pixels: lettering is told from sky in it, and it is gone through between two frames. */
const WIDE = 640;
/** Places that a joint may have along an edge at most. */
const PLACES = 1500;

/** A poster's picture in greys, row by row from the top. @throws Error where its picture does not come */
async function greysOf(
  plan: Plan<'poster'>,
  which: number,
  { finished }: Pick<PosterProduct, 'finished'>,
  artwork: Artwork,
  files: readonly string[],
) {
  const { page: ref, toPage } = onPoster(plan.content, plan.product, which);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  if (!ref || !facts || !toPage) throw new DOMException('There is no artwork to look at.');
  const picture = new Image();
  picture.src = pictureUrl(files[ref.file] ?? '', ref.page, WIDE);
  await picture.decode();
  const scale = WIDE / Math.max(finished.width, finished.height);
  const size = {
    width: Math.max(2, Math.round(finished.width * scale)),
    height: Math.max(2, Math.round(finished.height * scale)),
  };
  const canvas = document.createElement('canvas');
  Object.assign(canvas, size);
  const on = canvas.getContext('2d', { willReadFrequently: true })!;
  on.fillStyle = '#fff';
  on.fillRect(0, 0, size.width, size.height);
  const place = new DOMMatrix([...picturePlace(toPage, facts.media.height, finished.height)]);
  on.setTransform(new DOMMatrix([scale, 0, 0, scale, 0, 0]).multiply(place));
  on.drawImage(picture, 0, 0, facts.media.width, facts.media.height);
  const { data } = on.getImageData(0, 0, size.width, size.height);
  const grey = new Uint8ClampedArray(size.width * size.height);
  for (let i = 0; i < grey.length; i++)
    grey[i] = 0.3 * data[4 * i]! + 0.59 * data[4 * i + 1]! + 0.11 * data[4 * i + 2]!;
  return { grey, size, scale };
}

/** The quietest joints of a poster that its panels allow, both ways; null where one way has none. */
export async function findQuiet(
  plan: Plan<'poster'>,
  which: number,
  product: PosterProduct,
  artwork: Artwork,
  files: readonly string[],
): Promise<Readonly<Record<Way, Quiet | null>>> {
  const { grey, size, scale } = await greysOf(plan, which, product, artwork, files);
  const reach = Math.max(1, Math.round((Math.max(4, Math.abs(product.overlap)) * scale) / 2));
  const of = (way: Way): Quiet | null => {
    const wish = edgeOf(plan.product, way);
    return quietJoints(wish, blurred(busyness(grey, size, way), reach), Math.max(1, Math.ceil(wish.length / PLACES)));
  };
  return { across: of('across'), down: of('down') };
}

/** An edge with as many panels as it has now. */
const edgeOf = ({ edges, columns, rows }: PosterPlan, way: Way): PosterPlan['edges'][Way] =>
  way === 'across' ? { ...edges.across, count: columns } : { ...edges.down, count: rows };
