import { Suspense, useState } from 'react';
import { Archive, ChevronDown, ChevronRight, Trash2 } from 'lucide-react';
import type { PlacedMark } from '../../../core';
import { Button } from '../../../ui/Button';
import { Pick, Toggle } from '../../../ui/choices';
import { fetched } from '../../../ui/fetched';
import { useJob, useJobStore } from '../context';
import { FRESH, markChanged, withMark, type FreshKind } from './fresh';
import { PlacedFields } from './PlacedFields';
import { AT_SAID, BY_SAID } from './words';

const keptSets = fetched(async () => (await import('./KeptSets')).KeptSets);
const KINDS = Object.keys(FRESH) as FreshKind[];

/** Where a mark stands, in a few words: `the tail of the paper`. */
const whereSaid = ({ is, stands }: PlacedMark): string =>
  is.kind === 'die'
    ? `on ${BY_SAID[stands.by]}`
    : stands.at.length > 1
      ? `${stands.at.length} places by ${BY_SAID[stands.by]}`
      : `${AT_SAID[stands.at[0]!]} of ${BY_SAID[stands.by]}`;

/** Marks that stand where somebody says: what there is, and more of it. */
export function PlacedList() {
  const { placed, change } = useJob(({ docket, change }) => ({ placed: docket.placed, change }));
  const store = useJobStore();
  const [open, setOpen] = useState<string | null>(null);
  const [keeping, setKeeping] = useState(false);
  const add = (kind: FreshKind | ''): void => {
    if (kind === '') return;
    const { docket, plan } = store.getState();
    const { patch, id } = withMark(docket, kind, plan.sheets.main.lay.plate !== null);
    change(patch, `${FRESH[kind].label.toLowerCase()} added`);
    setOpen(id);
  };
  return (
    <section aria-label="Marks placed by hand" className="border-t border-ink/40 pt-2">
      <h3 className="text-sm">Placed by hand</h3>
      <ul>
        {placed.map((m) => (
          <PlacedRow key={m.id} mark={m} open={open === m.id} onOpen={() => setOpen(open === m.id ? null : m.id)} />
        ))}
      </ul>
      <div className="mt-1 flex items-center gap-2">
        {placed.length < 40 && (
          <div className="w-56">
            <Pick
              label="Add a mark"
              value=""
              options={[
                { key: '', label: 'Add a mark…' },
                ...KINDS.map((key) => ({ key, label: FRESH[key].label, detail: FRESH[key].detail })),
              ]}
              onChange={add}
            />
          </div>
        )}
        <Button small kind="quiet" onPress={() => setKeeping(true)}>
          <Archive size={13} aria-hidden /> Kept…
        </Button>
      </div>
      {keeping && (
        <Suspense fallback={null}>
          <keptSets.View onClose={() => setKeeping(false)} />
        </Suspense>
      )}
    </section>
  );
}

function PlacedRow({
  mark,
  open,
  onOpen,
}: {
  readonly mark: PlacedMark;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const { placed, missed, change } = useJob(({ docket, marks, change }) => ({
    placed: docket.placed,
    missed: marks.missed.includes(mark.id),
    change,
  }));
  const name = mark.called;
  const Arrow = open ? ChevronDown : ChevronRight;
  return (
    <li className="border-b border-ink/15 py-1 last:border-0">
      <div className="flex items-center gap-1">
        <Toggle
          label={name}
          value={mark.on}
          onChange={(on) => change(markChanged(placed, mark.id, { on }), `${name.toLowerCase()} ${on ? 'on' : 'off'}`)}
        />
        <span className={`ml-auto truncate text-xs ${missed ? 'text-brick' : 'text-ink-soft'}`}>
          {missed ? 'no room' : whereSaid(mark)}
        </span>
        <Button small kind="quiet" aria-label={`Set ${name}`} aria-expanded={open} onPress={onOpen}>
          <Arrow size={14} aria-hidden />
        </Button>
        <Button
          small
          kind="quiet"
          aria-label={`Remove ${name}`}
          onPress={() => change({ placed: placed.filter((m) => m.id !== mark.id) }, `${name.toLowerCase()} removed`)}
        >
          <Trash2 size={14} aria-hidden />
        </Button>
      </div>
      {open && <PlacedFields mark={mark} />}
    </li>
  );
}
