import { Suspense, useId, useRef, type ReactNode } from 'react';
import { type Finding, type Station as StationName } from '../../../core';
import { Button as OurButton } from '../../../ui/Button';
import { cx } from '../../../ui/cx';
import { Severity } from '../../../ui/Severity';
import { useJob } from '../context';
import { useRemedies } from '../remedies';

/** A finding with its remedies: one click each, one undo. */
function FindingCard({ finding }: { finding: Finding }) {
  const change = useJob((s) => s.change);
  const remedies = useRemedies(finding);
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
        <p className="text-[0.95rem] leading-snug font-semibold">{finding.title}</p>
      </div>
      {finding.detail && <p className="mt-0.5 text-sm">{finding.detail}</p>}
      {remedies.length > 0 && (
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
        </ul>
      )}
    </div>
  );
}

/** Scrolls the docket, and nothing round it, to all of a station, or to its beginning where it is taller. */
function bringIntoView(el: HTMLElement): void {
  const docket = el.closest('.overflow-y-auto');
  if (!docket) return;
  const room = docket.getBoundingClientRect();
  const { top, bottom, height } = el.getBoundingClientRect();
  if (top < room.top || height > room.height) docket.scrollTop += top - room.top;
  else if (bottom > room.bottom) docket.scrollTop += bottom - room.bottom;
}

/** One station: a line of facts while closed, its controls and findings when open. */
export function Station({
  name,
  number,
  title,
  facts,
  open,
  onToggle,
  children,
}: {
  name: StationName;
  number: number;
  title: string;
  facts: string;
  open: boolean;
  onToggle: (open: boolean) => void;
  children: ReactNode;
}) {
  const findings = useJob((s) => s.findings);
  const mine = findings.filter((f) => f.station === name);
  const worst = mine[0]?.severity;
  const whole = useRef<HTMLDivElement>(null);
  const toggle = (to: boolean): void => {
    onToggle(to);
    if (to) requestAnimationFrame(() => whole.current && bringIntoView(whole.current));
  };
  const id = useId();
  return (
    <div ref={whole} className="border-b border-ink/30" data-station={name}>
      <h2>
        <button
          type="button"
          aria-expanded={open}
          aria-controls={id}
          onClick={() => toggle(!open)}
          className={cx(
            'grid w-full grid-cols-[1.4rem_1fr_auto] items-baseline gap-x-1 px-3 py-1.5 text-left',
            open ? 'bg-oat-deep' : 'hover:bg-oat-deep/60',
          )}
        >
          <span className="num text-sm text-ink-soft">{number}</span>
          <span className="font-head text-[1.05rem] font-semibold">{title}</span>
          <span className="self-center">{worst && worst !== 'fine' ? <Severity of={worst} /> : null}</span>
          <span className="col-start-2 truncate font-sans text-sm font-normal text-ink-soft">{facts}</span>
        </button>
      </h2>
      <div id={id} role="group" aria-label={title} hidden={!open}>
        {open && (
          <div className="grid grid-cols-[minmax(0,1fr)] gap-2 px-3 pt-1 pb-3">
            {mine.map((f) => (
              <FindingCard key={f.id} finding={f} />
            ))}
            <Suspense fallback={<div className="h-40" aria-busy />}>
              <div>{children}</div>
            </Suspense>
          </div>
        )}
      </div>
    </div>
  );
}
