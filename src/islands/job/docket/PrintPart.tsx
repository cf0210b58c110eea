import { useMemo, useState } from 'react';
import { loadsOf, parseRanges, type LoadPart } from '../../../core';
import { Button } from '../../../ui/Button';
import { make, newId } from '../../../ui/client';
import { Dialog } from '../../../ui/Dialog';
import { Pick } from '../../../ui/choices';
import { CountField, Entry, Row } from '../../../ui/fields';
import { useNotices } from '../../../ui/Notices';
import { useJob, useJobStore } from '../context';

/** Further copies, or single sheets once more: of the job as it is now. */
export function PrintPart({ isDisabled }: { readonly isDisabled: boolean }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button isDisabled={isDisabled} onPress={() => setOpen(true)}>
        Print a part…
      </Button>
      <Dialog title="Print a part" open={open} onClose={() => setOpen(false)}>
        {open && <Parts done={() => setOpen(false)} />}
      </Dialog>
    </>
  );
}

function Parts({ done }: { readonly done: () => void }) {
  const store = useJobStore();
  const plan = useJob((s) => s.plan);
  const loads = useMemo(() => loadsOf(plan), [plan]);
  const [at, setAt] = useState(0);
  const [ranges, setRanges] = useState('all');
  const [times, setTimes] = useState(1);
  const load = loads[at] ?? loads[0]!;
  const n = load.sheets.length;
  const sheets = parseRanges(ranges, n) ?? [];
  const total = sheets.reduce((sum, r) => sum + r.to - r.from + 1, 0) * times;
  const parts = sheets.map((r): LoadPart => ({
    sheets: r.from === 1 && r.to === n ? null : { from: r.from, to: r.to },
    times,
  }));
  const send = async (): Promise<void> => {
    const { say } = useNotices.getState();
    try {
      if (!(await store.getState().settled())) return;
      const { saved } = store.getState();
      await make(`/api/jobs/${saved.id}/deliveries`, 'POST', {
        id: newId(),
        base: saved.version,
        only: { load: at, parts },
      } as { id: string });
      say({ tone: 'fine', text: `Accepted for ${load.machine.name}. It is sent once, whatever happens here.` });
      done();
    } catch (e) {
      say({ tone: 'stop', text: (e as Error).message });
    }
  };
  return (
    <>
      {loads.length > 1 && (
        <Row label="Of">
          <Pick
            label="Load"
            value={String(at)}
            options={loads.map((l, i) => ({
              key: String(i),
              label: `${plan.sheets.at(l.sheets[0]! - 1).called}, ${l.sheets.length} ${l.sheets.length === 1 ? 'sheet' : 'sheets'}`,
            }))}
            onChange={(key) => setAt(Number(key))}
          />
        </Row>
      )}
      <Row label="Sheets" hint={`of ${n}: all, or some such as 3-5, 8`}>
        <Entry
          label="Sheets"
          shown={ranges}
          wide
          take={(text) => {
            if (!parseRanges(text, n)) throw new Error(`Type all, or sheets from 1 to ${n}: 3-5, 8.`);
            setRanges(text.trim());
          }}
        />
      </Row>
      <Row label="Times" hint={load.sides === 2 ? 'each printed on both sides' : undefined}>
        <CountField label="Times" value={times} max={100_000} onChange={setTimes} />
      </Row>
      <div className="mt-3 flex gap-2">
        <Button kind="next" onPress={() => void send()}>
          Print {total} {total === 1 ? 'sheet' : 'sheets'}
        </Button>
        <Button kind="quiet" onPress={done}>
          Print nothing
        </Button>
      </div>
    </>
  );
}
