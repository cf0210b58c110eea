import { createContext, memo, useContext } from 'react';
import { GridListItem } from 'react-aria-components';
import { Check } from 'lucide-react';
import { wholeNumber } from '../../core';
import { pictureUrl } from '../../ui/client';
import { daysUntil } from '../../ui/days';
import { Meter } from '../../ui/Meter';
import { Severity } from '../../ui/Severity';
import { Swatch } from '../../ui/Swatch';
import type { ListedJob } from '../../ui/views';
import { useWriting } from '../../ui/writing';
import { ITS_OWN } from './its-own';
import { RowMenu } from './RowMenu';

/** When a job is needed, as one says it. */
export function Due({ due, done }: { readonly due: string | null; readonly done: boolean }) {
  const { day } = useWriting();
  if (!due) return <span className="text-ink-soft">no day yet</span>;
  const days = daysUntil(due);
  if (done || days > 1) return <>{day(due, true)}</>;
  if (days === 1) return <>tomorrow</>;
  return (
    <span className="font-semibold text-brick">
      {days === 0 ? 'today' : days === -1 ? 'yesterday' : `${-days} days late`}
    </span>
  );
}

const SENT: Readonly<Record<string, string>> = {
  preparing: 'writing the sheets',
  unsure: 'not known: look in its tray',
};

/** What a job waits for, or how far it has come. */
function Where({ job }: { readonly job: ListedJob }) {
  const { summary: s, delivery: d, standing } = job;
  if (standing === 'on the floor' && d)
    return (
      <span className="grid gap-0.5">
        <span className="flex justify-between gap-2 text-sm">
          <span className={d.state === 'stopped' ? 'font-semibold text-brick' : ''}>{SENT[d.state] ?? d.state}</span>
          <span className="num">
            {wholeNumber(d.sheets_done)} of {wholeNumber(d.sheets_total)}
          </span>
        </span>
        <Meter
          label={`Sheets of job ${job.number}`}
          done={d.sheets_done}
          total={d.sheets_total}
          tone={d.state === 'stopped' ? 'rust' : 'ink'}
        />
        {job.changed && <span className="text-xs text-brick">changed since it was sent</span>}
      </span>
    );
  if (standing === 'to finish') return <span className="line-clamp-2 text-sm">{s.finishing.join(', then ')}</span>;
  if (standing === 'done')
    return <span className="text-sm">{job.changed ? 'changed since it was printed' : d ? 'printed' : 'done'}</span>;
  if (d && (d.state === 'unsure' || d.state === 'aborted'))
    return (
      <span className="flex items-start gap-2 text-sm">
        <Severity of="stop" /> {SENT[d.state] ?? `the printer gave it up`}
      </span>
    );
  if (standing === 'to decide')
    return (
      <span className="flex items-start gap-2">
        <span className="pt-0.5">
          <Severity of={s.stops > 0 ? 'stop' : 'look'} />
        </span>
        <span className="line-clamp-2 text-sm leading-snug">{s.firstFinding}</span>
      </span>
    );
  return (
    <span className="flex items-center gap-2 text-sm">
      <Severity of="fine" /> {job.changed ? 'changed since it was printed' : `for ${s.machine || 'the press'}`}
    </span>
  );
}

export const ROW = 62;

/** What stands in a row of the board; the same where it is drawn before the board can be used. */
export function JobCells({ job, marks }: { readonly job: ListedJob; readonly marks?: React.ReactNode }) {
  const { summary: s } = job;
  const pages = `${wholeNumber(s.pages)} ${s.pages === 1 ? 'page' : 'pages'}`;
  const line = `${s.made ?? `${wholeNumber(s.copies)} × ${pages}`}, ${s.finished}, on ${s.stock}, ${s.up} up, ${wholeNumber(s.sheets)} ${s.sheets === 1 ? 'sheet' : 'sheets'}`;
  return (
    <div className="grid h-full grid-cols-[1.6rem_3.4rem_2.2rem_minmax(0,1fr)_2rem] items-center gap-x-3 min-[900px]:grid-cols-[1.6rem_3.4rem_2.2rem_minmax(0,1fr)_11rem_7rem_15rem_2rem]">
      {marks ?? <span />}
      <span className="grid h-12 place-items-center">
        {s.pages > 0 && (
          <img
            src={pictureUrl(s.sha256, 1, 160)}
            alt=""
            loading="lazy"
            decoding="async"
            className="max-h-12 max-w-[3.4rem] border border-ink/30 bg-paper"
          />
        )}
      </span>
      <span className="num text-right text-ink-soft">{job.number}</span>
      <span className="min-w-0">
        <a
          href={`/jobs/${job.id}`}
          {...ITS_OWN}
          className="block truncate font-head text-[1.05rem] leading-tight font-semibold hover:underline"
        >
          {s.title}
        </a>
        <span className="flex items-center gap-1.5 text-sm text-ink-soft" title={line}>
          <Swatch colour={s.swatch} />
          <span className="truncate">{line}</span>
        </span>
      </span>
      <span className="min-w-0 text-sm max-[900px]:hidden" title={s.customer ?? undefined}>
        <span className="block truncate">{s.customer ?? ''}</span>
        {s.order && <span className="block truncate text-ink-soft">order {s.order}</span>}
      </span>
      <span className="text-sm max-[900px]:hidden">
        <Due due={s.due} done={job.standing === 'done'} />
      </span>
      <span className="min-w-0 max-[900px]:hidden">
        <Where job={job} />
      </span>
      {marks === undefined ? <span /> : <RowMenu job={job} />}
    </div>
  );
}

/** A job of the board: what it is, for whom and when, and where it stands. */
export const JobRow = memo(function JobRow({ job }: { readonly job: ListedJob }) {
  return (
    <GridListItem
      id={job.id}
      textValue={`${job.number} ${job.summary.title}`}
      className="h-full border-b border-ink/20 px-2 outline-none hover:bg-oat-deep/60 data-[focus-visible]:outline-3 data-[focus-visible]:-outline-offset-3 data-[focus-visible]:outline-rust data-[selected]:bg-saffron/20"
      data-job={job.number}
    >
      {({ isSelected }) => <JobCells job={job} marks={<MarkBox job={job} on={isSelected} />} />}
    </GridListItem>
  );
});

/** Marks a job, or no longer. */
export const Mark = createContext<(id: string, on: boolean) => void>(() => undefined);

function MarkBox({ job, on }: { readonly job: ListedJob; readonly on: boolean }) {
  const mark = useContext(Mark);
  return (
    <label className="grid size-6 cursor-pointer place-items-center" {...ITS_OWN}>
      <input
        type="checkbox"
        aria-label={`Mark ${job.summary.title}`}
        className="peer sr-only"
        checked={on}
        onChange={(e) => mark(job.id, e.target.checked)}
      />
      <span className="grid size-[1.1rem] place-items-center border border-ink/60 bg-paper peer-checked:border-ink peer-checked:bg-ink peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-rust">
        {on && <Check size={14} strokeWidth={3} className="text-paper" aria-hidden />}
      </span>
    </label>
  );
}
