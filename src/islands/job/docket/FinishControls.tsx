import { Pick, Toggle } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useJob } from '../context';

/** Folding and stitching. */
export function FinishControls() {
  const { docket, change, store, plan } = useJob();
  const shop = store((s) => s.shop);
  const { finish } = docket;
  const sheets = plan.sheets.length;
  return (
    <>
      <Row label="Finishing">
        <Toggle
          label="Fold and stitch"
          value={finish.stitch}
          onChange={(stitch) => change({ finish: { stitch } }, stitch ? 'fold and stitch' : 'no finishing here')}
        />
      </Row>
      {finish.stitch && (
        <Row label="Machine" hint={`${sheets} of at most ${finish.finisher.maxSheets} sheets`}>
          <Pick
            label="Finishing machine"
            value={finish.finisher.id}
            options={shop.finishers.map((f) => ({ key: f.id, label: f.name, detail: `to ${f.maxSheets} sheets` }))}
            onChange={(id) => {
              const finisher = shop.finishers.find((f) => f.id === id);
              if (finisher) change({ finish: { finisher } }, `finish on ${finisher.name}`);
            }}
          />
        </Row>
      )}
    </>
  );
}
