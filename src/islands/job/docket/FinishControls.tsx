import { Pick, Toggle } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { formatLength } from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';

const SAID = {
  'saddle-stitched': 'Fold and stitch',
  'perfect-bound': 'Mill and glue',
  sewn: 'Sew',
  'loose-leaf': 'Punch and bind',
  folded: 'Fold',
} as const;

/** Folding and binding. */
export function FinishControls() {
  const { docket, change, store, plan } = useJob();
  const shop = store((s) => s.shop);
  const { unit } = useUnit();
  const { finish } = docket;
  const { kind } = docket.product.binding;
  const sheets = plan.creep.standsOut.length;
  const folders = shop.finishers.filter((f) => f.does.includes('fold'));
  const folds = Math.max(0, ...plan.sections.map((s) => s.way.folds.length));
  return (
    <>
      <Row label="Finishing">
        <Toggle
          label={SAID[kind]}
          value={finish.stitch}
          onChange={(stitch) => change({ finish: { stitch } }, stitch ? SAID[kind].toLowerCase() : 'no finishing here')}
        />
      </Row>
      {finish.stitch && (
        <Row
          label="Machine"
          hint={
            kind === 'saddle-stitched'
              ? `${sheets} of at most ${finish.finisher.maxSheets} leaves`
              : finish.finisher.thickest !== null
                ? `takes blocks up to ${formatLength(finish.finisher.thickest, unit)}`
                : undefined
          }
        >
          <Pick
            label="Finishing machine"
            value={finish.finisher.id}
            options={shop.finishers.map((f) => ({ key: f.id, label: f.name, detail: f.does.join(', ') }))}
            onChange={(id) => {
              const finisher = shop.finishers.find((f) => f.id === id);
              if (finisher) change({ finish: { finisher } }, `finish on ${finisher.name}`);
            }}
          />
        </Row>
      )}
      {folders.length > 0 && (kind === 'perfect-bound' || kind === 'sewn' || kind === 'saddle-stitched') && (
        <Row
          label="Sections folded"
          hint={folds > 0 ? `${folds} ${folds === 1 ? 'fold' : 'folds'} a section` : undefined}
        >
          <Pick
            label="Folding machine"
            value={finish.folder?.id ?? 'none'}
            options={[
              { key: 'none', label: kind === 'saddle-stitched' ? 'By the stitcher, once' : 'Not here' },
              ...folders.map((f) => ({ key: f.id, label: f.name, detail: `to ${f.maxFolds ?? 4} folds` })),
            ]}
            onChange={(id) => {
              const folder = folders.find((f) => f.id === id) ?? null;
              change({ finish: { folder } }, folder ? `sections folded on ${folder.name}` : 'no folding machine');
            }}
          />
        </Row>
      )}
    </>
  );
}
