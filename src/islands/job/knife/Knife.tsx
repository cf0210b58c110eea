import { useEffect, useMemo, useRef, useState } from 'react';
import { ChevronFirst, ChevronLeft, ChevronRight, Pause, Play } from 'lucide-react';
import {
  gaugeText,
  formatLength,
  knifeOf,
  setupOf,
  slitterOf,
  trimKnife,
  wholeNumber,
  type Knife as Cutting,
  type KnifeStep,
  type Unit,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/choices';
import { cx } from '../../../ui/cx';
import { useKeys } from '../../../ui/keys';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { useRoom } from '../room';
import { CutCardLink } from './CutCardLink';
import { KnifeTable } from './KnifeTable';
import { Slitting } from './Slitting';

/** How long a cut is shown when they are played, ms. */
const EACH = 1400;

/** The cutting of the sheet that is chosen, cut by cut, as it is done at the guillotine. */
export function Knife({ sheet }: { readonly sheet: number }) {
  const { docket, plan } = useJob(({ docket, plan }) => ({ docket, plan }));
  const slit = slitterOf(docket.finish) !== null;
  const setup = useMemo(() => (slit ? setupOf(docket, plan, sheet) : null), [slit, docket, plan, sheet]);
  const knife = useMemo(() => (slit ? null : knifeOf(docket, plan, sheet)), [slit, docket, plan, sheet]);
  const trims = useMemo(() => trimKnife(docket, plan), [docket, plan]);
  const [which, setWhich] = useState<'sheets' | 'trims'>('sheets');
  const flat = setup ? (
    <Slitting setup={setup} sheet={sheet} />
  ) : knife ? (
    <Cuts key={knife.run.sheets[0]} knife={knife} sheet={sheet} />
  ) : null;
  if (!trims) return flat ?? <NothingCut sheet={sheet} />;
  const blocks = <Cuts key="trims" knife={trims} sheet={null} />;
  if (!flat) return blocks;
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="border-b border-ink/30 bg-glass px-3 py-1">
        <Choice
          label="What is cut"
          value={which}
          options={[
            { key: 'sheets', label: 'The sheets' },
            { key: 'trims', label: `The bound ${trims.run.called}` },
          ]}
          onChange={setWhich}
        />
      </div>
      <div className="min-h-0 flex-1">{which === 'trims' ? blocks : flat}</div>
    </div>
  );
}

function NothingCut({ sheet }: { readonly sheet: number }) {
  const { bound, stopped } = useJob(({ docket, findings }) => ({
    bound: docket.product.kind === 'bound',
    stopped: findings.find((f) => f.id === 'not-cuttable' || f.id === 'slit-grid')?.detail,
  }));
  return (
    <div className="grid h-full place-items-center bg-glass p-6 text-center" role="status">
      <p className="max-w-md">
        <b className="block font-head text-lg">Sheet {sheet + 1} is not cut flat</b>
        {stopped ??
          (bound ? 'It is folded as it is printed, and trimmed when it is bound.' : 'The sheet is the piece.')}
      </p>
    </div>
  );
}

function Cuts({ knife, sheet }: { readonly knife: Cutting; readonly sheet: number | null }) {
  const { unit } = useUnit();
  const { steps } = knife;
  const [chosen, setAt] = useState(0);
  const at = Math.min(chosen, steps.length);
  const [playing, setPlaying] = useState(false);
  const [room, size] = useRoom();
  const to = (n: number): void => setAt(Math.max(0, Math.min(steps.length, n)));
  const hold = (n: number): void => {
    setPlaying(false);
    to(n);
  };
  const play = (): void => {
    if (!playing && at === steps.length) to(0);
    setPlaying(!playing);
  };
  const goesOn = playing && at < steps.length;
  useEffect(() => {
    if (!goesOn) return;
    const timer = setTimeout(() => setAt(at + 1), EACH);
    return () => clearTimeout(timer);
  }, [goesOn, at]);
  useKeys({
    ArrowRight: () => hold(at + 1),
    ArrowLeft: () => hold(at - 1),
    Home: () => hold(0),
    End: () => hold(steps.length),
    ' ': play,
  });
  const table = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // pressed on the switch of views, arrows would go on walking there
    if (document.activeElement?.closest('[role=radiogroup]')) table.current?.focus({ preventScroll: true });
  }, []);
  return (
    <div ref={table} tabIndex={-1} className="flex h-full min-h-0 flex-col bg-glass outline-none">
      <Said knife={knife} at={at} unit={unit} />
      <div className="flex min-h-0 flex-1">
        <div ref={room} className="relative min-w-0 flex-1 overflow-hidden">
          <KnifeTable knife={knife} at={at} sheet={sheet} unit={unit} room={size} />
        </div>
        <Steps steps={steps} at={at} unit={unit} onChoose={hold} />
      </div>
      <Controls at={at} of={steps.length} playing={goesOn} onPlay={play} onGo={hold} />
    </div>
  );
}

/** The measure, large enough to be read from the machine, and what is done before the cut. */
function Said({ knife, at, unit }: { readonly knife: Cutting; readonly at: number; readonly unit: Unit }) {
  const { run, machine, steps, lift, pieces } = knife;
  const things = run.sheets.length === 0 ? run.called : 'sheets';
  const step = steps[at];
  const lifts =
    run.lifts === 1
      ? `one lift of ${wholeNumber(run.good)} ${things}, ${formatLength(lift.height, unit, 1)}`
      : `${run.lifts} lifts of at most ${wholeNumber(lift.sheets)} ${things}, ${formatLength(lift.height, unit, 1)}`;
  return (
    <div className="flex min-h-22 flex-wrap items-center gap-x-5 border-b border-ink/30 px-3 py-1.5">
      <p role="status" aria-label="Cut" className="flex items-center gap-x-5">
        {step ? (
          <>
            <span className="num min-w-52 text-5xl leading-none font-semibold whitespace-nowrap">
              {gaugeText(step.measure, unit)}
            </span>
            <span className="min-w-56">
              <b className="block font-head text-lg leading-tight">{step.before ?? 'As it lies'}</b>
              <span className="text-sm">
                Cut {step.number} of {steps.length}, {fallsSaid(step)}
              </span>
            </span>
          </>
        ) : (
          <span>
            <b className="block font-head text-2xl leading-tight">
              {pieces.length === 1 ? 'One pile is out' : `${pieces.length} piles are out`}
            </b>
            <span className="text-sm">
              {knife.ordered ? 'Laid on each other in this order, the first on top.' : 'Every piece at its size.'}
            </span>
          </span>
        )}
      </p>
      <p className="ml-auto text-right text-sm">
        {machine ?? 'On no guillotine here: reckoned for any'}
        {run.program.bare && ', false clamp off'}
        {knife.program !== null && `, by ${knife.program}`}
        <br />
        {lifts}
      </p>
    </div>
  );
}

const fallsSaid = ({ falls, beside }: KnifeStep): string =>
  falls === 'waste'
    ? 'waste falls off'
    : falls === 'strips'
      ? 'a strip falls off'
      : beside > 1
        ? `${beside} pieces fall off`
        : 'a piece falls off';

function Steps({
  steps,
  at,
  unit,
  onChoose,
}: {
  readonly steps: readonly KnifeStep[];
  readonly at: number;
  readonly unit: Unit;
  readonly onChoose: (n: number) => void;
}) {
  const current = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // newer browsers answer with a promise, which is nothing to clean up with
    void current.current?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  return (
    <ol
      aria-label="Cuts"
      className="w-60 shrink-0 overflow-y-auto border-l border-ink/30 bg-paper py-1 max-[1000px]:hidden"
      tabIndex={-1}
    >
      {steps.map((s, i) => (
        <li key={s.number}>
          <button
            type="button"
            ref={i === at ? current : null}
            aria-current={i === at ? 'step' : undefined}
            onClick={() => onChoose(i)}
            className={cx(
              'grid w-full grid-cols-[1.6rem_1fr_auto] items-baseline gap-x-1.5 px-2 py-0.5 text-left text-sm hover:bg-oat',
              i === at && 'bg-saffron/30 font-semibold',
              i < at && 'text-ink-soft',
            )}
          >
            <span className="num text-right text-xs">{s.number}</span>
            <span className={cx('leading-tight', !s.before && 'text-ink-soft')}>
              {s.before ?? (s.falls === 'waste' ? 'waste' : 'cut')}
            </span>
            <span className="num">{gaugeText(s.measure, unit)}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}

function Controls({
  at,
  of,
  playing,
  onPlay,
  onGo,
}: {
  readonly at: number;
  readonly of: number;
  readonly playing: boolean;
  readonly onPlay: () => void;
  readonly onGo: (n: number) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-ink/30 px-3 py-1.5">
      <Button small aria-label="First cut" isDisabled={at === 0} onPress={() => onGo(0)}>
        <ChevronFirst size={16} />
      </Button>
      <Button small aria-label="Cut before" isDisabled={at === 0} onPress={() => onGo(at - 1)}>
        <ChevronLeft size={16} /> Back
      </Button>
      <Button small onPress={onPlay}>
        {playing ? <Pause size={16} /> : <Play size={16} />} {playing ? 'Hold' : 'Play'}
      </Button>
      <Button small aria-label="Next cut" isDisabled={at === of} onPress={() => onGo(at + 1)}>
        Step <ChevronRight size={16} />
      </Button>
      <span className="text-xs">← → step, space plays</span>
      <CutCardLink />
    </div>
  );
}
