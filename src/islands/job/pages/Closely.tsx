import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp } from 'lucide-react';
import { CLOSE_UP, formatLength } from '../../../core';
import { Button } from '../../../ui/Button';
import { useUnit } from '../../../ui/unit';
import type { Plates, Spot } from './plates';

/** Places are told apart to a ten-thousandth of the page. */
export const onGrid = ({ x, y }: Spot): Spot => {
  const to = (v: number): number => Math.round(Math.min(1, Math.max(0, v)) * 1e4) / 1e4;
  return { x: to(x), y: to(y) };
};

const STEPS = [
  { label: 'To the left', icon: ArrowLeft, x: -1, y: 0 },
  { label: 'To the right', icon: ArrowRight, x: 1, y: 0 },
  { label: 'Up', icon: ArrowUp, x: 0, y: -1 },
  { label: 'Down', icon: ArrowDown, x: 0, y: 1 },
] as const;

/** What is looked at closely: traps and hairs that are less than a dot of the whole page. */
export function Closely({
  spot,
  go,
  coming,
  most,
  step,
  why,
}: {
  readonly spot: Spot | null;
  readonly go: (to: Spot | null) => void;
  readonly coming: boolean;
  readonly most: Plates['most'];
  readonly step: Spot;
  /** Why it cannot be looked at; null where it can. */
  readonly why: string | null;
}) {
  const { unit } = useUnit();
  if (!spot)
    return (
      <p className="mt-2 text-sm text-ink-soft">
        Press on the page to look closely, or{' '}
        <Button small onPress={() => go(most.total > 0 ? most : { x: 0.5, y: 0.5 })}>
          Look where most ink is
        </Button>
      </p>
    );
  return (
    <div className="mt-2 flex flex-wrap items-center gap-1.5 text-sm">
      <Button small kind="next" onPress={() => go(null)}>
        Whole page
      </Button>
      {STEPS.map(({ label, icon: Icon, x, y }) => (
        <Button
          key={label}
          small
          aria-label={label}
          onPress={() => go({ x: spot.x + x * step.x, y: spot.y + y * step.y })}
        >
          <Icon size={14} aria-hidden />
        </Button>
      ))}
      <span role="status">{why ?? (coming ? 'It is drawn closely …' : `${formatLength(CLOSE_UP, unit)} across`)}</span>
    </div>
  );
}
