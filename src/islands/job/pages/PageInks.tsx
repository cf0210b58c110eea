import { useEffect, useMemo, useRef, useState } from 'react';
import { colourProfile, formatNumber, type WorkedPage } from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/choices';
import { useJob } from '../context';
import { useRoom } from '../room';
import { amountAt, laidOver, litUp, usePageFile, usePlates, type Plate, type Plates, type SpotSaid } from './plates';

/** Round the page as it is drawn, px. */
const MARGIN = 24;

/** The inks of a page: which of them are seen, how much of each there is, and under the pointer. */
export function PageInks({
  facts,
  file,
  page,
}: {
  readonly facts: WorkedPage;
  /** Which of the job's files, from 0. */
  readonly file: number;
  readonly page: number;
}) {
  const { own, ready } = usePageFile(file);
  // what is brought to a press has no light left in it
  const by = useJob(({ docket }) => colourProfile(docket)?.name ?? null);
  const [as, setAs] = useState<'printed' | 'file'>('printed');
  const parting = usePlates(as === 'file' ? own : ready, page);
  const [hidden, hide] = useState<ReadonlySet<string>>(new Set());
  const [at, look] = useState<number | null>(null);
  const [lit, light] = useState<string | null>(null);
  const there = parting.kind === 'there' ? parting.plates : null;
  return (
    <div className="flex min-h-0 flex-1 max-[1000px]:flex-col max-[1000px]:overflow-y-auto">
      <Laid facts={facts} page={page} plates={there} hidden={hidden} lit={lit} onLook={look} />
      <section
        aria-label="Inks"
        className="w-[22.5rem] shrink-0 overflow-y-auto border-l border-ink/30 bg-paper px-3 py-2 max-[1000px]:w-full max-[1000px]:overflow-visible"
      >
        {own !== ready && (
          <Choice
            label="Inks of"
            value={as}
            options={[
              { key: 'printed', label: 'As printed' },
              { key: 'file', label: 'As in the file' },
            ]}
            onChange={setAs}
          />
        )}
        {parting.kind === 'coming' && (
          <p role="status" className="py-3 text-sm">
            The page is parted into its inks …
          </p>
        )}
        {parting.kind === 'not' && (
          <p role="status" className="py-3 text-sm">
            {parting.why}
          </p>
        )}
        {there && (
          <InkList plates={there} hidden={hidden} hide={hide} light={light} at={at} by={as === 'file' ? null : by} />
        )}
      </section>
    </div>
  );
}

/** The page in those of its inks that are to be seen. */
function Laid({
  facts: { media },
  page,
  plates,
  hidden,
  lit,
  onLook,
}: {
  readonly facts: WorkedPage;
  readonly page: number;
  readonly plates: Plates | null;
  readonly hidden: ReadonlySet<string>;
  /** The ink that is looked for; null for none. */
  readonly lit: string | null;
  readonly onLook: (at: number | null) => void;
}) {
  const [room, { width, height }] = useRoom();
  const canvas = useRef<HTMLCanvasElement>(null);
  const scale = Math.max(0.05, Math.min((width - 2 * MARGIN) / media.width, (height - 2 * MARGIN) / media.height));
  const pixels = useMemo(
    () =>
      plates &&
      (lit === null
        ? laidOver(
            plates.plates.filter((p) => !hidden.has(p.ink)),
            plates.width * plates.height,
          )
        : litUp(plates.plates, lit, plates.width * plates.height)),
    [plates, hidden, lit],
  );
  useEffect(() => {
    const on = canvas.current?.getContext('2d');
    if (on && pixels && plates) on.putImageData(new ImageData(pixels, plates.width, plates.height), 0, 0);
  }, [pixels, plates]);
  const [wide, high] = [media.width * scale, media.height * scale];
  const under = (e: React.PointerEvent<HTMLElement>): void => {
    if (!plates) return;
    const box = e.currentTarget.getBoundingClientRect();
    const x = Math.floor(((e.clientX - box.left) / box.width) * plates.width);
    const y = Math.floor(((e.clientY - box.top) / box.height) * plates.height);
    onLook(x >= 0 && y >= 0 && x < plates.width && y < plates.height ? y * plates.width + x : null);
  };
  return (
    <div
      ref={room}
      className="min-h-0 min-w-0 flex-1 overflow-hidden bg-glass-deep max-[1000px]:h-80 max-[1000px]:flex-none"
    >
      <div className="relative mx-auto" style={{ width: wide, height: high, top: MARGIN }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={`Page ${page} in its inks`}
          width={plates?.width ?? 1}
          height={plates?.height ?? 1}
          className="block size-full cursor-crosshair bg-paper"
          onPointerMove={under}
          onPointerDown={under}
          onPointerLeave={() => onLook(null)}
        />
        {plates && plates.most.total > 0 && (
          <span
            aria-hidden
            title="Most ink"
            className="pointer-events-none absolute size-6 -translate-1/2 rounded-full border-2 border-rust outline outline-paper"
            style={{ left: plates.most.x * wide, top: plates.most.y * high }}
          />
        )}
      </div>
    </div>
  );
}

/** Each ink with its switch, its cover of the page, and how much of it is under the pointer. */
function InkList({
  plates: { plates, more, most },
  hidden,
  hide,
  light,
  at,
  by,
}: {
  readonly plates: Plates;
  readonly hidden: ReadonlySet<string>;
  readonly hide: (hidden: ReadonlySet<string>) => void;
  /** Shows where an ink lies; null for none. */
  readonly light: (ink: string | null) => void;
  readonly at: number | null;
  /** The profile that colours of light are brought to; null where they are not. */
  readonly by: string | null;
}) {
  const toggled = (ink: string): void => {
    const next = new Set(hidden);
    if (!next.delete(ink)) next.add(ink);
    hide(next);
  };
  const alone = (ink: string): void => hide(new Set(plates.map((p) => p.ink).filter((name) => name !== ink)));
  const under = at === null ? null : plates.map((p) => amountAt(p, at));
  return (
    <>
      <table className="mt-2 w-full text-sm">
        <thead>
          <tr className="text-left text-xs text-ink-soft">
            <th className="py-1 font-normal">Ink</th>
            <th className="text-right font-normal">covers</th>
            <th className="text-right font-normal">here</th>
            <th>
              <span className="sr-only">Alone</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {plates.map((p, i) => (
            <InkRow
              key={p.ink}
              plate={p}
              seen={!hidden.has(p.ink)}
              here={under ? under[i]! : null}
              onToggle={() => toggled(p.ink)}
              onLight={(on) => light(on ? p.ink : null)}
              onAlone={() => alone(p.ink)}
            />
          ))}
          <tr className="border-t border-ink/40">
            <td className="py-1.5">All together</td>
            <td className="text-right tabular-nums">{covers(plates.reduce((sum, p) => sum + p.coverage, 0))}</td>
            <td className="text-right tabular-nums">{under ? `${under.reduce((sum, v) => sum + v, 0)} %` : ''}</td>
            <td className="pl-2 text-right">
              {hidden.size > 0 && (
                <Button small onPress={() => hide(new Set())}>
                  All
                </Button>
              )}
            </td>
          </tr>
        </tbody>
      </table>
      <p className="mt-2 text-sm">
        Most ink in one place: <strong className="tabular-nums">{formatNumber(most.total, 0)} %</strong>
        {most.total > 0 && ', in the ring; the mean over a square millimetre'}.
      </p>
      {more > 0 && <p className="mt-1 text-sm">{more} more spot inks are shown in what stands for them.</p>}
      <p className="mt-1 text-xs text-ink-soft">
        {by
          ? `Colours are in the inks of “${by}”.`
          : 'RGB is parted into inks by the plain formula, without a profile.'}
      </p>
    </>
  );
}

function InkRow({
  plate: { ink, rgb, coverage, spot },
  seen,
  here,
  onToggle,
  onLight,
  onAlone,
}: {
  readonly plate: Plate;
  readonly seen: boolean;
  readonly here: number | null;
  readonly onToggle: () => void;
  readonly onLight: (on: boolean) => void;
  readonly onAlone: () => void;
}) {
  return (
    <tr className="border-t border-ink/15" onPointerEnter={() => onLight(true)} onPointerLeave={() => onLight(false)}>
      <td className="py-0.5">
        <button
          type="button"
          aria-pressed={seen}
          onClick={() => {
            onLight(false);
            onToggle();
          }}
          onFocus={(e) => e.currentTarget.matches(':focus-visible') && onLight(true)}
          onBlur={() => onLight(false)}
          className="flex min-h-7 w-full cursor-pointer items-center gap-2 text-left"
        >
          <span
            aria-hidden
            className="size-4 shrink-0 border border-ink/60"
            style={seen ? { background: `rgb(${rgb.join(' ')})` } : {}}
          />
          <span className={seen ? 'truncate' : 'truncate text-ink-soft line-through'} title={ink}>
            {ink}
          </span>
        </button>
        {spot && <SpotLine spot={spot} />}
      </td>
      <td className="text-right tabular-nums">{covers(coverage)}</td>
      <td className="w-14 text-right tabular-nums">{here === null ? '' : `${here} %`}</td>
      <td className="w-14 pl-2 text-right">
        <Button
          small
          onPress={() => {
            onLight(false);
            onAlone();
          }}
          aria-label={`Only ${ink}`}
        >
          Only
        </Button>
      </td>
    </tr>
  );
}

/** What a spot ink is meant to look like, and how far process inks come from it. */
function SpotLine({ spot: { by, lab, difference } }: { readonly spot: SpotSaid }) {
  const said = lab?.map((v) => formatNumber(v, 0));
  return (
    <p className="pb-1 pl-6 text-xs text-ink-soft">
      {said && `L* ${said[0]} a* ${said[1]} b* ${said[2]}, `}said in {by}
      {difference !== null && (
        <>
          ; process inks come to <strong className="font-semibold">ΔE {formatNumber(difference, 1)}</strong>
        </>
      )}
    </p>
  );
}

/** A share of the page; what there is too little of to be a tenth is still there. */
const covers = (percent: number): string =>
  percent === 0 ? '–' : percent < 0.1 ? '< 0.1 %' : `${formatNumber(percent, 1)} %`;
