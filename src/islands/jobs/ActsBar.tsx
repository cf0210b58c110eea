import { useState } from 'react';
import { CalendarDays, Check, Download, Send, Trash2, Undo2, X } from 'lucide-react';
import { Dialog, DialogTrigger, Popover } from 'react-aria-components';
import { Button } from '../../ui/Button';
import { Entry } from '../../ui/fields';
import { Meter } from '../../ui/Meter';
import { POPOVER } from '../../ui/popover';
import type { ListedJob } from '../../ui/views';
import {
  bringJobsBack,
  dateJobs,
  exportJobs,
  jobsSaid,
  markJobs,
  removeJobs,
  sendJobs,
  stopActs,
  useActs,
} from './acts';

/** What can be done with all that is marked, or how far that is. */
export function ActsBar({
  marked,
  removed,
  clear,
}: {
  readonly marked: readonly ListedJob[];
  /** Whether these are jobs that were removed. */
  readonly removed: boolean;
  readonly clear: () => void;
}) {
  const now = useActs((s) => s.now);
  if (now)
    return (
      <div className="flex items-center gap-3 border border-ink/50 bg-paper px-3 py-1.5" role="status">
        <span className="shrink-0">
          {now.label} {now.done + 1} of {now.total}
        </span>
        <Meter label={now.label} done={now.done} total={now.total} />
        <Button small onPress={stopActs}>
          Stop
        </Button>
      </div>
    );
  if (marked.length === 0) return null;
  const after =
    (act: (jobs: readonly ListedJob[]) => Promise<void>): (() => void) =>
    () =>
      void act(marked).then(clear);
  const allDone = marked.every((j) => j.standing === 'done');
  return (
    <div
      role="toolbar"
      aria-label="Acts on what is marked"
      className="flex flex-wrap items-center gap-2 border border-ink/50 bg-paper px-3 py-1.5"
    >
      <span className="mr-2 font-semibold">{jobsSaid(marked.length)} marked</span>
      {removed ? (
        <Button small onPress={after(bringJobsBack)}>
          <Undo2 size={14} aria-hidden /> Bring back
        </Button>
      ) : (
        <>
          <Button small onPress={after(sendJobs)}>
            <Send size={14} aria-hidden /> Send
          </Button>
          <Button small onPress={after(exportJobs)}>
            <Download size={14} aria-hidden /> Export
          </Button>
          <DueOfMany marked={marked} done={clear} />
          <Button small onPress={after((jobs) => markJobs(jobs, !allDone))}>
            <Check size={14} aria-hidden /> {allDone ? 'Not done yet' : 'Done'}
          </Button>
          <Button small onPress={after((jobs) => removeJobs(jobs))}>
            <Trash2 size={14} aria-hidden /> Remove
          </Button>
        </>
      )}
      <Button small kind="quiet" className="ml-auto" onPress={clear}>
        <X size={14} aria-hidden /> Mark none
      </Button>
    </div>
  );
}

function DueOfMany({ marked, done }: { readonly marked: readonly ListedJob[]; readonly done: () => void }) {
  const [open, setOpen] = useState(false);
  return (
    <DialogTrigger isOpen={open} onOpenChange={setOpen}>
      <Button small>
        <CalendarDays size={14} aria-hidden /> Due
      </Button>
      <Popover className={`${POPOVER} p-3`} placement="bottom start">
        <Dialog aria-label="Due" className="outline-none">
          <Entry
            label={`Due, ${jobsSaid(marked.length)}`}
            type="date"
            shown=""
            wide
            autoFocus
            take={(text) => {
              if (!/^\d{4}-\d\d-\d\d$/.test(text)) throw new Error('Type a date.');
              setOpen(false);
              void dateJobs(marked, text).then(done);
            }}
          />
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}
