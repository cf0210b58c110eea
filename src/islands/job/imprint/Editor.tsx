import { useMemo, useState } from 'react';
import { ChevronLeft, ChevronRight, Trash2 } from 'lucide-react';
import { Choice } from '../../../ui/choices';
import { Button } from '../../../ui/Button';
import { Dialog } from '../../../ui/Dialog';
import { CountField } from '../../../ui/fields';
import { wholeNumber } from '../../../core';
import { useJob, useJobStore } from '../context';
import { CounterFields } from './CounterFields';
import { ImprintFields } from './ImprintFields';
import { KindIcon } from './KindIcon';
import { PageToSet } from './PageToSet';
import { CALLED, lookingAt, putOn, withFresh, withoutPrint, type Fresh, type Looking } from './wishes';

interface Props {
  /** Which imprint is looked at. */
  readonly at: number;
  readonly go: (at: number) => void;
  readonly onClose: () => void;
}

/** The page with its imprints, to be placed by hand, and the figures of the one that is looked at. */
export function Editor({ at, go, onClose }: Props) {
  const docket = useJob((s) => s.docket);
  const artwork = useJob((s) => s.artwork);
  const plan = useJob((s) => s.plan);
  const looking = useMemo(() => lookingAt(docket, artwork, plan), [docket, artwork, plan]);
  const [record, setRecord] = useState(0);
  const [page, setPage] = useState(1);
  const { prints } = docket.imprint;
  const print = prints[at];
  if (!print) return null;
  const now = { record: Math.min(record, looking.records - 1), page: Math.min(page, looking.pages) };
  return (
    <Dialog title="Imprint" wide open onClose={onClose}>
      <div className="grid gap-4 min-[900px]:grid-cols-[minmax(0,1fr)_23rem]">
        <div>
          <PageToSet at={at} go={go} place={looking.place(now.record, now.page)} />
          <Stepping looking={looking} now={now} setRecord={setRecord} setPage={setPage} />
        </div>
        <div className="max-h-[72vh] overflow-y-auto pr-1">
          <Prints at={at} go={go} onClose={onClose} />
          <ImprintFields key={at} at={at} />
          <CounterFields at={at} />
        </div>
      </div>
    </Dialog>
  );
}

/** The imprints by name, and more of them. */
function Prints({ at, go, onClose }: Props) {
  const { imprint, change } = useJob(({ docket, change }) => ({ imprint: docket.imprint, change }));
  const store = useJobStore();
  const add = (kind: Fresh): void => {
    const { docket, artwork, plan } = store.getState();
    change(withFresh(docket, artwork, plan, kind), putOn(kind));
    go(imprint.prints.length);
  };
  return (
    <div className="mb-2 border-b border-ink/25 pb-2">
      <ul className="flex flex-wrap gap-1" aria-label="Imprints">
        {imprint.prints.map((p, i) => (
          <li key={i}>
            <Button
              small
              onPress={() => go(i)}
              aria-pressed={i === at}
              className={i === at ? 'border-rust! font-bold!' : ''}
            >
              <KindIcon print={p} counters={imprint.counters} /> {p.name}
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-1 flex flex-wrap gap-1">
        {(['number', 'words', 'code', 'picture'] as const).map((kind) => (
          <Button key={kind} small kind="quiet" onPress={() => add(kind)}>
            + {CALLED[kind]}
          </Button>
        ))}
        <Button
          small
          kind="quiet"
          className="ml-auto"
          onPress={() => {
            change(withoutPrint(imprint, at), `${imprint.prints[at]!.name} taken off`);
            if (imprint.prints.length === 1) onClose();
            else go(Math.max(0, at - 1));
          }}
        >
          <Trash2 size={13} aria-hidden /> Take off
        </Button>
      </div>
    </div>
  );
}

/** Which record and page is looked at: one after the other, by number, or those that are likeliest to be too long. */
function Stepping({
  looking,
  now,
  setRecord,
  setPage,
}: {
  readonly looking: Looking;
  readonly now: { readonly record: number; readonly page: number };
  readonly setRecord: (record: number) => void;
  readonly setPage: (page: number) => void;
}) {
  const table = useJob((s) => s.artwork.table);
  const prints = useJob((s) => s.docket.imprint.prints);
  const { records, pages } = looking;
  const columns = (table?.columns ?? []).filter((c) => prints.some((p) => p.text.includes(`{${c.name}}`)));
  const all = looking.records === (table?.rows ?? 0);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
      {records > 1 && (
        <span className="flex items-center gap-1" role="group" aria-label="Record">
          <Button
            small
            aria-label="Record before"
            isDisabled={now.record === 0}
            onPress={() => setRecord(now.record - 1)}
          >
            <ChevronLeft size={14} />
          </Button>
          <CountField label="Record" value={now.record + 1} max={records} onChange={(n) => setRecord(n - 1)} />
          <span className="num text-xs">of {wholeNumber(records)}</span>
          <Button
            small
            aria-label="Next record"
            isDisabled={now.record === records - 1}
            onPress={() => setRecord(now.record + 1)}
          >
            <ChevronRight size={14} />
          </Button>
        </span>
      )}
      {all &&
        columns.slice(0, 3).map((c) => (
          <span key={c.name} className="flex items-center gap-1">
            <span className="text-xs text-ink-soft">{c.name}:</span>
            <Button small kind="quiet" onPress={() => setRecord(c.longest)}>
              longest
            </Button>
            <Button small kind="quiet" onPress={() => setRecord(c.shortest)}>
              shortest
            </Button>
          </span>
        ))}
      {pages > 1 && pages <= 6 && (
        <Choice
          label="Page"
          value={String(now.page)}
          options={Array.from({ length: pages }, (_, i) => ({ key: String(i + 1), label: `Page ${i + 1}` }))}
          onChange={(key) => setPage(Number(key))}
        />
      )}
      {pages > 6 && (
        <span className="flex items-center gap-1">
          Page <CountField label="Page" value={now.page} max={pages} onChange={setPage} />
        </span>
      )}
    </div>
  );
}
