import { useRef, useState } from 'react';
import { Menu, MenuItem, Popover } from 'react-aria-components';
import { MoreHorizontal } from 'lucide-react';
import { POPOVER } from '../../ui/popover';
import type { ListedJob } from '../../ui/views';
import { ITS_OWN } from './its-own';
import { copyJob, exportJobs, markJobs, removeJobs, sendJobs } from './acts';

const ITEM = 'cursor-pointer px-3 py-1.5 outline-none data-[focused]:bg-oat-deep data-[disabled]:text-ink-soft';

/** The button of a row's menu; the menu itself is made when it is opened, as there are hundreds of rows. */
export function RowMenu({ job }: { readonly job: ListedJob }) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        ref={trigger}
        {...ITS_OWN}
        aria-label={`Acts on ${job.summary.title}`}
        aria-haspopup="menu"
        aria-expanded={open}
        onClick={(e) => {
          e.stopPropagation();
          setOpen(true);
        }}
        className="inline-grid size-8 place-items-center rounded-sm border border-transparent hover:border-ink/40"
      >
        <MoreHorizontal size={16} aria-hidden />
      </button>
      {open && (
        <Popover
          triggerRef={trigger}
          isOpen
          onOpenChange={setOpen}
          aria-label={`Acts on ${job.summary.title}`}
          className={POPOVER}
          placement="bottom end"
        >
          <Acts job={job} close={() => setOpen(false)} />
        </Popover>
      )}
    </>
  );
}

/** What can be done with one job. */
function Acts({ job, close }: { readonly job: ListedJob; readonly close: () => void }) {
  const { title } = job.summary;
  const done = job.standing === 'done';
  const ACTS: Readonly<Record<string, () => void>> = {
    open: () => window.location.assign(`/jobs/${job.id}`),
    card: () => window.open(`/api/jobs/${job.id}/card`, '_blank', 'noopener'),
    copy: () => void copyJob(job),
    send: () => void sendJobs([job]),
    export: () => void exportJobs([job]),
    done: () => void markJobs([job], !done),
    remove: () => void removeJobs([job]),
  };
  return (
    <Menu
      aria-label={`Acts on ${title}`}
      autoFocus
      onClose={close}
      className="py-1 outline-none"
      onAction={(key) => ACTS[String(key)]?.()}
      disabledKeys={job.summary.stops > 0 ? ['send'] : []}
    >
      <MenuItem id="open" className={ITEM}>
        Open
      </MenuItem>
      <MenuItem id="send" className={ITEM}>
        Send to its press
      </MenuItem>
      <MenuItem id="export" className={ITEM}>
        Export the sheets
      </MenuItem>
      <MenuItem id="card" className={ITEM}>
        Job card
      </MenuItem>
      <MenuItem id="copy" className={ITEM}>
        Make a copy
      </MenuItem>
      <MenuItem id="done" className={ITEM}>
        {done ? 'Not done yet' : 'Done'}
      </MenuItem>
      <MenuItem id="remove" className={ITEM}>
        Remove
      </MenuItem>
    </Menu>
  );
}
