import { useEffect, useState, type FormEvent } from 'react';
import type { KeptImprint } from '../../../core';
import { Button } from '../../../ui/Button';
import { ask } from '../../../ui/client';
import { Dialog } from '../../../ui/Dialog';
import { useNotices } from '../../../ui/Notices';
import { useJob, useJobStore } from '../context';
import { KindIcon } from './KindIcon';
import { keptAs, withKept } from './wishes';

const at = (name: string): string => `/api/imprints/${encodeURIComponent(name)}`;
const isSame = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
const problem = (e: unknown): void => useNotices.getState().say({ tone: 'stop', text: (e as Error).message });

/** Imprints under a name: those of this job are kept, and kept ones are put on its pages. */
export function Kept({ onClose, onPut }: { readonly onClose: () => void; readonly onPut: (at: number) => void }) {
  const [all, setAll] = useState<readonly KeptImprint[] | null>(null);
  const [away, setAway] = useState<string | null>(null);
  const [gone, setGone] = useState<readonly KeptImprint[]>([]);
  const store = useJobStore();
  useEffect(() => {
    let here = true;
    ask<KeptImprint[]>('/api/imprints')
      .then((list) => here && setAll(list))
      .catch((e: unknown) => here && setAway((e as Error).message));
    return () => {
      here = false;
    };
  }, []);
  const put = (kept: KeptImprint): void => {
    const { docket, artwork, change } = store.getState();
    change(withKept(docket, artwork, kept), `${kept.name} put on the pages`);
    onPut(docket.imprint.prints.length);
  };
  const inPlace = (list: readonly KeptImprint[], kept: KeptImprint): KeptImprint[] =>
    [...list.filter((k) => !isSame(k.name, kept.name)), kept].sort((a, b) => a.name.localeCompare(b.name));
  const keep = async (kept: KeptImprint): Promise<void> => {
    try {
      await ask(at(kept.name), 'PUT', kept);
      setAll((list) => inPlace(list ?? [], kept));
      setGone((list) => list.filter((k) => !isSame(k.name, kept.name)));
    } catch (e) {
      problem(e);
    }
  };
  const forget = async (kept: KeptImprint): Promise<void> => {
    try {
      await ask(at(kept.name), 'DELETE');
      setGone((list) => [...list, kept]);
    } catch (e) {
      problem(e);
    }
  };
  return (
    <Dialog title="Kept imprints" open onClose={onClose}>
      <KeepThese all={all ?? []} keep={keep} />
      {away !== null && <p className="text-brick">{away}</p>}
      {all?.length === 0 && (
        <p className="text-ink-soft">
          Nothing is kept yet. What is kept here can be put on the pages of any job: a number in its place, a name with
          its code.
        </p>
      )}
      <ul aria-label="Kept imprints" className="max-h-[50vh] overflow-y-auto">
        {(all ?? []).map((kept) => (
          <li key={kept.name} className="flex items-center gap-2 border-b border-ink/15 py-2 last:border-0">
            <KeptRow
              kept={kept}
              gone={gone.includes(kept)}
              put={() => put(kept)}
              forget={() => void forget(kept)}
              back={() => void keep(kept)}
            />
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

/** One that is kept: what it puts on a page, and what can be done with it. */
function KeptRow({
  kept,
  gone,
  put,
  forget,
  back,
}: {
  readonly kept: KeptImprint;
  readonly gone: boolean;
  readonly put: () => void;
  readonly forget: () => void;
  readonly back: () => void;
}) {
  if (gone)
    return (
      <>
        <span className="grow truncate text-ink-soft line-through">{kept.name}</span>
        <Button small onPress={back}>
          Keep it after all
        </Button>
      </>
    );
  return (
    <>
      <div className="min-w-0 grow">
        <p className="truncate font-semibold" title={kept.name}>
          {kept.name}
        </p>
        <p className="flex min-w-0 flex-wrap gap-x-3 text-xs text-ink-soft">
          {kept.prints.slice(0, 4).map((p, i) => (
            <span key={i} className="inline-flex min-w-0 items-center gap-1">
              <KindIcon print={p} counters={kept.counters} />
              <span className="num max-w-40 truncate">{p.text}</span>
            </span>
          ))}
          {kept.prints.length > 4 && <span>and {kept.prints.length - 4} more</span>}
        </p>
      </div>
      <Button small onPress={put} aria-label={`Put ${kept.name} on the pages`}>
        Put on
      </Button>
      <Button small kind="quiet" onPress={forget} aria-label={`Take out ${kept.name}`}>
        Take out
      </Button>
    </>
  );
}

/** Keeps the imprints of this job under a name. */
function KeepThese({
  all,
  keep,
}: {
  readonly all: readonly KeptImprint[];
  readonly keep: (kept: KeptImprint) => Promise<void>;
}) {
  const imprint = useJob((s) => s.docket.imprint);
  const [name, setName] = useState('');
  const { prints } = imprint;
  if (prints.length === 0) return null;
  const there = all.some((k) => isSame(k.name, name));
  const submit = (e: FormEvent): void => {
    e.preventDefault();
    if (name.trim() === '') return;
    void keep(keptAs(name, imprint)).then(() => setName(''));
  };
  return (
    <form className="mb-3 border-b border-ink/25 pb-3" onSubmit={submit}>
      <label className="block text-sm text-ink-soft">
        {prints.length === 1 ? `Keep ${prints[0]!.name} of this job as` : `Keep the ${prints.length} of this job as`}
        <span className="mt-1 flex gap-2">
          <input
            aria-label="Keep as"
            maxLength={60}
            autoComplete="off"
            className="w-full rounded-sm border border-ink/35 bg-paper px-2 py-1 text-[0.95rem] text-ink"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Button small type="submit" isDisabled={name.trim() === ''}>
            {there ? 'Replace' : 'Keep'}
          </Button>
        </span>
      </label>
    </form>
  );
}
