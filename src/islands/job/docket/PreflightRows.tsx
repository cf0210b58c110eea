import { useEffect, useState } from 'react';
import { makeReady, printedAs, setStraight, type CheckId, type PrintedAs } from '../../../core';
import { reportFor, type JobFinding, type JobReport, type PreflightReport } from '../../../core/preflight';
import { Button } from '../../../ui/Button';
import { ask, Refused } from '../../../ui/client';
import { Pick } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useHouse } from '../../../ui/house';
import { useKeys } from '../../../ui/keys';
import { useNotices } from '../../../ui/Notices';
import { Severity } from '../../../ui/Severity';
import { inspectedOf, useJob, useJobStore } from '../context';
import { lookAt, useFileOutcome } from '../looking';

type FileCheck =
  | { readonly state: 'asking' }
  | { readonly state: 'working'; readonly done: number; readonly total: number }
  | { readonly state: 'done'; readonly report: PreflightReport }
  | { readonly state: 'stopped'; readonly why: string };

/** How often it is asked how far it has come, ms. */
const BEAT = 600;

/** What preflight finds in a file: asked for until it is known. @param times counts up to ask anew */
function useCheck(sha256: string, { bleed, scale, ink }: PrintedAs, rules: string | null, times: number): FileCheck {
  const of = `${sha256} ${bleed} ${scale} ${ink} ${rules} ${times}`;
  const [known, set] = useState<{ readonly of: string; readonly check: FileCheck }>({ of, check: { state: 'asking' } });
  useEffect(() => {
    let wanted = true;
    let next: ReturnType<typeof setTimeout> | undefined;
    const once = async (): Promise<void> => {
      let check: FileCheck;
      try {
        const by = rules === null ? '' : `&rules=${encodeURIComponent(rules)}`;
        check = await ask<FileCheck>(`/api/artworks/${sha256}/check?bleed=${bleed}&scale=${scale}&ink=${ink}${by}`);
      } catch (e) {
        check = { state: 'stopped', why: e instanceof Refused ? e.message : 'Nobody answers. Check again.' };
      }
      if (!wanted) return;
      set({ of, check });
      if (check.state === 'working') next = setTimeout(() => void once(), BEAT);
    };
    if (sha256) void once();
    return () => {
      wanted = false;
      clearTimeout(next);
    };
  }, [of, sha256, bleed, scale, ink, rules]);
  return known.of === of ? known.check : { state: 'asking' };
}

/** What is found in each of the job's files, and what is done about it. */
export function PreflightRows() {
  const files = useJob(({ docket }) => [docket.artwork.file, ...docket.artwork.more]);
  return (
    <>
      {files.map((file, i) => (
        <FileRow
          key={`${i} ${file.sha256 ?? ''}`}
          sha256={file.sha256 ?? ''}
          file={i}
          name={files.length > 1 ? file.name : null}
        />
      ))}
      <RulesRow />
    </>
  );
}

const LINK = 'underline underline-offset-2 hover:no-underline';

/** By which of the shop's rules files are checked; and what came of it, to be sent on. */
function RulesRow() {
  const id = useJob((s) => s.saved.id);
  const { rules, change } = useJob(({ docket, change }) => ({ rules: docket.artwork.rules ?? null, change }));
  const house = useHouse();
  const kept = house?.rules ?? [];
  const gone = house !== null && rules !== null && !kept.some((k) => k.name === rules);
  return (
    <Row label="Report">
      {(kept.length > 1 || gone) && (
        <span className="mb-1 block">
          <Pick
            label="Rules that files are checked by"
            value={rules ?? kept[0]?.name ?? ''}
            options={[
              ...(gone
                ? [{ key: rules, label: rules, detail: 'the shop keeps them no more: its first are taken' }]
                : []),
              ...kept.map((k, i) => ({
                key: k.name,
                label: k.name,
                ...(i === 0 ? { detail: 'the shop’s first' } : {}),
              })),
            ]}
            onChange={(name) =>
              change({ artwork: { rules: name === kept[0]?.name ? null : name } }, `checked by ${name}`)
            }
          />
        </span>
      )}
      <span className="flex gap-3 pt-1 text-sm">
        <a className={LINK} href={`/api/jobs/${id}/report`} target="_blank" rel="noreferrer">
          as PDF
        </a>
        <a className={LINK} href={`/api/jobs/${id}/check`} target="_blank" rel="noreferrer">
          as JSON
        </a>
      </span>
    </Row>
  );
}

/** A report's outcome as it is said: what still wants a look comes before that it is clean. */
function outcomeSaid(report: JobReport): { readonly severity: 'stop' | 'look' | 'fine'; readonly said: string } {
  const looks = report.findings.filter((f) => f.mended === null && f.weight === 'look').length;
  if (report.outcome === 'failed') return { severity: 'stop', said: 'Failed' };
  if (looks > 0) return { severity: 'look', said: looks === 1 ? 'One thing to look at' : `${looks} things to look at` };
  return { severity: 'fine', said: report.outcome === 'mended' ? 'Mended' : 'Clean' };
}

function FileRow({
  sha256,
  file,
  name,
}: {
  readonly sha256: string;
  readonly file: number;
  readonly name: string | null;
}) {
  const { wish, sheet, ...printed } = useJob(({ docket, artwork }) => ({
    wish: docket.artwork,
    sheet: docket.sheet,
    ...printedAs(docket, artwork, file),
  }));
  const [times, again] = useState(0);
  const check = useCheck(sha256, printed, wish.rules ?? null, times);
  const report = check.state === 'done' ? reportFor(check.report, { artwork: wish, sheet }, sha256, file) : null;
  const outcome = report && outcomeSaid(report);
  const worst = outcome?.severity;
  useEffect(() => {
    if (worst) useFileOutcome.setState({ [sha256]: worst });
  }, [sha256, worst]);
  if (check.state !== 'done' || !report || !outcome)
    return (
      <Row label="Checked" hint={name ?? undefined}>
        <span role="status" className="flex flex-wrap items-center gap-2 pt-1 text-sm">
          {check.state === 'stopped'
            ? check.why
            : check.state === 'working' && check.total > 1
              ? `Page ${check.done} of ${check.total} …`
              : 'Being looked over …'}
          {check.state === 'working' && (
            <Button small onPress={() => void ask(`/api/artworks/${sha256}/check`, 'DELETE').catch(() => undefined)}>
              Stop
            </Button>
          )}
          {check.state === 'stopped' && (
            <Button small onPress={() => again(times + 1)}>
              Check again
            </Button>
          )}
        </span>
      </Row>
    );
  const { severity, said } = outcome;
  return (
    <Row label="Checked" hint={name ?? undefined}>
      <span className="flex flex-wrap items-center gap-2">
        <Severity of={severity} />
        <strong className="font-semibold">{said}</strong>
        {file === 0 && <MakeReady thin={report.findings.some((f) => f.check === 'thin-lines')} />}
      </span>
      <ul className="mt-1">
        {report.findings.map((f) => (
          <FindingLine key={f.check} finding={f} file={file} sha256={sha256} />
        ))}
      </ul>
    </Row>
  );
}

/** Does in one go all that loses nothing, and says what it was. */
function MakeReady({ thin }: { readonly thin: boolean }) {
  const store = useJobStore();
  const change = useJob((s) => s.change);
  const press = (): void => {
    const { patch, done } = makeReady(inspectedOf(store.getState()), thin);
    if (patch) change(patch, 'made ready');
    const text =
      done.length > 0
        ? `Made ready: ${done.join('; ')}.`
        : 'There is nothing that could be mended without losing something.';
    useNotices.getState().say({ tone: 'fine', text });
  };
  useKeys({ a: press });
  return (
    <Button small keys="a" onPress={press}>
      Make ready
    </Button>
  );
}

/** Pages of a finding that are named, each a way there. */
const NAMED = 12;

function FindingLine({
  finding,
  file,
  sha256,
}: {
  readonly finding: JobFinding;
  readonly file: number;
  readonly sha256: string;
}) {
  const [open, setOpen] = useState(false);
  const { check, weight, title, why, mend, count, places, passed } = finding;
  const mended = finding.mended ?? (passed ? 'let pass: it is printed all the same' : null);
  const pages = [...new Set(places.flatMap((p) => (p.page === null ? [] : [p.page])))];
  const marked = places.flatMap(({ page, box, said }) => (page === null || box === null ? [] : [{ page, box, said }]));
  return (
    <li className="border-t border-ink/15 py-1 text-sm">
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="flex min-h-7 w-full cursor-pointer items-start gap-2 text-left"
      >
        <span className="pt-1">
          <Severity of={mended === null ? weight : 'fine'} />
        </span>
        <span className={mended === null ? 'pt-0.5' : 'pt-0.5 text-ink-soft'}>
          {title}
          {count > 1 && <span className="text-ink-soft"> · {count}</span>}
          {mended !== null && <span className="block text-xs">{mended}</span>}
        </span>
      </button>
      {open && (
        <div className="pb-1 pl-6">
          <p>{why}</p>
          <p className="mt-1 text-ink-soft">{mend}</p>
          {pages.length === 0 && places.map((p, i) => <p key={i}>{p.said}</p>)}
          <p className="mt-1 flex flex-wrap gap-1">
            {pages.slice(0, NAMED).map((page) => (
              <Button
                key={page}
                small
                onPress={() => lookAt({ file, page, places: marked })}
                aria-label={`${title}: page ${page}`}
              >
                {page}
              </Button>
            ))}
            {pages.length > NAMED && <span className="self-center">and {pages.length - NAMED} more</span>}
          </p>
          {check === 'crooked' && mended === null && (
            <SetStraight {...{ places, file }} untold={count - places.length} />
          )}
          {weight === 'stop' && finding.mended === null && <LetPass {...{ check, sha256, title, passed }} />}
        </div>
      )}
    </li>
  );
}

/** Scans set straight, each by its own angle. */
function SetStraight({
  places,
  file,
  untold,
}: {
  readonly places: JobFinding['places'];
  readonly file: number;
  /** How many there are beyond those places. */
  readonly untold: number;
}) {
  const store = useJobStore();
  const press = (): void => {
    const { docket, artwork, change } = store.getState();
    const pages = places.flatMap(({ page, lies }) => (page !== null && lies ? [{ page, lies }] : []));
    const { work, left } = setStraight(docket, artwork, file, pages);
    change({ artwork: { work } }, pages.length === 1 ? 'a scan set straight' : `${pages.length} scans set straight`);
    const stay = left + untold;
    if (stay > 0)
      useNotices.getState().say({
        tone: 'look',
        text: `${stay} pages stay as they are: there is no room for more wishes of single pages. Have the scans set straight before they come.`,
      });
  };
  return (
    <Button small onPress={press}>
      Set straight
    </Button>
  );
}

/** What stops the job may be let pass, and asked about again. */
function LetPass({
  check,
  sha256,
  title,
  passed,
}: {
  readonly check: CheckId;
  readonly sha256: string;
  readonly title: string;
  readonly passed: boolean;
}) {
  const { all, change } = useJob(({ docket, change }) => ({ all: docket.artwork.passed ?? null, change }));
  const others = (all ?? []).filter((p) => p.sha256 !== sha256 || p.check !== check);
  const next = passed ? others : [...others, { sha256, check }];
  return (
    <Button
      small
      onPress={() =>
        change(
          { artwork: { passed: next.length > 0 ? next : null } },
          passed ? `asked again: ${title}` : `let pass: ${title}`,
        )
      }
    >
      {passed ? 'Ask again' : 'Let it pass'}
    </Button>
  );
}
