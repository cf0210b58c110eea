import { ChevronLeft, ChevronRight, FlipHorizontal2, FlipVertical2, Maximize, Minus, Plus } from 'lucide-react';
import type { Plan } from '../../../core';
import { Button } from '../../../ui/Button';
import { cx } from '../../../ui/cx';
import { FindRecord } from './FindRecord';
import { CREEP_TIMES } from './parts';
import { NEXT_NUMBERS, type TableState } from './state';
import type { Zoom } from './useZoom';

/** The tools beneath the sheet: the sheets before and after, nearer and farther, its other side, what shines through. */
export function TableTools({
  plan,
  state,
  set,
  go,
  zoom,
}: {
  readonly plan: Plan;
  readonly state: TableState;
  readonly set: (change: Partial<TableState>) => void;
  readonly go: (by: number) => void;
  readonly zoom: Zoom;
}) {
  const { sheet, turned, through, creep, lengths, tape, numbers } = state;
  const { turn } = plan.sheets.at(Math.min(sheet, plan.sheets.length - 1)).lay;
  return (
    <div className="mt-1 flex flex-wrap justify-end gap-1" role="group" aria-label="View of the sheet">
      <Button small aria-label="Sheet before" keys="ArrowLeft" isDisabled={sheet === 0} onPress={() => go(-1)}>
        <ChevronLeft size={16} />
      </Button>
      <Button
        small
        aria-label="Sheet after"
        keys="ArrowRight"
        isDisabled={sheet >= plan.sheets.length - 1}
        onPress={() => go(1)}
      >
        <ChevronRight size={16} />
      </Button>
      <Button small aria-label="Farther" keys="-" onPress={() => zoom.by(1 / 1.4)}>
        <Minus size={16} />
      </Button>
      <Button small aria-label="Nearer" keys="Plus" onPress={() => zoom.by(1.4)}>
        <Plus size={16} />
      </Button>
      <Button small aria-label="Fit the sheet" keys="0" onPress={zoom.fit}>
        <Maximize size={16} />
      </Button>
      <Button small onPress={() => set({ turned: !turned })} keys="f">
        {turn === 'turn' ? <FlipHorizontal2 size={16} aria-hidden /> : <FlipVertical2 size={16} aria-hidden />} Turn
        over
      </Button>
      {plan.product.kind === 'bound' && plan.product.creep.standsOut.length > 1 && (
        <Switch on={creep} keys="c" say={`Creep × ${CREEP_TIMES}`} onPress={() => set({ creep: !creep })} />
      )}
      {plan.product.kind === 'flat' && <FindRecord show={(sheet) => set({ sheet })} />}
      <Switch on={lengths} keys="l" say="Lengths" onPress={() => set({ lengths: !lengths })} />
      <Switch on={tape} keys="m" say="Measure" onPress={() => set({ tape: !tape })} />
      <Button small keys="n" onPress={() => set({ numbers: NEXT_NUMBERS[numbers] })}>
        Numbers: {numbers}
      </Button>
      <Switch on={through} keys="x" say="See through" onPress={() => set({ through: !through })} />
    </div>
  );
}

/** What is shown or not. */
function Switch({ on, keys, say, onPress }: { on: boolean; keys: string; say: string; onPress: () => void }) {
  return (
    <Button small aria-pressed={on} keys={keys} onPress={onPress} className={cx(on && 'bg-ink! text-paper!')}>
      {say}
    </Button>
  );
}
