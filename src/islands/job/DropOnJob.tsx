import { useEffect, useState } from 'react';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Entry, Row } from '../../ui/fields';
import { Meter } from '../../ui/Meter';
import { useNotices } from '../../ui/Notices';
import { upload } from '../../ui/upload';
import { useJob } from './context';
import { useSwap } from './docket/ArtworkFile';
import { ArrivingMeter, useAddFile } from './files';
import { arePictures, useTakingAlbum } from './imprint/album';
import { isTable, useTaking } from './imprint/table';

/** Files dropped on the job, wherever no place of its own takes them: held over the window, and let go. */
function useDropped(): { readonly over: boolean; readonly files: readonly File[]; readonly clear: () => void } {
  const [over, setOver] = useState(false);
  const [files, setFiles] = useState<readonly File[]>([]);
  useEffect(() => {
    let depth = 0;
    const off = new AbortController();
    const { signal } = off;
    const withFiles = (e: DragEvent): boolean => e.dataTransfer?.types.includes('Files') ?? false;
    const enter = (by: number) => (e: DragEvent) => {
      if (by > 0 && !withFiles(e)) return;
      depth = Math.max(0, depth + by);
      setOver(depth > 0);
    };
    window.addEventListener('dragenter', enter(1), { signal });
    window.addEventListener('dragleave', enter(-1), { signal });
    // a file dropped beside its place must not take the window with it
    window.addEventListener('dragover', (e) => e.preventDefault(), { signal });
    window.addEventListener(
      'drop',
      (e) => {
        const taken = e.defaultPrevented;
        e.preventDefault();
        depth = 0;
        setOver(false);
        if (!taken && withFiles(e)) setFiles([...(e.dataTransfer?.files ?? [])]);
      },
      { signal },
    );
    return () => off.abort();
  }, []);
  return { over, files, clear: () => setFiles([]) };
}

/** A file dropped on a job: asks what it is to be. */
export function DropOnJob() {
  const { over, files, clear } = useDropped();
  return (
    <>
      {over && (
        <div className="pointer-events-none fixed inset-0 z-30 border-8 border-rust" aria-hidden>
          <p className="absolute bottom-4 left-1/2 -translate-x-1/2 bg-oat px-4 py-2 font-head text-xl">
            Let go: you are asked what it is to be
          </p>
        </div>
      )}
      <Dialog
        title={files.length === 1 ? files[0]!.name : `${files.length} files`}
        open={files.length > 0}
        onClose={clear}
      >
        {files.length === 1 && isTable(files[0]!) ? (
          <AsTable file={files[0]!} done={clear} />
        ) : (
          files.length > 0 && <What files={files} done={clear} />
        )}
      </Dialog>
    </>
  );
}

/** One of the things a file can be. */
function ToBe({
  label,
  what,
  act,
  isDisabled,
  next = false,
}: {
  readonly label: string;
  readonly what: string;
  readonly act: () => Promise<void>;
  readonly isDisabled: boolean;
  readonly next?: boolean;
}) {
  return (
    <li>
      <Button
        kind={next ? 'next' : 'plain'}
        isDisabled={isDisabled}
        className="w-full flex-col items-start! text-left whitespace-normal!"
        onPress={() => void act()}
      >
        <span className="font-semibold">{label}</span>
        <span className="text-sm font-normal">{what}</span>
      </Button>
    </li>
  );
}

/** Makes a job of each file. @returns the last one's id, and how far the one is that is on its way, from 0 to 1 */
function useMaking() {
  const [making, setMaking] = useState<number | null>(null);
  const say = useNotices((s) => s.say);
  const make = async (files: readonly File[]): Promise<string | null> => {
    let last: string | null = null;
    for (const file of files) {
      setMaking(0);
      try {
        last = (await upload<{ id: string }>('/api/jobs', 'POST', file, setMaking).done).id;
      } catch (e) {
        if (e !== null) say({ tone: 'stop', text: `${file.name}: ${(e as Error).message}` });
      } finally {
        setMaking(null);
      }
    }
    return last;
  };
  return { making, make };
}

/** A table can be one thing only. */
function AsTable({ file, done }: { readonly file: File; readonly done: () => void }) {
  const has = useJob((s) => s.docket.imprint.table?.name);
  const { busy, take } = useTaking();
  return (
    <>
      <ul className="grid gap-2">
        <ToBe
          next
          label={has ? `In place of the table ${has}` : 'As the table of this job'}
          what="Its rows are records; its columns can be put on the pages."
          isDisabled={false}
          act={async () => {
            await take(file);
            done();
          }}
        />
      </ul>
      <div className="mt-2">{busy}</div>
    </>
  );
}

/** Pictures that imprints show. */
function AsPictures({
  files,
  next,
  isDisabled,
  done,
}: {
  readonly files: readonly File[];
  readonly next: boolean;
  readonly isDisabled: boolean;
  readonly done: () => void;
}) {
  const { busy, take } = useTakingAlbum();
  return (
    <>
      <ToBe
        next={next}
        label="As the pictures of this job"
        what="Imprints show them by their names, each record its own."
        isDisabled={isDisabled}
        act={async () => {
          await take(files);
          done();
        }}
      />
      <li>{busy}</li>
    </>
  );
}

function What({ files, done }: { readonly files: readonly File[]; readonly done: () => void }) {
  const present = useJob((s) => s.docket.artwork.file.name);
  const shows = useJob(({ docket: { imprint } }) => imprint.prints.some((p) => p.says.kind === 'picture'));
  const swap = useSwap();
  const further = useAddFile();
  const { making, make } = useMaking();
  const say = useNotices((s) => s.say);
  const [first] = files;
  const one = files.length === 1;
  // one picture is likelier another artwork, unless pictures are shown
  const pictured = arePictures(files) && (shows || !one || /\.zip$/i.test(first!.name));
  const busy = swap.onItsWay !== null || further.onItsWay !== null || making !== null;

  const asFurther = async (): Promise<void> => {
    for (const file of files) if ((await further.add(file)) === null) return;
    say({ tone: 'fine', text: `${one ? `${first!.name} is` : 'They are'} in the docket: pages can be taken from it.` });
    done();
  };
  const asJobs = async (): Promise<void> => {
    const last = await make(files);
    done();
    if (last)
      say({
        tone: 'fine',
        text: one ? `${first!.name} is a job of its own.` : 'Each is a job of its own.',
        action: { label: 'Open it', run: () => window.location.assign(`/jobs/${last}`) },
      });
  };
  return (
    <>
      <ul className="grid gap-2">
        {pictured && <AsPictures files={files} next={shows} isDisabled={busy} done={done} />}
        {one && (
          <ToBe
            next={!shows}
            label={`In place of ${present}`}
            what="The pages change, every wish stays; what differs is shown."
            isDisabled={busy}
            act={async () => {
              if (!(await swap.send(first!))) done();
            }}
          />
        )}
        <ToBe
          label={one ? 'As a further file' : 'As further files'}
          what="Its pages can be put between the others."
          isDisabled={busy}
          act={asFurther}
        />
        <ToBe
          label={one ? 'A new job' : 'A new job each'}
          what="This one stays as it is."
          isDisabled={busy}
          act={asJobs}
        />
      </ul>
      <div className="mt-2">
        <ArrivingMeter onItsWay={swap.onItsWay ?? further.onItsWay} label="The file arriving" />
        {making !== null && <Meter label="The file arriving" done={Math.round(making * 100)} total={100} />}
      </div>
      {swap.locked && (
        <Row label="Password" hint={swap.locked.message}>
          <Entry
            label="Password"
            shown=""
            wide
            take={(password) => {
              const { sha256, bytes, name } = swap.locked!;
              void swap.put({ sha256, bytes, name, password }).then(done);
            }}
          />
        </Row>
      )}
    </>
  );
}
