import { useState } from 'react';
import { MARK_ORDER, type KeptMarks } from '../../../core';
import { Button } from '../../../ui/Button';
import { Toggle } from '../../../ui/choices';
import { Dialog } from '../../../ui/Dialog';
import { useJob } from '../context';
import { KeepAs } from '../KeepAs';
import { useKept } from '../kept';

/** How many marks a set has: `4 kinds on, 2 placed`. */
const saidOf = ({ marks, placed }: KeptMarks): string =>
  `${MARK_ORDER.filter((k) => marks[k].on).length} kinds on, ${placed.length} placed`;

/** Sets of marks under a name: those of this job are kept, and kept ones are put on; with a machine, new jobs have them by themselves. */
export function KeptSets({ onClose }: { readonly onClose: () => void }) {
  const { all, away, gone, keep, forget } = useKept<KeptMarks>('/api/marks');
  const { change, shop } = useJob(({ change, shop }) => ({ change, shop }));
  const machineSaid = ({ machine, itself }: KeptMarks): string => {
    if (machine === null) return 'for any machine';
    const name = shop.machines.find((m) => m.id === machine)?.name ?? 'a machine that is gone';
    return itself ? `on new jobs of ${name} by itself` : `for ${name}`;
  };
  return (
    <Dialog title="Kept marks" open onClose={onClose}>
      <KeepThese all={all ?? []} keep={keep} />
      {away !== null && <p className="text-brick">{away}</p>}
      {all?.length === 0 && (
        <p className="text-ink-soft">Nothing is kept yet. What is kept here can be put on any job.</p>
      )}
      <ul aria-label="Kept marks" className="max-h-[50vh] overflow-y-auto">
        {(all ?? []).map((kept) => (
          <li key={kept.name} className="flex items-center gap-2 border-b border-ink/15 py-2 last:border-0">
            {gone.includes(kept) ? (
              <>
                <span className="grow truncate text-ink-soft line-through">{kept.name}</span>
                <Button small onPress={() => void keep(kept)}>
                  Keep it after all
                </Button>
              </>
            ) : (
              <>
                <div className="min-w-0 grow">
                  <p className="truncate font-semibold">{kept.name}</p>
                  <p className="truncate text-xs text-ink-soft">
                    {machineSaid(kept)} · {saidOf(kept)}
                  </p>
                </div>
                <Button
                  small
                  aria-label={`Put ${kept.name} on`}
                  onPress={() => {
                    change({ marks: kept.marks, placed: kept.placed }, `marks of ${kept.name}`);
                    onClose();
                  }}
                >
                  Put on
                </Button>
                <Button small kind="quiet" aria-label={`Take out ${kept.name}`} onPress={() => void forget(kept)}>
                  Take out
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

/** Keeps the marks of this job under a name. */
function KeepThese({
  all,
  keep,
}: {
  readonly all: readonly KeptMarks[];
  readonly keep: (kept: KeptMarks) => Promise<void>;
}) {
  const { marks, placed, machine } = useJob(({ docket }) => ({
    marks: docket.marks,
    placed: docket.placed,
    machine: docket.sheet.machine,
  }));
  const [itself, setItself] = useState(false);
  return (
    <KeepAs
      label="Keep the marks of this job as"
      field="Keep marks as"
      all={all}
      keep={(name) => keep({ name, machine: machine.id, itself, marks, placed })}
    >
      <Toggle label={`On new jobs of ${machine.name} by itself`} value={itself} onChange={setItself} />
    </KeepAs>
  );
}
