import { useState } from 'react';
import {
  formatNumber,
  lying,
  machineTakes,
  MOST_PROOFED,
  proofSaid,
  type Machine,
  type ProofWish,
  type Stock,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { ask, make, newId } from '../../../ui/client';
import { download } from '../../../ui/download';
import { Dialog } from '../../../ui/Dialog';
import { LengthField, Row } from '../../../ui/fields';
import { useNotices } from '../../../ui/Notices';
import { useUnit } from '../../../ui/unit';
import { useJob, useJobStore } from '../context';

/** Sheets beyond which a proof is not counted while it is thought about: a long run is not gone through at every click. */
const MOST_COUNTED = 500;

/** The same sheets on another machine first: whole and made smaller, cropped, or in panels. */
export function ProofElsewhere({ onClose }: { readonly onClose: () => void }) {
  const { shop, docket, plan } = useJob(({ shop, docket, plan }) => ({ shop, docket, plan }));
  const { unit } = useUnit();
  const others = shop.machines.filter((m) => m.id !== docket.sheet.machine.id);
  const machines = others.length > 0 ? others : shop.machines;
  const [machineId, setMachine] = useState(machines[0]?.id ?? '');
  const machine = machines.find((m) => m.id === machineId) ?? machines[0]!;
  const stocks = shop.stocks.filter((s) => machineTakes(machine, s));
  const [stockId, setStock] = useState('');
  const stock = stocks.find((s) => s.id === stockId) ?? largest(stocks);
  const [how, setHow] = useState<ProofWish['how']>('scaled');
  const [together, setTogether] = useState(false);
  const [overlap, setOverlap] = useState(10);
  const { running, write } = useProof(onClose);
  const wish = stock && wishFor(machine, stock, { how, together, overlap });
  const said = wish && plan.sheets.length <= MOST_COUNTED ? proofSaid(plan, wish) : null;
  return (
    <Dialog title="Proof elsewhere" open onClose={onClose}>
      <Row label="On">
        <Pick
          label="Machine of the proof"
          value={machine.id}
          options={machines.map((m) => ({ key: m.id, label: m.name }))}
          onChange={setMachine}
        />
      </Row>
      <Row label="Paper">
        {stock ? (
          <Pick
            label="Paper of the proof"
            value={stock.id}
            options={stocks.map((s) => ({ key: s.id, label: `${s.name} ${s.format}`, swatch: s.swatch }))}
            onChange={setStock}
          />
        ) : (
          <span className="text-brick">{machine.name} takes no paper of the shop.</span>
        )}
      </Row>
      <Row label="Sheets are">
        <Choice
          label="How sheets are proofed"
          value={how}
          options={[
            { key: 'scaled', label: 'Whole, made smaller' },
            { key: 'cropped', label: 'Cropped' },
            { key: 'panels', label: 'In panels' },
          ]}
          onChange={setHow}
        />
        {how === 'panels' && (
          <span className="mt-1 flex items-center gap-2 text-sm">
            overlapping by
            <LengthField label="Overlap of panels" value={overlap} unit={unit} max={40} onChange={setOverlap} />
          </span>
        )}
      </Row>
      <Row label="Front and back">
        <Toggle label="Beside each other, as one" value={together} onChange={setTogether} />
      </Row>
      <p role="status" className="my-2 text-sm">
        {said && pagesSaid(said)}
        Every page says in its margin that it is a proof, not for print.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button
          kind="next"
          isDisabled={!wish || running}
          onPress={() => wish && void write(wish, { machine, stock: stock! })}
        >
          A job for {machine.name}
        </Button>
        <Button isDisabled={!wish || running} onPress={() => wish && void write(wish, null)}>
          Export the proof
        </Button>
        {running && <span className="self-center text-sm">being written…</span>}
      </div>
    </Dialog>
  );
}

/** How many pages the proof has, and how large its sheets are on them. */
const pagesSaid = ({ pages, factor }: ReturnType<typeof proofSaid>): string =>
  pages > MOST_PROOFED
    ? `More than ${MOST_PROOFED.toLocaleString('en')} pages: take larger paper. `
    : `${pages.toLocaleString('en')} ${pages === 1 ? 'page' : 'pages'}, at ${formatNumber(factor * 100, 1)} % of its size. `;

const largest = (stocks: readonly Stock[]): Stock | undefined =>
  [...stocks].sort((a, b) => b.width * b.height - a.width * a.height)[0];

const wishFor = (
  { noPrint }: Machine,
  stock: Stock,
  more: Pick<ProofWish, 'how' | 'together' | 'overlap'>,
): ProofWish => {
  const { width, height } = lying(stock);
  return { ...more, paper: { width, height }, noPrint };
};

interface Written {
  readonly id: string;
  readonly state: string;
  readonly message: string | null;
}

/** Has a proof written; then downloads it, or makes a job of it and goes there. */
function useProof(onClose: () => void) {
  const store = useJobStore();
  const [running, setRunning] = useState(false);
  const write = async (proof: ProofWish, to: { machine: Machine; stock: Stock } | null): Promise<void> => {
    const { say } = useNotices.getState();
    setRunning(true);
    try {
      if (!(await store.getState().settled())) return;
      const jobId = store.getState().saved.id;
      const made = await make<{ id: string }>(`/api/jobs/${jobId}/exports`, 'POST', { id: newId(), proof } as {
        id: string;
      });
      await ended(made.id);
      if (to) {
        const job = { id: newId(), machine: to.machine.id, stock: to.stock.id };
        const { id } = await make<{ id: string }>(`/api/exports/${made.id}/job`, 'POST', job);
        location.assign(`/jobs/${id}`);
        return;
      }
      download(`/api/exports/${made.id}/file`);
      onClose();
    } catch (e) {
      say({ tone: 'stop', text: (e as Error).message });
    } finally {
      setRunning(false);
    }
  };
  return { running, write };
}

/** Waits until an export has come to its end. @throws where it was not written */
async function ended(id: string): Promise<void> {
  for (;;) {
    const { state, message } = await ask<Written>(`/api/exports/${id}`);
    if (state === 'done') return;
    if (state === 'failed' || state === 'canceled') throw new Error(message ?? 'The proof could not be written.');
    await new Promise((r) => setTimeout(r, 250));
  }
}
