import type { FinisherOf } from '../../core';
import { Button } from '../../ui/Button';
import { Choice, Toggle } from '../../ui/choices';
import { LengthField, Row } from '../../ui/fields';
import { NumberField } from '../../ui/numbers';
import { useUnit } from '../../ui/unit';
import { Maybe, Smallest, type SetFinisher } from './parts';

/** What only machines have that fold, stitch, glue, punch and trim. */

const TRIMS = [
  { key: 'nothing', label: 'Nothing' },
  { key: 'face', label: 'The face' },
  { key: 'three sides', label: 'Three sides' },
] as const;

function TrimsRow({
  finisher,
  set,
}: {
  readonly finisher: FinisherOf<'stitcher' | 'binder'>;
  readonly set: SetFinisher;
}) {
  return (
    <Row label="Trims" hint="in the same pass">
      <Choice
        label="Trims"
        value={finisher.trims ?? 'three sides'}
        options={TRIMS}
        onChange={(trims) => set({ trims }, 'what it trims')}
      />
    </Row>
  );
}

export function OfStitcher({
  finisher,
  set,
}: {
  readonly finisher: FinisherOf<'stitcher'>;
  readonly set: SetFinisher;
}) {
  return (
    <>
      <Row label="Sheets at once">
        <NumberField
          label="Sheets at once"
          value={finisher.mostSheets}
          unit="sheets"
          min={1}
          max={10_000}
          digits={0}
          onChange={(n) => set({ mostSheets: Math.round(n) }, 'sheets at once')}
        />
      </Row>
      <Row label="Stitches">
        <NumberField
          label="Stitches"
          value={finisher.stitches ?? 2}
          unit="stitches"
          min={1}
          max={12}
          digits={0}
          onChange={(n) => set({ stitches: Math.round(n) }, 'stitches')}
        />
      </Row>
      <TrimsRow finisher={finisher} set={set} />
    </>
  );
}

export function OfFolder({ finisher, set }: { readonly finisher: FinisherOf<'folder'>; readonly set: SetFinisher }) {
  const { unit } = useUnit();
  const plates = finisher.plates ?? null;
  return (
    <>
      <Row label="Folds">
        <NumberField
          label="Folds"
          value={finisher.mostFolds}
          unit="folds"
          min={1}
          max={12}
          digits={0}
          onChange={(n) => set({ mostFolds: Math.round(n) }, 'folds')}
        />
      </Row>
      <Row label="Fold plates" hint="how short and how long they can be set">
        <span className="flex flex-wrap items-center gap-2">
          <Toggle
            label="Limited"
            value={plates !== null}
            onChange={(is) => set({ plates: is ? { shortest: 40, longest: 660 } : null }, 'fold plates')}
          />
          {plates && (
            <>
              <LengthField
                label="Shortest fold plate"
                value={plates.shortest}
                unit={unit}
                min={1}
                max={plates.longest}
                onChange={(shortest) => set({ plates: { ...plates, shortest } }, 'fold plates')}
              />
              <LengthField
                label="Longest fold plate"
                value={plates.longest}
                unit={unit}
                min={plates.shortest}
                max={2000}
                onChange={(longest) => set({ plates: { ...plates, longest } }, 'fold plates')}
              />
            </>
          )}
        </span>
      </Row>
    </>
  );
}

export function Thickest({
  finisher,
  set,
}: {
  readonly finisher: FinisherOf<'binder' | 'sewing machine' | 'punch'>;
  readonly set: SetFinisher;
}) {
  const { unit } = useUnit();
  return (
    <Row label="Thickest block">
      <LengthField
        label="Thickest block"
        value={finisher.thickest ?? 40}
        unit={unit}
        min={0.01}
        max={1000}
        onChange={(thickest) => set({ thickest }, 'thickest block')}
      />
    </Row>
  );
}

export const OfBinder = ({ finisher, set }: { readonly finisher: FinisherOf<'binder'>; readonly set: SetFinisher }) => (
  <>
    <Thickest finisher={finisher} set={set} />
    <Maybe
      label="Mills at the deepest"
      on="Limited"
      value={finisher.deepest ?? null}
      begins={5}
      max={50}
      onChange={(deepest) => set({ deepest }, 'deepest')}
    />
    <Row label="Covers" hint="those that come scored are scored on a creaser before">
      <Toggle
        label="Scored as they are laid round"
        value={finisher.scoresCovers !== false}
        onChange={(scoresCovers) => set({ scoresCovers }, 'covers')}
      />
    </Row>
    <TrimsRow finisher={finisher} set={set} />
  </>
);

export const OfPunch = ({ finisher, set }: { readonly finisher: FinisherOf<'punch'>; readonly set: SetFinisher }) => (
  <>
    <Thickest finisher={finisher} set={set} />
    <Maybe
      label="Hole to hole"
      hint="from middle to middle"
      on="Fixed"
      value={finisher.pitch ?? null}
      begins={8.47}
      max={500}
      onChange={(pitch) => set({ pitch }, 'hole to hole')}
    />
    <Maybe
      label="Holes from the edge"
      hint="to their middles"
      on="Fixed"
      value={finisher.inset ?? null}
      begins={4.5}
      max={100}
      onChange={(inset) => set({ inset }, 'holes from the edge')}
    />
  </>
);

export const OfTrimmer = ({
  finisher,
  set,
}: {
  readonly finisher: FinisherOf<'trimmer'>;
  readonly set: SetFinisher;
}) => (
  <>
    <Smallest finisher={finisher} set={set} label="Smallest block" />
    <Lift lift={finisher.lift} least={0.1} hint="the height of the pile that it trims at once" set={set} />
  </>
);

/** The height of the pile that a machine takes at once. */
export function Lift({
  lift,
  least,
  hint,
  set,
}: {
  readonly lift: number;
  readonly least: number;
  readonly hint: string;
  readonly set: SetFinisher;
}) {
  const { unit } = useUnit();
  return (
    <Row label="Lift" hint={hint}>
      <LengthField
        label="Lift"
        value={lift}
        unit={unit}
        min={least}
        max={500}
        onChange={(lift) => set({ lift }, 'lift')}
      />
    </Row>
  );
}

export function OfCornerCutter({
  finisher,
  set,
}: {
  readonly finisher: FinisherOf<'corner cutter'>;
  readonly set: SetFinisher;
}) {
  const { unit } = useUnit();
  const { radii, lift } = finisher;
  const put = (to: readonly number[]): void => set({ radii: [...to].sort((a, b) => a - b) }, 'radii');
  return (
    <>
      <Row label="Radii" hint="that it has knives for">
        <span className="flex flex-wrap items-center gap-1.5">
          {radii.map((mm, i) => (
            <LengthField
              key={i}
              label={`Radius ${i + 1}`}
              value={mm}
              unit={unit}
              min={0.5}
              max={200}
              onChange={(to) => put(radii.map((r, k) => (k === i ? to : r)))}
            />
          ))}
          <Button
            small
            isDisabled={radii.length >= 50}
            onPress={() => put([...radii, Math.min(200, Math.max(...radii) + 1)])}
          >
            Another
          </Button>
          {radii.length > 1 && (
            <Button small kind="quiet" onPress={() => put(radii.slice(0, -1))}>
              Without the largest
            </Button>
          )}
        </span>
      </Row>
      <Lift lift={lift} least={0.1} hint="the height of the pile that it cuts at once" set={set} />
    </>
  );
}
