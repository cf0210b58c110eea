import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { RefreshCw } from 'lucide-react';
import { create } from 'zustand';
import { artworkSize, formatSize, nameSize, turnedWay, wayOf, WAYS, withStockFor, type Imposed } from '../../../core';
import { Button } from '../../../ui/Button';
import { make, newId, Refused } from '../../../ui/client';
import { ARTWORK_TYPES, upload, type Upload } from '../../../ui/upload';
import { Choice, Pick } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { Meter } from '../../../ui/Meter';
import { useNotices } from '../../../ui/Notices';
import { useUnit } from '../../../ui/unit';
import type { JobPage } from '../../../ui/views';
import { Compare } from '../compare/Compare';
import { useBook, useJob, useJobStore } from '../context';

type ImposedKey = 'pages' | 'spreads' | 'spreads-covers' | 'nested' | 'gathered' | 'sheets';

function imposedOf(key: ImposedKey): Imposed {
  switch (key) {
    case 'pages':
    case 'sheets':
      return { kind: key };
    case 'spreads':
    case 'spreads-covers':
      return { kind: 'spreads', covers: key === 'spreads-covers' };
    case 'nested':
    case 'gathered':
      return { kind: 'folded', fold: '4-single', nested: key === 'nested' };
  }
}

const short = (sha: string | undefined): string => (sha ? sha.slice(0, 8) : '');

/** The file, its pages and sizes, how they are placed; swapping it for a corrected one. */
export function ArtworkStation() {
  const pages = useBook((s) => s.book.pages.length);
  const swapping = useSwap();
  return (
    <>
      <FileRow {...swapping} />
      <PagesRow />
      <HoldsRow />
      <PlacedRows />
      <FormerFiles put={swapping.put} />
      <Compared />
      <p className="sr-only">{pages} pages in the book</p>
    </>
  );
}

interface Locked {
  readonly sha256: string;
  readonly bytes: number;
  readonly name: string;
  readonly message: string;
}

interface Swap {
  /** A file on its way, and how far it is. */
  readonly swap: { readonly share: number; readonly upload: Upload<JobPage> } | null;
  /** A file that wants its password. */
  readonly locked: Locked | null;
  readonly send: (file: File) => Promise<void>;
  /** Takes a file that the store has. */
  readonly put: (file: object) => Promise<void>;
}

/** Another file in place of the artwork: sent, or one that was here before. */
function useSwap(): Swap {
  const jobId = useJob((s) => s.saved.id);
  const { adopt, settled } = useJobStore().getState();
  const say = useNotices((s) => s.say);
  const [swap, setSwap] = useState<Swap['swap']>(null);
  const [locked, setLocked] = useState<Locked | null>(null);
  const put = async (file: object): Promise<void> => {
    if (!(await settled())) return;
    try {
      adopt(await make<JobPage>(`/api/jobs/${jobId}/artwork`, 'PUT', { id: newId(), ...file }));
      setLocked(null);
    } catch (e) {
      if (e instanceof Refused && e.body.code === 'locked' && locked) setLocked({ ...locked, message: e.message });
      else say({ tone: 'stop', text: (e as Error).message });
    }
  };
  const send = async (file: File): Promise<void> => {
    if (!(await settled())) return;
    const it = upload<JobPage>(`/api/jobs/${jobId}/artwork`, 'PUT', file, (share) =>
      setSwap((s) => s && { ...s, share }),
    );
    setSwap({ share: 0, upload: it });
    try {
      const page = await it.done;
      adopt(page);
      // the same file once more changes nothing
      const [former] = page.job.docket.artwork.former;
      if (former?.sha256 === page.job.docket.artwork.file.sha256)
        say({ tone: 'fine', text: `${file.name} is the same file; every wish stayed.` });
      else useCompared.getState().open(former?.sha256 ?? null);
    } catch (e) {
      if (e instanceof Refused && e.body.code === 'locked')
        setLocked({ sha256: String(e.body.sha256), bytes: Number(e.body.bytes), name: file.name, message: e.message });
      else if (e !== null) say({ tone: 'stop', text: (e as Error).message });
    } finally {
      setSwap(null);
    }
  };
  return { swap, locked, send, put };
}

function FileRow({ swap, locked, send, put }: Swap) {
  const { name } = useBook((s) => s.docket.artwork.file);
  return (
    <Row label="File">
      <p className="truncate pt-1 text-[0.95rem] font-semibold" title={name}>
        {name}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        <FileTrigger acceptedFileTypes={[...ARTWORK_TYPES]} onSelect={(l) => l?.[0] && void send(l[0])}>
          <Button small isDisabled={swap !== null}>
            <RefreshCw size={13} aria-hidden /> Swap the file
          </Button>
        </FileTrigger>
        {swap && (
          <Button small onPress={swap.upload.cancel}>
            Stop
          </Button>
        )}
      </div>
      {swap && <Meter label="The new file arriving" done={Math.round(swap.share * 100)} total={100} />}
      {locked && (
        <div className="mt-1">
          <p className="text-sm text-brick">{locked.message}</p>
          <Entry
            label="Password"
            shown=""
            wide
            take={(password) => void put({ sha256: locked.sha256, bytes: locked.bytes, name: locked.name, password })}
          />
        </div>
      )}
    </Row>
  );
}

/** How many pages there are, of which sizes. */
function PagesRow() {
  const { box, change } = useBook(({ docket, change }) => ({ box: docket.artwork.box, change }));
  const artwork = useJob((s) => s.artwork);
  const { unit } = useUnit();
  const sizes = new Map<string, { count: number; text: string }>();
  for (const page of artwork.pages) {
    const text = nameSize(page[box], unit);
    const entry = sizes.get(text);
    sizes.set(text, { text, count: (entry?.count ?? 0) + 1 });
  }
  const first = artwork.pages[0];
  return (
    <>
      <Row label="Pages">
        <p className="pt-1 text-[0.95rem]">
          {artwork.pages.length},{' '}
          {[...sizes.values()]
            .slice(0, 4)
            .map((s) => (sizes.size === 1 ? s.text : `${s.count} × ${s.text}`))
            .join('; ')}
          {sizes.size > 4 && '; …'}
        </p>
        {first && first.media.width > first.trim.width + 0.1 && (
          <p className="text-xs text-ink-soft">file page {formatSize(first.media, unit)}</p>
        )}
      </Row>
      <Row label="Page box">
        <Choice
          label="Which box is the page"
          value={box}
          options={[
            { key: 'trim', label: 'Trim' },
            { key: 'crop', label: 'Crop' },
            { key: 'media', label: 'Media' },
          ]}
          onChange={(box) => change({ artwork: { box } }, `page is the ${box} box`)}
        />
      </Row>
    </>
  );
}

/** What the file's pages are: pages of the product, spreads, folded sheets. */
function HoldsRow() {
  const { imposed, box, bound, change } = useBook(({ docket, product, change }) => ({
    imposed: docket.artwork.imposed,
    box: docket.artwork.box,
    bound: product.bound,
    change,
  }));
  const { docket, artwork, shop } = useJob(({ docket, artwork, shop }) => ({ docket, artwork, shop }));
  /** What the artwork holds says how large its pages are: a half of a spread, a panel of a sheet. */
  const taken = (imposed: Imposed, label: string): void => {
    const { width, height } = artworkSize(artwork, box);
    const way = imposed.kind === 'folded' ? wayOf(imposed.fold) : null;
    const spread = imposed.kind === 'spreads' ? 2 : 1;
    const across = way ? turnedWay(way, bound).columns : bound === 'top' ? 1 : spread;
    const down = way ? turnedWay(way, bound).rows : bound === 'top' ? spread : 1;
    const patch = { artwork: { imposed }, product: { finished: { width: width / across, height: height / down } } };
    change(withStockFor(docket, artwork, shop, patch), label);
  };
  const key = (): ImposedKey => {
    if (imposed.kind === 'folded') return imposed.nested ? 'nested' : 'gathered';
    return imposed.kind === 'spreads' && imposed.covers ? 'spreads-covers' : imposed.kind;
  };
  return (
    <Row label="It holds">
      <Pick
        label="What the artwork holds"
        value={key()}
        options={[
          { key: 'pages', label: 'Pages' },
          { key: 'spreads', label: 'Spreads', detail: '2 | 3, 4 | 5' },
          { key: 'spreads-covers', label: 'Spreads, single covers', detail: '1, 2 | 3, … n' },
          { key: 'nested', label: 'Folded sheets, nested', detail: '4 | 1, 2 | 3' },
          { key: 'gathered', label: 'Folded sheets, gathered' },
          { key: 'sheets', label: 'Sheets as they are', detail: 'passed through' },
        ]}
        onChange={(key) => taken(imposedOf(key), 'what the artwork holds')}
      />
      {imposed.kind === 'folded' && (
        <div className="mt-1">
          <Pick
            label="How the artwork’s sheets are folded"
            value={typeof imposed.fold === 'string' ? imposed.fold : 'own'}
            options={WAYS.filter((w) => w.folds.length > 0 && !w.spans).map((w) => ({
              key: w.id,
              label: `${w.pages} pages · ${w.name}`,
            }))}
            onChange={(fold) =>
              taken(
                { kind: 'folded', fold, nested: imposed.kind === 'folded' && imposed.nested },
                'how the artwork is folded',
              )
            }
          />
        </div>
      )}
    </Row>
  );
}

/** How a page lies on its place. */
function PlacedRows() {
  const { fit, enlarge, change } = useBook(({ docket, change }) => ({
    fit: docket.artwork.fit,
    enlarge: docket.artwork.enlarge,
    change,
  }));
  return (
    <>
      <Row label="Placed">
        <Choice
          label="Placed"
          value={fit}
          options={[
            { key: 'centre', label: 'Own size' },
            { key: 'fit', label: 'Fit whole' },
            { key: 'fill', label: 'Cover' },
          ]}
          onChange={(fit) => change({ artwork: { fit } }, `artwork placed: ${fit}`)}
        />
      </Row>
      <Row label="Enlarged">
        <Entry
          label="Enlarged, per cent"
          shown={`${Math.round(enlarge * 1000) / 10} %`}
          take={(t) => {
            const v = Number(t.replace('%', '').replace(',', '.').trim()) / 100;
            if (!(v >= 0.1 && v <= 10)) throw new Error('Type 10 to 1000 per cent.');
            change({ artwork: { enlarge: v } }, `artwork at ${Math.round(v * 1000) / 10} %`);
          }}
        />
      </Row>
    </>
  );
}

/** Files that were here before: each can be taken again. */
function FormerFiles({ put }: Pick<Swap, 'put'>) {
  const { former } = useBook((s) => s.docket.artwork);
  if (former.length === 0) return null;
  return (
    <Row label="Former files">
      <ul className="grid gap-1 pt-1">
        {former.slice(0, 4).map((f, i) => (
          <li key={i} className="flex items-center gap-2 text-sm">
            <span className="truncate" title={f.name}>
              {f.name}
            </span>
            <span className="num text-xs text-ink-soft">{short(f.sha256)}</span>
            <Button
              small
              kind="quiet"
              className="ml-auto"
              aria-label={`Compare with ${f.name}`}
              onPress={() => useCompared.getState().open(f.sha256 ?? null)}
            >
              Compare
            </Button>
            <Button small kind="quiet" onPress={() => void put({ sha256: f.sha256, name: f.name })}>
              Take again
            </Button>
          </li>
        ))}
      </ul>
    </Row>
  );
}

/** Which former file the artwork is compared with. */
const useCompared = create<{ readonly sha256: string | null; readonly open: (sha256: string | null) => void }>(
  (set) => ({
    sha256: null,
    open: (sha256) => set({ sha256 }),
  }),
);

/** The comparison with a former file, while the docket has it: gone back, there is nothing to compare. */
function Compared() {
  const { sha256, open } = useCompared();
  const { former, file } = useBook((s) => s.docket.artwork);
  const it = former.find((f) => f.sha256 === sha256 && f.sha256 !== file.sha256);
  // gone back and on again, it is not asked for once more
  useEffect(() => {
    if (!it) open(null);
  }, [it, open]);
  if (!it?.sha256) return null;
  return <Compare former={{ name: it.name, sha256: it.sha256 }} onClose={() => open(null)} />;
}
