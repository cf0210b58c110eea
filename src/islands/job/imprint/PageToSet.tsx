import { useState, type DragEvent } from 'react';
import { factsOf, type Rect, type Size } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { useJob, useJobStore } from '../context';
import { pictureMatrix, pictureWidth } from '../table/geometry';
import { Handle } from './Handle';
import type { Guide } from './snapping';
import { Inked } from '../stamps/Stamps';
import { useStanding } from './standing';
import { Warnings } from './Warnings';
import { withField } from './wishes';

interface Props {
  readonly at: number;
  readonly go: (at: number) => void;
  /** The place in the content. */
  readonly place: number;
}

/** Lines that the dragged box has come to. */
function Guides({ guides, box, page }: { readonly guides: readonly Guide[]; readonly box: Rect; readonly page: Size }) {
  return guides.map(({ way, at }) => (
    <path
      key={way}
      d={way === 'x' ? `M${at} ${box.y}v${box.height}` : `M${box.x} ${page.height - at}h${box.width}`}
      stroke="#b4532a"
      strokeWidth={box.width / 800}
    />
  ));
}

const IDENTITY = [1, 0, 0, 1, 0, 0] as const;
/** Room round the page that is drawn, as a share of it. */
const ROOM = 0.06;

/** The page, large, with its imprints: each can be dragged, or moved by the arrow keys. */
export function PageToSet({ at, go, place }: Props) {
  const of = useJob(({ docket, artwork }) => ({ imprint: docket.imprint, album: artwork.album }));
  const { docket, files } = useJob(({ docket, files }) => ({ docket, files }));
  const store = useJobStore();
  const artwork = useJob((s) => s.artwork);
  const content = useJob((s) => s.plan.content);
  const { finished: page, bleed, safe } = docket.product;
  const { all, waiting } = useStanding(place);
  const [guides, setGuides] = useState<readonly Guide[]>([]);
  const { page: ref, toPage } = content.at(place);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  /** A column or a counter let go on the page becomes words there. */
  const dropped = (e: DragEvent<SVGSVGElement>): void => {
    const [, field] = /^\{([^{}]+)\}$/.exec(e.dataTransfer.getData('text/plain')) ?? [];
    if (!field) return;
    e.preventDefault();
    const m = e.currentTarget.getScreenCTM()!.inverse();
    const [x, y] = [m.a * e.clientX + m.e, page.height - (m.d * e.clientY + m.f)];
    const now = store.getState();
    now.change(withField(now.docket, now.artwork, field, { x, y }), `${field} put on the pages`);
    go(now.docket.imprint.prints.length);
  };
  const room = Math.max(bleed + 2, ROOM * Math.max(page.width, page.height));
  const box = { x: -room, y: -room, width: page.width + 2 * room, height: page.height + 2 * room };
  return (
    <div className="bg-glass p-2">
      <svg
        viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
        className="mx-auto block max-h-[62vh] w-full touch-none"
        role="group"
        aria-label={`The page, ${docket.imprint.prints.length} imprints`}
        data-page-to-set
        onDragOver={(e) => e.preventDefault()}
        onDrop={dropped}
      >
        <rect x={-bleed} y={-bleed} width={page.width + 2 * bleed} height={page.height + 2 * bleed} fill="#fffdf8" />
        {facts && ref && toPage && (
          <image
            href={pictureUrl(files[ref.file] ?? '', ref.page, pictureWidth(1600))}
            width={facts.media.width}
            height={facts.media.height}
            preserveAspectRatio="none"
            transform={`${docket.product.kind === 'flat' && docket.product.mirrored ? `translate(${page.width} 0) scale(-1 1) ` : ''}${pictureMatrix(toPage, facts.media.height, page.height)}`}
            clipPath="none"
          />
        )}
        <rect width={page.width} height={page.height} fill="none" stroke="#2a211c" strokeWidth={box.width / 600} />
        <rect
          x={safe}
          y={safe}
          width={Math.max(0, page.width - 2 * safe)}
          height={Math.max(0, page.height - 2 * safe)}
          fill="none"
          stroke="#5c6b3c"
          strokeDasharray={`${box.width / 300} ${box.width / 200}`}
          strokeWidth={box.width / 600}
        />
        {all.map((s) => (
          <Inked key={s.at} setting={s.setting} stamp={s.stamp} toSide={IDENTITY} height={page.height} of={of} />
        ))}
        <Guides guides={guides} box={box} page={page} />
        {all.map((s) => (
          <Handle
            key={s.at}
            it={s}
            all={all}
            chosen={s.at === at}
            go={go}
            page={page}
            unit={box.width / 600}
            setGuides={setGuides}
          />
        ))}
      </svg>
      <Warnings all={all} waiting={waiting} at={at} page={page} />
    </div>
  );
}
