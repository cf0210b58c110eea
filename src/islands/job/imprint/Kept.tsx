import type { KeptImprint } from '../../../core';
import { Button } from '../../../ui/Button';
import { Dialog } from '../../../ui/Dialog';
import { useJob, useJobStore } from '../context';
import { KeepAs } from '../KeepAs';
import { useKept } from '../kept';
import { KindIcon } from './KindIcon';
import { keptAs, withKept } from './wishes';

/** Imprints under a name: those of this job are kept, and kept ones are put on its pages. */
export function Kept({ onClose, onPut }: { readonly onClose: () => void; readonly onPut: (at: number) => void }) {
  const { all, away, gone, keep, forget } = useKept<KeptImprint>('/api/imprints');
  const store = useJobStore();
  const put = (kept: KeptImprint): void => {
    const { docket, artwork, change } = store.getState();
    change(withKept(docket, artwork, kept), `${kept.name} put on the pages`);
    onPut(docket.imprint.prints.length);
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
  const { prints } = imprint;
  if (prints.length === 0) return null;
  return (
    <KeepAs
      label={
        prints.length === 1 ? `Keep ${prints[0]!.name} of this job as` : `Keep the ${prints.length} of this job as`
      }
      field="Keep as"
      all={all}
      keep={(name) => keep(keptAs(name, imprint))}
    />
  );
}
