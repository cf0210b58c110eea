import { formatNumber } from '../../../core';
import { Button } from '../../../ui/Button';
import { amountAt, type Plate, type Plates, type SpotSaid } from './plates';

const amountOf = ({ plates }: Plates, ink: string, at: number): number => {
  const plate = plates.find((p) => p.ink === ink);
  return plate ? amountAt(plate, at) : 0;
};

/** Each ink with its switch, its cover of the page, and how much of it is under the pointer. */
export function InkList({
  plates: all,
  here,
  hidden,
  hide,
  light,
  at,
  by,
}: {
  /** Of the whole page. */
  readonly plates: Plates;
  /** What is seen. */
  readonly here: Plates;
  readonly hidden: ReadonlySet<string>;
  readonly hide: (hidden: ReadonlySet<string>) => void;
  /** Shows where an ink lies; null for none. */
  readonly light: (ink: string | null) => void;
  readonly at: number | null;
  /** The profile that colours of light are brought to; null where they are not. */
  readonly by: string | null;
}) {
  const { plates, more, most } = all;
  const toggled = (ink: string): void => {
    const next = new Set(hidden);
    if (!next.delete(ink)) next.add(ink);
    hide(next);
  };
  const alone = (ink: string): void => hide(new Set(plates.map((p) => p.ink).filter((name) => name !== ink)));
  const under = at === null ? null : plates.map(({ ink }) => amountOf(here, ink, at));
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
        {most.total > 0 && (here === all ? ', in the ring; the mean over a square millimetre' : ' of the page')}.
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
