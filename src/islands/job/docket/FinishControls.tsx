import { Fragment, useMemo } from 'react';
import { Printer } from 'lucide-react';
import {
  duration,
  formatLength,
  gaugeText,
  limitsOn,
  machineDetail,
  machineSetups,
  machinesFor,
  money,
  processesFor,
  processSaid,
  routeWith,
  rulesOf,
  stepOf,
  wholeNumber,
  widestWhite,
  workOf,
  type Finisher,
  type Process,
} from '../../../core';
import { Pick, Toggle } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { CardLink } from '../CardLink';
import { useBook, useJob } from '../context';
import { TrimmedControl } from '../controls';
import { ProgramRow } from './ProgramRow';

/** The route through the finishing machines: a line for every process that the piece goes through. */
export function FinishControls() {
  const { finish, isBook, plan, change } = useJob(({ docket, plan, change }) => ({
    finish: docket.finish,
    isBook: docket.product.kind === 'bound',
    plan,
    change,
  }));
  const processes = processesFor(plan, finish.route);
  const made = plan.assembly.process ?? 'cut';
  const { label } = processSaid(made);
  return (
    <>
      <Row label="Finishing">
        <Toggle
          label={label}
          value={finish.here}
          onChange={(here) => change({ finish: { here } }, here ? label.toLowerCase() : 'no finishing here')}
        />
      </Row>
      {isBook && <TrimmedRow />}
      {finish.here &&
        processes.map((p) => (
          <Fragment key={p}>
            <Step process={p} />
            {(p === 'cut' || (p === 'trim' && !processes.includes('cut'))) && <ProgramRow />}
          </Fragment>
        ))}
      {finish.here && <SetTo />}
    </>
  );
}

/** Whether a stitched booklet is trimmed, or folded only. */
function TrimmedRow() {
  const { product, book, plan } = useBook(({ product, book, plan }) => ({ product, book, plan }));
  const { unit } = useUnit();
  if (rulesOf(product.binding).made !== 'nested') return null;
  const white = widestWhite(plan);
  return (
    <Row
      label="Trimmed"
      hint={
        book.untrimmed
          ? white > 0
            ? `${formatLength(white, unit)} at the edges stay white`
            : 'cut to size flat, then folded'
          : undefined
      }
    >
      <TrimmedControl />
    </Row>
  );
}

/** What the machines that fold, stitch, glue, punch and trim are set to, and the card that lies at them. */
function SetTo() {
  const { docket, plan } = useJob(({ docket, plan }) => ({ docket, plan }));
  const { unit } = useUnit();
  const setups = useMemo(() => machineSetups(docket, plan, unit), [docket, plan, unit]);
  if (setups.length === 0) return null;
  return (
    <details className="group mt-1 border-t border-ink/20 pt-1 text-sm">
      <summary className="cursor-pointer font-semibold">Set-up of the machines</summary>
      <ul aria-label="Set-up of the machines" className="mt-1 space-y-1.5">
        {setups.slice(0, MOST_SETUPS).map(({ machine, what, figures }, i) => (
          <li key={`${i} ${machine}`}>
            {what}, on {machine}
            <dl className="grid grid-cols-[auto_auto_1fr] gap-x-2">
              {figures.map(({ label, value, note }) => (
                <Fragment key={label}>
                  <dt>{label}</dt>
                  <dd className="num text-right font-semibold">{gaugeText(value, unit)}</dd>
                  <dd className="text-ink-soft">{note}</dd>
                </Fragment>
              ))}
            </dl>
          </li>
        ))}
      </ul>
      <CardLink
        card="cuts"
        className="mt-1 inline-flex items-center gap-1.5 underline decoration-ink/30 underline-offset-3 hover:decoration-ink"
      >
        <Printer size={15} aria-hidden /> Set-up card
      </CardLink>
    </details>
  );
}

/** Set-ups in the list: all of them are on the card. */
const MOST_SETUPS = 12;

/** What the line of a process is called; that which makes the piece is called the machine. */
const ROWS: Readonly<Partial<Record<Process, string>>> = {
  cut: 'Cut',
  score: 'Lines',
  fold: 'Folded',
  round: 'Corners',
  trim: 'Trims',
};

/** The machine that does a process, or none. */
function Step({ process }: { readonly process: Process }) {
  const { finish, copies, plan, shop, change } = useJob(({ docket, plan, shop, change }) => ({
    finish: docket.finish,
    copies: docket.product.copies,
    plan,
    shop,
    change,
  }));
  const { unit } = useUnit();
  const now = stepOf(finish, process)?.machine ?? null;
  const known = machinesFor(process, shop);
  // a job keeps a machine that the shop no longer has
  const machines = now && !known.some((m) => m.id === now.id) ? [now, ...known] : known;
  const work = workOf(finish, plan, copies).find((w) => w.step.process === process);
  const { does } = processSaid(process);
  /** What it would take there, or why it cannot be done there: machines stand side by side. */
  const takes = (m: Finisher): string => {
    const route = routeWith(finish.route, process, m);
    const [cannot] = limitsOn(process, m, plan, unit, route);
    if (cannot) return `no: ${cannot.title}`;
    const there = workOf({ here: true, route }, plan, copies);
    const w = there.find((s) => s.step.process === process);
    const cost = w && m.hour > 0 ? `, ${money((w.minutes * m.hour) / 60)}` : '';
    if (w?.amount.count === 0) return w.amount.sum;
    return w ? `${wholeNumber(w.amount.count)} ${w.amount.of}, ${duration(w.minutes)}${cost}` : machineDetail(m, unit);
  };
  const byStitcher = process === 'fold' && plan.assembly.process === 'stitch' && plan.assembly.mostFolds <= 1;
  return (
    <Row label={ROWS[process] ?? 'Machine'} hint={work && `${work.amount.sum}`}>
      <Pick
        label={`Machine to ${does}`}
        value={now?.id ?? 'none'}
        options={[
          { key: 'none', label: byStitcher ? 'By the stitcher, once' : 'Not here' },
          ...machines.map((m) => ({ key: m.id, label: m.name, detail: takes(m) })),
        ]}
        onChange={(id) => {
          const machine = machines.find((m) => m.id === id) ?? null;
          change(
            { finish: { route: routeWith(finish.route, process, machine) } },
            machine ? `${does} on ${machine.name}` : `no machine to ${does}`,
          );
        }}
      />
    </Row>
  );
}
