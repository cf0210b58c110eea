import { useRef, useState } from 'react';
import type { BoxName, Rect, WorkedPage } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import type { LookedAt } from '../looking';
import { useRoom } from '../room';
import { down, pictureWidth } from '../table/geometry';
import { dragged, GRIPS, snapLines, type Grip } from './snapping';

/** How each box is drawn: its colour, its pattern. */
export const BOX_LOOK: Readonly<Record<BoxName, { readonly stroke: string; readonly dash: string }>> = {
  media: { stroke: '#5f6b76', dash: '' },
  crop: { stroke: '#5f6b76', dash: '6 3' },
  bleed: { stroke: '#b87c08', dash: '4 2' },
  trim: { stroke: '#2a211c', dash: '' },
  art: { stroke: '#55702f', dash: '1 3' },
};

/** Round the page as it is drawn, px. */
const MARGIN = 24;
/** How near, in px, a hand's edge is held by a line. */
const HOLD = 6;
/** How large a grip is, px. */
const GRIP = 9;

const CURSORS = { '00': 'move', '-10': 'ew-resize', '10': 'ew-resize', '0-1': 'ns-resize', '01': 'ns-resize' } as const;
const cursorOf = ({ x, y }: Grip): string =>
  CURSORS[`${x}${y}` as keyof typeof CURSORS] ?? (x * y > 0 ? 'nesw-resize' : 'nwse-resize');

/** The page large, its boxes on it; the chosen one is dragged by its edges, its corners or as a whole. */
export function PageDrawing({
  facts,
  boxes,
  guesses,
  pieces,
  piece,
  onPiece,
  chosen,
  sha256,
  page,
  places,
  onSet,
}: {
  readonly facts: WorkedPage;
  readonly boxes: Readonly<Record<BoxName, Rect>>;
  /** Pieces that were found and are not taken. */
  readonly guesses: readonly Rect[];
  /** The trims of pieces that stand on it, where they are several; which of them is set, from 0. */
  readonly pieces: readonly Rect[];
  readonly piece: number;
  readonly onPiece: (piece: number) => void;
  readonly chosen: BoxName;
  readonly sha256: string;
  readonly page: number;
  /** Where something was found that is to be looked at. */
  readonly places: LookedAt['places'];
  readonly onSet: (box: Rect) => void;
}) {
  const [room, { width, height }] = useRoom();
  const { media } = facts;
  const scale = Math.max(0.05, Math.min((width - 2 * MARGIN) / media.width, (height - 2 * MARGIN) / media.height));
  const line = 1 / scale;
  const H = media.height;
  return (
    <div
      ref={room}
      className="min-h-0 min-w-0 flex-1 overflow-hidden bg-glass-deep max-[1000px]:h-80 max-[1000px]:flex-none"
    >
      <svg
        role="img"
        aria-label={`Page ${page} with its boxes`}
        width={media.width * scale + 2 * MARGIN}
        height={media.height * scale + 2 * MARGIN}
        viewBox={`${-MARGIN * line} ${-MARGIN * line} ${media.width + 2 * MARGIN * line} ${media.height + 2 * MARGIN * line}`}
        className="mx-auto block touch-none"
      >
        <rect {...down({ ...media, x: 0, y: 0 }, H)} fill="#fffdf8" />
        <image
          href={pictureUrl(sha256, page, pictureWidth(media.width * scale))}
          width={media.width}
          height={media.height}
          preserveAspectRatio="none"
        />
        {guesses.map((g, i) => (
          <rect
            key={i}
            {...down(g, H)}
            fill="#a8431f22"
            stroke="#a8431f"
            strokeWidth={1.5 * line}
            strokeDasharray={`${5 * line} ${3 * line}`}
          />
        ))}
        {(Object.keys(BOX_LOOK) as BoxName[])
          .filter((name) => name !== chosen)
          .map((name) => (
            <Outlined key={name} name={name} box={boxes[name]} H={H} line={line} />
          ))}
        {pieces.map((p, i) => (
          <OtherPiece key={i} box={p} nth={i} on={i === piece} {...{ H, line }} onPress={() => onPiece(i)} />
        ))}
        {places.map((p, i) => (
          <Halo key={i} {...p} H={H} line={line} />
        ))}
        <ChosenBox key={`${page} ${chosen} ${piece}`} {...{ facts, chosen, scale, onSet }} own={boxes[chosen]} />
      </svg>
    </div>
  );
}

/** A piece of several, its number in its corner; pressed it is the one that is set. */
function OtherPiece({
  box,
  nth,
  on,
  H,
  line,
  onPress,
}: {
  readonly box: Rect;
  readonly nth: number;
  readonly on: boolean;
  readonly H: number;
  readonly line: number;
  readonly onPress: () => void;
}) {
  const r = down(box, H);
  const side = 20 * line;
  return (
    <g onPointerDown={onPress} className={on ? undefined : 'cursor-pointer'} data-piece={nth + 1}>
      <rect
        {...r}
        fill={on ? 'none' : '#2a211c0a'}
        stroke="#2a211c"
        strokeWidth={line}
        strokeDasharray={`${3 * line} ${3 * line}`}
      />
      <rect x={r.x} y={r.y} width={side} height={side} fill={on ? '#a8431f' : '#2a211c'} />
      <text
        x={r.x + side / 2}
        y={r.y + side * 0.72}
        fontSize={13 * line}
        fontWeight={600}
        textAnchor="middle"
        fill="#fffdf8"
      >
        {nth + 1}
      </text>
    </g>
  );
}

/** Room round what a halo is of, px. */
const HALO = 7;

/** Rings what was found, however thin it is, so that it is seen. */
function Halo({ box, said, H, line }: LookedAt['places'][number] & { readonly H: number; readonly line: number }) {
  const r = down(box, H);
  const by = HALO * line;
  return (
    <rect
      x={r.x - by}
      y={r.y - by}
      width={r.width + 2 * by}
      height={r.height + 2 * by}
      rx={by}
      fill="#a8431f2e"
      stroke="#a8431f"
      strokeWidth={1.5 * line}
      data-halo
    >
      <title>{said}</title>
    </rect>
  );
}

/** The chosen box with its grips. */
function ChosenBox({
  facts,
  chosen,
  own,
  scale,
  onSet,
}: {
  readonly facts: WorkedPage;
  readonly chosen: BoxName;
  readonly own: Rect;
  readonly scale: number;
  readonly onSet: (box: Rect) => void;
}) {
  const [hand, setHand] = useState<Rect | null>(null);
  const from = useRef<{ x: number; y: number; grip: Grip } | null>(null);
  const { media } = facts;
  const H = media.height;
  const line = 1 / scale;
  const size = GRIP * line;
  const box = hand ?? own;
  const grab = (grip: Grip) => (e: React.PointerEvent<SVGElement>) => {
    e.preventDefault();
    e.currentTarget.setPointerCapture(e.pointerId);
    from.current = { x: e.clientX, y: e.clientY, grip };
  };
  const move = (e: React.PointerEvent<SVGElement>): void => {
    const start = from.current;
    if (!start) return;
    const by = [(e.clientX - start.x) / scale, -(e.clientY - start.y) / scale] as const;
    setHand(dragged(own, start.grip, by, snapLines(facts), HOLD / scale));
  };
  const drop = (): void => {
    if (from.current && hand) onSet(hand);
    from.current = null;
    setHand(null);
  };
  return (
    <g onPointerMove={move} onPointerUp={drop} onPointerCancel={drop}>
      <Veil box={box} media={media} H={H} />
      <rect
        {...down(box, H)}
        fill="transparent"
        style={{ cursor: 'move' }}
        onPointerDown={grab({ x: 0, y: 0 })}
        data-box={chosen}
      />
      <Outlined name={chosen} box={box} H={H} line={2 * line} />
      {GRIPS.map((g) => (
        <rect
          key={`${g.x}${g.y}`}
          x={box.x + ((g.x + 1) / 2) * box.width - size / 2}
          y={H - box.y - ((g.y + 1) / 2) * box.height - size / 2}
          width={size}
          height={size}
          fill="#fffdf8"
          stroke={BOX_LOOK[chosen].stroke}
          strokeWidth={1.5 * line}
          style={{ cursor: cursorOf(g) }}
          onPointerDown={grab(g)}
          data-grip={`${g.x} ${g.y}`}
        />
      ))}
    </g>
  );
}

function Outlined({ name, box, H, line }: { name: BoxName; box: Rect; H: number; line: number }) {
  const { stroke, dash } = BOX_LOOK[name];
  return (
    <rect
      {...down(box, H)}
      fill="none"
      stroke={stroke}
      strokeWidth={1.3 * line}
      strokeDasharray={dash
        .split(' ')
        .filter(Boolean)
        .map((d) => Number(d) * line)
        .join(' ')}
      pointerEvents="none"
    />
  );
}

/** What lies outside the chosen box is seen paler. */
function Veil({ box, media, H }: { box: Rect; media: Rect; H: number }) {
  const b = down(box, H);
  return (
    <path
      d={`M0 0H${media.width}V${H}H0ZM${b.x} ${b.y}V${b.y + b.height}H${b.x + b.width}V${b.y}Z`}
      fill="#dfe6ea"
      fillOpacity="0.55"
      pointerEvents="none"
    />
  );
}
