import { Suspense, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Archive, Hash, Image, Images, QrCode, Table2, Type } from 'lucide-react';
import {
  numberAt,
  plural,
  readRuns,
  recordCount,
  recordsWith,
  runsSaid,
  varies,
  wholeNumber,
  type Counter,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { fetched } from '../../../ui/fetched';
import { Entry, Row } from '../../../ui/fields';
import { useJob, useJobStore } from '../context';
import { KindIcon } from './KindIcon';
import { ALBUM_TYPES, useTakingAlbum } from './album';
import { TABLE_TYPES, useTaking } from './table';
import { RecordsControl } from './RecordsControl';
import { putOn, withFresh, type Fresh } from './wishes';

const editor = fetched(async () => (await import('./Editor')).Editor);
const kept = fetched(async () => (await import('./Kept')).Kept);

/** Words, numbers and codes that are put on the pages: what there is, more of it, and the page to place them on. */
export function ImprintRows() {
  const { prints, counters } = useJob((s) => s.docket.imprint);
  const [open, setOpen] = useState<number | null>(null);
  const [keeping, setKeeping] = useState(false);
  const store = useJobStore();
  const add = (kind: Fresh): void => {
    const { docket, artwork, plan, change } = store.getState();
    change(withFresh(docket, artwork, plan, kind), putOn(kind));
    setOpen(docket.imprint.prints.length);
  };
  return (
    <>
      <Row label="Imprint">
        {prints.length > 0 && (
          <ul className="grid grid-cols-1 gap-1 pt-1">
            {prints.map((p, i) => (
              <li key={i} className="min-w-0">
                <Button small className="w-full min-w-0 justify-start! overflow-hidden" onPress={() => setOpen(i)}>
                  <KindIcon print={p} counters={counters} />
                  <span className="font-semibold">{p.name}</span>
                  <span className="num truncate text-xs">{p.text}</span>
                </Button>
              </li>
            ))}
          </ul>
        )}
        <div className="mt-1 flex flex-wrap gap-1" role="group" aria-label="Put on the pages">
          <Button small onPress={() => add('number')}>
            <Hash size={13} aria-hidden /> A number
          </Button>
          <Button small onPress={() => add('words')}>
            <Type size={13} aria-hidden /> Words
          </Button>
          <Button small onPress={() => add('code')}>
            <QrCode size={13} aria-hidden /> A code
          </Button>
          <Button small onPress={() => add('picture')}>
            <Image size={13} aria-hidden /> A picture
          </Button>
          <Button small kind="quiet" onPress={() => setKeeping(true)}>
            <Archive size={13} aria-hidden /> Kept…
          </Button>
        </div>
      </Row>
      <TableRow />
      <AlbumRow />
      <RecordRows />
      {keeping && (
        <Suspense fallback={null}>
          <kept.View
            onClose={() => setKeeping(false)}
            onPut={(at) => {
              setKeeping(false);
              setOpen(at);
            }}
          />
        </Suspense>
      )}
      {open !== null && prints[open] && <editor.View at={open} go={setOpen} onClose={() => setOpen(null)} />}
    </>
  );
}

/** The table that fields are from. */
function TableRow() {
  const { table, change } = useJob(({ docket, change }) => ({ table: docket.imprint.table, change }));
  const facts = useJob((s) => s.artwork.table);
  const { busy, take } = useTaking();
  return (
    <Row label="Table">
      {table && (
        <>
          <p className="truncate pt-1 text-[0.95rem] font-semibold" title={table.name}>
            {table.name}
          </p>
          <p className="text-xs text-ink-soft">
            {facts
              ? `${wholeNumber(facts.rows)} rows: ${facts.columns.map((c) => c.name).join(', ')}`
              : 'It is not in the store. Choose it again.'}
          </p>
        </>
      )}
      <div className="mt-1 flex flex-wrap gap-2">
        <FileTrigger acceptedFileTypes={[...TABLE_TYPES]} onSelect={(l) => l?.[0] && void take(l[0])}>
          <Button small>
            <Table2 size={13} aria-hidden /> {table ? 'Another table' : 'Choose a table'}
          </Button>
        </FileTrigger>
        {table && (
          <Button
            small
            kind="quiet"
            // what is counted goes on being so many
            onPress={() =>
              change({ imprint: { table: null, only: [], records: facts?.rows ?? null } }, 'without the table')
            }
          >
            Without it
          </Button>
        )}
      </div>
      {busy}
    </Row>
  );
}

/** The pictures that imprints show. */
function AlbumRow() {
  const { album, shows } = useJob(({ docket: { imprint } }) => ({
    album: imprint.album,
    shows: imprint.prints.some((p) => p.says.kind === 'picture'),
  }));
  const change = useJob((s) => s.change);
  const facts = useJob((s) => s.artwork.album);
  const { busy, take } = useTakingAlbum();
  if (!album && !shows) return null;
  return (
    <Row label="Pictures">
      {album && (
        <>
          <p className="truncate pt-1 text-[0.95rem] font-semibold" title={album.name}>
            {album.name}
          </p>
          <p className="text-xs text-ink-soft">
            {facts
              ? `${plural(facts.names.length, 'picture')}: ${facts.names.slice(0, 3).join(', ')}${facts.names.length > 3 ? ' …' : ''}`
              : 'They are not in the store. Choose them again.'}
          </p>
        </>
      )}
      <div className="mt-1 flex flex-wrap gap-2">
        <FileTrigger
          allowsMultiple
          acceptedFileTypes={[...ALBUM_TYPES]}
          onSelect={(l) => l && l.length > 0 && void take([...l])}
        >
          <Button small>
            <Images size={13} aria-hidden /> {album ? 'Other pictures' : 'Choose pictures'}
          </Button>
        </FileTrigger>
        {album && (
          <Button small kind="quiet" onPress={() => change({ imprint: { album: null } }, 'without the pictures')}>
            Without them
          </Button>
        )}
      </div>
      {busy}
    </Row>
  );
}

/** How many records, and which of them are printed. */
function RecordRows() {
  const imprint = useJob((s) => s.docket.imprint);
  const artwork = useJob((s) => s.artwork);
  const isFlat = useJob((s) => s.docket.product.kind === 'flat');
  if (!isFlat || !varies(imprint)) return null;
  const count = recordCount(imprint, artwork);
  const counter = imprint.counters.find((c) => c.counts === 'records');
  return (
    <>
      {!imprint.table && (
        <Row
          label="Records"
          hint={counter && `${counter.name} goes from ${numberAt(counter, 0)} to ${numberAt(counter, count - 1)}`}
        >
          <RecordsControl />
        </Row>
      )}
      <Row
        label="Print only"
        hint={counter ? `by ${counter.name}; nothing for all` : 'by the row, the first is 1; nothing for all'}
      >
        <Only count={count} counter={counter} />
      </Row>
    </>
  );
}

/** Which records are printed: some that were spoiled, by the numbers they bear. */
function Only({ count, counter }: { readonly count: number; readonly counter: Counter | undefined }) {
  const { only, change } = useJob(({ docket, change }) => ({ only: docket.imprint.only, change }));
  const shown = counter
    ? only.map(({ from, to }) => {
        const [a, b] = [numberAt(counter, from - 1), numberAt(counter, to - 1)];
        return { from: Math.min(a, b), to: Math.max(a, b) };
      })
    : only;
  return (
    <Entry
      label="Print only these records"
      wide
      shown={runsSaid(shown)}
      take={(text) => {
        if (text.trim() === '') {
          change({ imprint: { only: [] } }, 'all records');
          return;
        }
        const runs = readRuns(text);
        if (!runs) throw new Error('Type numbers: 341-360, 402.');
        const records = runs.map((run) => recordsWith(counter ?? { start: 1, step: 1, repeat: 1 }, run, count));
        const missing = runs.filter((_, i) => records[i] === null);
        if (missing.length > 0) throw new Error(`There is no ${runsSaid(missing)} in this job.`);
        change({ imprint: { only: records.flatMap((r) => r ?? []) } }, `only ${runsSaid(runs)}`);
      }}
    />
  );
}
