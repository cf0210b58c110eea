import { useId } from 'react';
import {
  codeText,
  gaugeText,
  lineOnSheet,
  setLines,
  setSaid,
  wholeNumber,
  type Rect,
  type SetLines,
  type SlitSetup,
  type Unit,
} from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { useRoom } from '../room';
import { CutCardLink } from './CutCardLink';
import { Faces } from './Faces';

/** How the slitter is set for a sheet: its lines on it, and their measures. */
export function Slitting({ setup, sheet }: { readonly setup: SlitSetup; readonly sheet: number }) {
  const { unit } = useUnit();
  const { run, machine, said, program } = setup;
  const groups = setLines(run.slits);
  const [room, size] = useRoom();
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="flex min-h-16 flex-wrap items-center gap-x-5 border-b border-ink/30 px-3 py-1.5">
        <p role="status" aria-label="Cut">
          <b className="block font-head text-xl leading-tight">{setSaid(run.slits)}</b>
          <span className="text-sm">{said}</span>
        </p>
        <p className="ml-auto text-right text-sm">
          {machine}, program {codeText(program.number)}
          {program.name && ` “${program.name}”`}
          <br />
          {wholeNumber(run.good)} sheets, one after the other
        </p>
      </div>
      <div className="flex min-h-0 flex-1">
        <div ref={room} className="relative min-w-0 flex-1 overflow-hidden p-2">
          <Lines setup={setup} sheet={sheet} room={size} />
        </div>
        {/* what may have to be scrolled can have the focus */}
        <div
          role="group"
          aria-label="Measures"
          tabIndex={0}
          className="grid w-72 shrink-0 grid-cols-2 content-start overflow-y-auto border-l border-ink/30 bg-paper max-[1000px]:hidden"
        >
          {groups.map((g) => (
            <Measures key={g.label} lines={g} unit={unit} />
          ))}
        </div>
      </div>
      <div className="flex items-center border-t border-ink/30 px-3 py-1.5">
        <CutCardLink />
      </div>
    </div>
  );
}

/** What lines of a kind are drawn in: cuts as the knife is, what stays in the piece as it is on the light table. */
const COLOURS: Readonly<Record<SetLines['kind'], { readonly stroke: string; readonly dash?: string }>> = {
  cut: { stroke: '#a2301f' },
  score: { stroke: '#7a3a6c', dash: '1.2 1.4' },
  perforation: { stroke: '#7a3a6c', dash: '2.6 1' },
};

function Measures({ lines: { label, kind, at }, unit }: { readonly lines: SetLines; readonly unit: Unit }) {
  return (
    <div className="px-2 py-1">
      <h3 className="text-base leading-tight" style={{ color: kind === 'cut' ? undefined : COLOURS[kind].stroke }}>
        {label}
      </h3>
      <ol aria-label={label}>
        {at.map((mm, i) => (
          <li key={i} className="flex items-baseline gap-2 text-sm">
            <span className="num w-5 text-right text-xs text-ink-soft">{i + 1}</span>
            <span className="num flex-1 text-right text-base">{gaugeText(mm, unit)}</span>
          </li>
        ))}
      </ol>
    </div>
  );
}

const drawnAt = (r: Rect, H: number) => ({ x: r.x, y: H - r.y - r.height, width: r.width, height: r.height });

/** Where the machine looks: its register mark, and a box where its code is. */
const Read = ({ reading, H }: { readonly reading: NonNullable<SlitSetup['reading']>; readonly H: number }) => (
  <>
    <rect {...drawnAt(reading.mark, H)} fill="#111" data-reads="mark" />
    {reading.code && (
      <rect
        {...drawnAt(reading.code.rect, H)}
        fill="none"
        stroke="#111"
        strokeWidth={0.8}
        strokeDasharray="2 1"
        data-reads={reading.code.text}
      />
    )}
  </>
);

/** Around the sheet there is room for the lines' numbers, of its longer side. */
const AROUND = 0.05;

function Lines({
  setup: { run, reading },
  sheet,
  room,
}: {
  readonly setup: SlitSetup;
  readonly sheet: number;
  readonly room: { readonly width: number; readonly height: number };
}) {
  const plan = useJob((s) => s.plan);
  const id = useId();
  const it = plan.sheets.at(sheet);
  const { width: W, height: H } = run.paper;
  const { feed } = run.slits;
  const groups = setLines(run.slits);
  const around = W * AROUND;
  const pixels = Math.min(room.width / (W + 2 * around), room.height / (H + 2 * around));
  const number = {
    fontSize: around * 0.55,
    textAnchor: 'middle',
    dominantBaseline: 'central',
  } as const;
  return (
    <svg
      viewBox={`${-around} ${-around} ${W + 2 * around} ${H + 2 * around}`}
      className="block h-full w-full"
      role="img"
      aria-label={setSaid(run.slits)}
    >
      <rect width={W} height={H} fill={it.stock.swatch} stroke="#2a211c" />
      <Faces cells={it.front} height={H} pixels={pixels} id={id} />
      {reading && <Read reading={reading} H={H} />}
      {groups.flatMap(({ label, kind, way, at }) =>
        at.map((v, i) => {
          const { stroke, dash } = COLOURS[kind];
          const { upright, at: on } = lineOnSheet(run.slits, way, v);
          // numbers of cuts stand before the sheet, those of what stays in the piece behind it
          const before = kind === 'cut';
          return (
            <g key={`${label} ${v}`}>
              <path
                d={
                  upright
                    ? `M${on} ${-around * 0.25}V${H + around * 0.25}`
                    : `M${-around * 0.25} ${H - on}H${W + around * 0.25}`
                }
                stroke={stroke}
                strokeWidth={0.8}
                strokeDasharray={dash}
              />
              <text
                x={upright ? on : before ? -around * 0.65 : W + around * 0.65}
                y={upright ? (before ? H + around * 0.65 : -around * 0.65) : H - on}
                className="num"
                {...number}
                fill={stroke}
              >
                {i + 1}
              </text>
            </g>
          );
        }),
      )}
      {/* the edge that goes in first */}
      {feed === 'long' ? (
        <path d={`M0 ${H}H${W}`} stroke="#2a211c" strokeWidth={2.4} />
      ) : (
        <path d={`M0 0V${H}`} stroke="#2a211c" strokeWidth={2.4} />
      )}
    </svg>
  );
}
