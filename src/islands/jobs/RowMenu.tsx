import { Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components';
import { MoreHorizontal } from 'lucide-react';
import { Button } from '../../ui/Button';
import { POPOVER } from '../../ui/popover';
import type { ListedJob } from '../../ui/views';
import { copyJob, exportJobs, markJobs, removeJobs, sendJobs } from './acts';

const ITEM = 'cursor-pointer px-3 py-1.5 outline-none data-[focused]:bg-oat-deep data-[disabled]:text-ink-soft';

/** What can be done with one job. */
export function RowMenu({ job }: { readonly job: ListedJob }) {
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
    <MenuTrigger>
      <Button kind="quiet" small aria-label={`Acts on ${title}`}>
        <MoreHorizontal size={16} aria-hidden />
      </Button>
      <Popover aria-label={`Acts on ${title}`} className={POPOVER} placement="bottom end">
        <Menu
          aria-label={`Acts on ${title}`}
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
      </Popover>
    </MenuTrigger>
  );
}
