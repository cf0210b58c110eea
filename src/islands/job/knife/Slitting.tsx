import { useId } from 'react';
import { gaugeText, wholeNumber, type SlitSetup, type Unit } from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { useRoom } from '../room';
import { CutCardLink } from './CutCardLink';
import { Faces } from './Faces';

/** How the slitter is set for a sheet: its lines on it, and their measures. */
export function Slitting({ setup, sheet }: { readonly setup: SlitSetup; readonly sheet: number }) {
  const { unit } = useUnit();
  const { run, machine, said } = setup;
  const { slits, crossCuts } = run.slits;
  const [room, size] = useRoom();
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="flex min-h-16 flex-wrap items-center gap-x-5 border-b border-ink/30 px-3 py-1.5">
        <p role="status" aria-label="Cut">
          <b className="block font-head text-xl leading-tight">
            {slits.length} {slits.length === 1 ? 'slit' : 'slits'}, {crossCuts.length}{' '}
            {crossCuts.length === 1 ? 'cross cut' : 'cross cuts'}
          </b>
          <span className="text-sm">{said}</span>
        </p>
        <p className="ml-auto text-right text-sm">
          {machine}
          <br />
          {wholeNumber(run.good)} sheets, one after the other
        </p>
      </div>
      <div className="flex min-h-0 flex-1">
        <div ref={room} className="relative min-w-0 flex-1 overflow-hidden p-2">
          <Lines setup={setup} sheet={sheet} room={size} />
        </div>
        <div className="flex w-72 shrink-0 overflow-y-auto border-l border-ink/30 bg-paper max-[1000px]:hidden">
          <Measures label="Slits" at={slits} unit={unit} />
          <Measures label="Cross cuts" at={crossCuts} unit={unit} />
        </div>
      </div>
      <div className="flex items-center border-t border-ink/30 px-3 py-1.5">
        <CutCardLink />
      </div>
    </div>
  );
}

function Measures({
  label,
  at,
  unit,
}: {
  readonly label: string;
  readonly at: readonly number[];
  readonly unit: Unit;
}) {
  return (
    <div className="flex-1 px-2 py-1">
      <h3 className="text-base">{label}</h3>
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

/** Around the sheet there is room for the lines' numbers, of its longer side. */
const AROUND = 0.05;

function Lines({
  setup: { run },
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
  const { feed, slits, crossCuts } = run.slits;
  const [upright, level] = feed === 'long' ? [slits, crossCuts] : [crossCuts, slits];
  const around = W * AROUND;
  const pixels = Math.min(room.width / (W + 2 * around), room.height / (H + 2 * around));
  const number = {
    fontSize: around * 0.55,
    fill: '#a2301f',
    textAnchor: 'middle',
    dominantBaseline: 'central',
  } as const;
  return (
    <svg
      viewBox={`${-around} ${-around} ${W + 2 * around} ${H + 2 * around}`}
      className="block h-full w-full"
      role="img"
      aria-label={`${slits.length} slits and ${crossCuts.length} cross cuts`}
    >
      <rect width={W} height={H} fill={it.stock.swatch} stroke="#2a211c" />
      <Faces cells={it.front} height={H} pixels={pixels} id={id} />
      {upright.map((x, i) => (
        <g key={`x${x}`}>
          <path d={`M${x} ${-around * 0.2}V${H + around * 0.3}`} stroke="#a2301f" strokeWidth={0.8} />
          <text x={x} y={H + around * 0.65} className="num" {...number}>
            {i + 1}
          </text>
        </g>
      ))}
      {level.map((y, i) => (
        <g key={`y${y}`}>
          <path d={`M${-around * 0.3} ${H - y}H${W + around * 0.2}`} stroke="#a2301f" strokeWidth={0.8} />
          <text x={-around * 0.65} y={H - y} className="num" {...number}>
            {i + 1}
          </text>
        </g>
      ))}
      {/* the edge that goes in first */}
      {feed === 'long' ? (
        <path d={`M0 ${H}H${W}`} stroke="#2a211c" strokeWidth={2.4} />
      ) : (
        <path d={`M0 0V${H}`} stroke="#2a211c" strokeWidth={2.4} />
      )}
    </svg>
  );
}
