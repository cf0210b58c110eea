import { Trash2 } from 'lucide-react';
import { Button } from '../../ui/Button';
import { pictureUrl } from '../../ui/client';
import { Meter } from '../../ui/Meter';
import { Severity } from '../../ui/Severity';
import type { ListedJob } from '../../ui/views';

/** When a job is needed, as one says it. */
function dueText(due: string | null): string {
  if (!due) return 'no date yet';
  const days = Math.round((Date.parse(due) - Date.parse(new Date().toISOString().slice(0, 10))) / 86_400_000);
  if (days < 0) return days === -1 ? 'due yesterday' : `${-days} days late`;
  if (days === 0) return 'due today';
  if (days === 1) return 'due tomorrow';
  return `due ${new Date(due).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' })}`;
}

function State({ job }: { readonly job: ListedJob }) {
  const { summary: s, delivery: d } = job;
  if (d && d.state === 'completed')
    return (
      <span className="flex items-center gap-2 text-moss">
        <Severity of="fine" /> printed
      </span>
    );
  if (d && !['canceled', 'aborted', 'unsure'].includes(d.state))
    return (
      <span className="grid gap-1">
        <span className="flex justify-between gap-2">
          <span>{d.state}</span>
          <span className="num text-sm">
            {d.sheets_done} of {d.sheets_total}
          </span>
        </span>
        <Meter
          label={`Sheets of job ${job.number}`}
          done={d.sheets_done}
          total={d.sheets_total}
          tone={d.state === 'stopped' ? 'rust' : 'ink'}
        />
      </span>
    );
  if (s.stops > 0 || s.looks > 0)
    return (
      <span className="flex items-start gap-2">
        <span className="pt-0.5">
          <Severity of={s.stops > 0 ? 'stop' : 'look'} />
        </span>
        <span className="line-clamp-2 text-sm">{s.firstFinding}</span>
      </span>
    );
  return (
    <span className="flex items-center gap-2">
      <Severity of="fine" /> ready to send
    </span>
  );
}

/** A job in the list: what it is, when it is due, and how far it has come. */
export function JobRow({ job, onRemove }: { readonly job: ListedJob; readonly onRemove: () => void }) {
  const { summary: s } = job;
  return (
    <li className="group relative grid grid-cols-[3.4rem_1.6rem_minmax(0,1fr)_2rem] items-center gap-x-4 gap-y-1 min-[900px]:grid-cols-[3.4rem_1.6rem_1fr_9rem_16rem_2rem] border-b border-ink/20 py-2 hover:bg-oat-deep/60">
      <span className="grid h-14 place-items-center">
        {s.pages > 0 && (
          <img
            src={pictureUrl(s.sha256, 1, 160)}
            alt=""
            loading="lazy"
            className="max-h-14 max-w-[3.4rem] border border-ink/30 bg-paper"
          />
        )}
      </span>
      <span className="num text-right text-ink-soft">{job.number}</span>
      <span className="min-w-0">
        <a
          href={`/jobs/${job.id}`}
          className="block truncate font-head text-lg leading-tight font-semibold after:absolute after:inset-0"
        >
          {s.title}
        </a>
        <span className="flex items-center gap-1.5 text-sm text-ink-soft">
          <span
            className="inline-block size-3 shrink-0 border border-ink/40"
            style={{ background: s.swatch }}
            aria-hidden
          />
          <span>
            {s.copies} × {s.pages} pages, {s.finished}, on {s.stock}, {s.up} up, {s.sheets} sheets
          </span>
        </span>
      </span>
      <span className="text-sm max-[900px]:col-start-3">{dueText(s.due)}</span>
      <span className="max-[900px]:col-start-3">
        <State job={job} />
      </span>
      <Button
        kind="quiet"
        small
        aria-label={`Remove ${s.title}`}
        className="relative opacity-60 group-hover:opacity-100 focus-visible:opacity-100 max-[900px]:col-start-4 max-[900px]:row-start-1"
        onPress={onRemove}
      >
        <Trash2 size={15} />
      </Button>
    </li>
  );
}
