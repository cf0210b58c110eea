import { Suspense, useEffect, useId, useRef, type ReactNode, type RefObject } from 'react';
import { Pin } from 'lucide-react';
import { ToggleButton } from 'react-aria-components';
import { accepting, reopening, type Finding, type Station as StationName } from '../../../core';
import { Button as OurButton } from '../../../ui/Button';
import { cx } from '../../../ui/cx';
import { Severity } from '../../../ui/Severity';
import { inspectedOf, useJob, useJobStore } from '../context';
import { useRemedies } from '../remedies';
import { pinStation, toggleStation, useOpening } from '../opening';

/** A finding with its remedies: one click each, one undo. */
function FindingCard({ finding }: { finding: Finding }) {
  const change = useJob((s) => s.change);
  const remedies = useRemedies(finding);
  const store = useJobStore();
  const accept = (): void => {
    const patch = accepting(finding, inspectedOf(store.getState()));
    if (patch) change(patch, `accepted: ${finding.title}`);
  };
  if (finding.accepted)
    return (
      <div
        className="flex items-center gap-2 border-l-4 border-ink/30 py-1 pl-2"
        data-finding={finding.id}
        data-accepted
      >
        <p className="min-w-0 flex-1 text-sm text-ink-soft">Accepted: {finding.title}</p>
        <OurButton
          small
          kind="quiet"
          aria-label={`Look at it again: ${finding.title}`}
          onPress={() => change(reopening(finding, store.getState().docket), `looked at again: ${finding.title}`)}
        >
          Look again
        </OurButton>
      </div>
    );
  return (
    <div
      className={cx(
        'border-l-4 py-1.5 pl-2',
        finding.severity === 'stop' ? 'border-brick' : finding.severity === 'look' ? 'border-saffron' : 'border-moss',
      )}
      data-finding={finding.id}
    >
      <div className="flex items-start gap-2">
        <span className="pt-0.5">
          <Severity of={finding.severity} />
        </span>
        <p className="min-w-0 flex-1 text-[0.95rem] leading-snug font-semibold">{finding.title}</p>
      </div>
      {finding.detail && <p className="mt-0.5 text-sm">{finding.detail}</p>}
      {(remedies.length > 0 || finding.severity === 'look') && (
        <ul className="mt-1 grid grid-cols-[minmax(0,1fr)] gap-1" aria-label="Remedies">
          {remedies.map((r) => (
            <li key={r.label}>
              <OurButton
                small
                className="w-full justify-start text-left whitespace-normal!"
                onPress={() => change(r.patch, r.label)}
              >
                <span>{r.label}</span>
                {r.detail && (
                  <span className="ml-auto pl-2 text-right text-xs font-normal text-ink-soft">{r.detail}</span>
                )}
              </OurButton>
            </li>
          ))}
          {finding.severity === 'look' && (
            <li>
              <OurButton
                small
                kind="quiet"
                className="text-ink-soft!"
                aria-label={`Let it stand: ${finding.title}`}
                onPress={accept}
              >
                Let it stand
              </OurButton>
            </li>
          )}
        </ul>
      )}
    </div>
  );
}

/** Leads the focus to a station that is asked for from elsewhere. */
function useAsked(name: StationName, whole: RefObject<HTMLDivElement | null>): void {
  const asked = useOpening((s) => (s.asked?.station === name ? s.asked : null));
  useEffect(() => {
    if (!asked) return;
    whole.current?.scrollIntoView({ block: 'nearest' });
    whole.current?.querySelector<HTMLElement>('[data-finding] button, h2 button')?.focus({ preventScroll: true });
  }, [asked, whole]);
}

/** Keeps a station open beside others. */
function PinButton({ name, title }: { readonly name: StationName; readonly title: string }) {
  const pinned = useOpening((s) => s.pinned.has(name));
  return (
    <ToggleButton
      aria-label={`Keep ${title} open`}
      isSelected={pinned}
      onChange={(pin) => pinStation(name, pin)}
      className="absolute top-0.5 right-2 grid size-7 place-items-center rounded-sm text-ink-soft hover:text-ink data-[selected]:bg-ink data-[selected]:text-paper"
    >
      <Pin size={14} aria-hidden />
    </ToggleButton>
  );
}

/** One station: a line of facts while closed, its controls and findings when open. */
export function Station({
  name,
  number,
  title,
  facts,
  children,
}: {
  name: StationName;
  number: number;
  title: string;
  facts: string;
  children: ReactNode;
}) {
  const findings = useJob((s) => s.findings);
  const mine = findings.filter((f) => f.station === name);
  const worst = mine.find((f) => !f.accepted)?.severity;
  const whole = useRef<HTMLDivElement>(null);
  const open = useOpening((s) => s.open === name || s.pinned.has(name));
  // beside an open one all heads are lines: the six stay in view
  const short = useOpening((s) => s.open !== null || s.pinned.size > 0);
  useAsked(name, whole);
  const id = useId();
  return (
    <div
      ref={whole}
      className={cx('relative flex flex-col border-b border-ink/30', open && 'min-[900px]:min-h-40 min-[900px]:flex-1')}
      data-station={name}
    >
      <div className={cx('flex shrink-0 items-center', open ? 'bg-oat-deep' : 'hover:bg-oat-deep/60')}>
        <h2 className="min-w-0 flex-1">
          <button
            type="button"
            aria-expanded={open}
            aria-controls={id}
            title={facts}
            onClick={() => toggleStation(name, !open)}
            className={cx(
              'grid w-full items-baseline gap-x-1 px-3 text-left',
              short ? 'grid-cols-[1.4rem_auto_1fr_auto] py-1' : 'grid-cols-[1.4rem_1fr_auto] py-1.5',
              open && 'pr-11',
            )}
          >
            <span className="num text-sm text-ink-soft">{number}</span>
            <span className="font-head text-[1.05rem] font-semibold">{title}</span>
            {short && <span className="truncate pl-2 font-sans text-sm font-normal text-ink-soft">{facts}</span>}
            <span className="self-center">{worst && worst !== 'fine' ? <Severity of={worst} /> : null}</span>
            {!short && (
              <span className="col-start-2 truncate font-sans text-sm font-normal text-ink-soft">{facts}</span>
            )}
          </button>
        </h2>
      </div>
      <div
        id={id}
        role="group"
        aria-label={title}
        hidden={!open}
        className={cx(open && 'min-[900px]:min-h-0 min-[900px]:flex-1 min-[900px]:overflow-y-auto')}
      >
        {open && (
          <div className="grid grid-cols-[minmax(0,1fr)] gap-2 px-3 pt-2 pb-3">
            {mine.map((f) => (
              <FindingCard key={f.id} finding={f} />
            ))}
            <Suspense fallback={<div className="h-40" aria-busy />}>
              <div>{children}</div>
            </Suspense>
          </div>
        )}
      </div>
      {/* behind what it keeps open: Tab leads from the head into the station */}
      {open && <PinButton name={name} title={title} />}
    </div>
  );
}
