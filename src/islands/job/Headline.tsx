import { useEffect, useState } from 'react';
import { Redo2, Undo2 } from 'lucide-react';
import { Button } from '../../ui/Button';
import { ask, listen } from '../../ui/client';
import { Mast } from '../../ui/Mast';
import { useNotices } from '../../ui/Notices';
import { Severity } from '../../ui/Severity';
import { useUnit } from '../../ui/unit';
import type { Progress } from '../../ui/views';
import { useJob, useJobStore } from './context';
import { KeysButton } from './Keys';

/** The job's number and title, whether it is saved, undo and redo, the unit. */
export function Headline({ pictures }: { readonly pictures: Progress | null }) {
  const { number, title, order } = useJob(({ saved, docket }) => ({
    number: saved.number,
    title: docket.title,
    order: docket.order?.number,
  }));
  return (
    <Mast here="job">
      <span className="flex items-baseline gap-2 border-l border-ink/30 pl-4">
        <span className="num text-ink-soft">{number}</span>
        <h1 className="max-w-96 truncate text-lg">{title}</h1>
        {order !== undefined && <span className="max-w-40 truncate text-sm text-ink-soft">order {order}</span>}
      </span>
      <span className="ml-auto flex items-center gap-1">
        <PicturesDrawn first={pictures} />
        <Saved />
        <Steps />
        <UnitSwitch />
        <KeysButton />
      </span>
    </Mast>
  );
}

/** That a job is off the list, and the way back: a link to it may be older. */
export function Removed() {
  const id = useJob((s) => s.saved.id);
  const say = useNotices((s) => s.say);
  const [back, setBack] = useState(false);
  if (back) return null;
  const bring = (): Promise<void> =>
    ask(`/api/jobs/${id}`, 'PUT')
      .then(() => setBack(true))
      .catch((e: Error) => say({ tone: 'stop', text: e.message }));
  return (
    <p role="status" className="mb-2 flex flex-wrap items-center gap-3 border border-saffron bg-paper px-3 py-1.5">
      <Severity of="look" /> This job was removed: it is no longer on the board.
      <Button small onPress={() => void bring()}>
        Bring it back
      </Button>
    </p>
  );
}

/** How far drawing the pages has come. */
function PicturesDrawn({ first }: { readonly first: Progress | null }) {
  const store = useJobStore();
  const [now, setNow] = useState(first);
  useEffect(
    () =>
      listen((e) => {
        if (e.kind === 'pictures' && e.sha256 === store.getState().docket.artwork.file.sha256)
          setNow(e.done >= e.total ? null : { done: e.done, total: e.total });
      }),
    [store],
  );
  if (!now) return null;
  return (
    <span className="mr-3 text-sm" role="status" data-drawing>
      drawing pages: <span className="num">{now.done}</span> of <span className="num">{now.total}</span>
    </span>
  );
}

const SYNC = { saved: 'Saved', saving: 'Saving…', away: 'Not saved yet: no answer from the server' } as const;

function Saved() {
  const sync = useJob((s) => s.sync);
  return (
    <span className="mr-2 text-sm text-ink-soft" role="status" data-sync={sync}>
      {SYNC[sync]}
    </span>
  );
}

function Steps() {
  const { undo, redo, idle, step } = useJob(({ saved, sync, step }) => ({
    undo: saved.undo,
    redo: saved.redo,
    idle: sync === 'saved',
    step,
  }));
  return (
    <>
      <Button
        small
        kind="quiet"
        isDisabled={undo === null && idle}
        onPress={() => void step('undo')}
        keys="Control+z"
        aria-label={undo ? `Undo: ${undo}` : 'Undo'}
      >
        <Undo2 size={16} /> Undo
      </Button>
      <Button
        small
        kind="quiet"
        isDisabled={redo === null}
        onPress={() => void step('redo')}
        keys="Control+Shift+z"
        aria-label={redo ? `Redo: ${redo}` : 'Redo'}
      >
        <Redo2 size={16} /> Redo
      </Button>
    </>
  );
}

function UnitSwitch() {
  const { unit, set } = useUnit();
  return (
    <Button
      small
      kind="quiet"
      aria-label={`Lengths in ${unit === 'mm' ? 'millimetres; change to inches' : 'inches; change to millimetres'}`}
      onPress={() => set(unit === 'mm' ? 'in' : 'mm')}
    >
      <span className="num">{unit}</span>
    </Button>
  );
}
