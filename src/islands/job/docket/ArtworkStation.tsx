import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { RefreshCw } from 'lucide-react';
import { artworkSize, formatSize, nameSize, turnedWay, wayOf, WAYS, type Imposed } from '../../../core';
import { Button } from '../../../ui/Button';
import { make, newId, Refused } from '../../../ui/client';
import { upload, type Upload } from '../../../ui/upload';
import { Choice, Pick } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { Meter } from '../../../ui/Meter';
import { useNotices } from '../../../ui/Notices';
import { useUnit } from '../../../ui/unit';
import type { JobPage } from '../../../ui/views';
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
  const { docket, change, plan } = useBook(({ docket, change, plan }) => ({ docket, change, plan }));
  const { artwork, jobId } = useJob(({ artwork, saved }) => ({ artwork, jobId: saved.id }));
  const { adopt, settled } = useJobStore().getState();
  const { unit } = useUnit();
  const say = useNotices((s) => s.say);
  const [swap, setSwap] = useState<{ share: number; upload: Upload<JobPage> } | null>(null);
  const [locked, setLocked] = useState<{ sha256: string; bytes: number; name: string; message: string } | null>(null);
  const a = docket.artwork;

  /** What the artwork holds says how large its pages are: a half of a spread, a panel of a sheet. */
  const taken = (imposed: Imposed, label: string): void => {
    const { width, height } = artworkSize(artwork, a.box);
    const way = imposed.kind === 'folded' ? wayOf(imposed.fold) : null;
    const across = imposed.kind === 'spreads' ? 2 : way ? turnedWay(way, docket.product.bound).columns : 1;
    const down = way ? turnedWay(way, docket.product.bound).rows : 1;
    change({ artwork: { imposed }, product: { finished: { width: width / across, height: height / down } } }, label);
  };

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
      adopt(await it.done);
      say({ tone: 'fine', text: `${file.name} took its place; every wish stayed. Undo brings the former file back.` });
    } catch (e) {
      if (e instanceof Refused && e.body.code === 'locked')
        setLocked({ sha256: String(e.body.sha256), bytes: Number(e.body.bytes), name: file.name, message: e.message });
      else if (e !== null) say({ tone: 'stop', text: (e as Error).message });
    } finally {
      setSwap(null);
    }
  };

  const sizes = new Map<string, { count: number; text: string }>();
  for (const page of artwork.pages) {
    const text = nameSize(page[a.box], unit);
    const entry = sizes.get(text);
    sizes.set(text, { text, count: (entry?.count ?? 0) + 1 });
  }
  const first = artwork.pages[0];
  return (
    <>
      <Row label="File">
        <p className="truncate pt-1 text-[0.95rem] font-semibold" title={a.file.name}>
          {a.file.name}
        </p>
        <div className="mt-1 flex flex-wrap gap-2">
          <FileTrigger
            acceptedFileTypes={['application/pdf', 'image/png', 'image/jpeg', 'image/tiff']}
            onSelect={(l) => l?.[0] && void send(l[0])}
          >
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
          value={a.box}
          options={[
            { key: 'trim', label: 'Trim' },
            { key: 'crop', label: 'Crop' },
            { key: 'media', label: 'Media' },
          ]}
          onChange={(box) => change({ artwork: { box } }, `page is the ${box} box`)}
        />
      </Row>
      <Row label="It holds">
        <Pick
          label="What the artwork holds"
          value={
            a.imposed.kind === 'folded'
              ? a.imposed.nested
                ? 'nested'
                : 'gathered'
              : a.imposed.kind === 'spreads' && a.imposed.covers
                ? 'spreads-covers'
                : a.imposed.kind
          }
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
        {a.imposed.kind === 'folded' && (
          <div className="mt-1">
            <Pick
              label="How the artwork’s sheets are folded"
              value={typeof a.imposed.fold === 'string' ? a.imposed.fold : 'own'}
              options={WAYS.filter((w) => w.folds.length > 0 && !w.spans).map((w) => ({
                key: w.id,
                label: `${w.pages} pages · ${w.name}`,
              }))}
              onChange={(fold) =>
                taken(
                  { kind: 'folded', fold, nested: a.imposed.kind === 'folded' && a.imposed.nested },
                  'how the artwork is folded',
                )
              }
            />
          </div>
        )}
      </Row>
      <Row label="Placed">
        <Choice
          label="Placed"
          value={a.fit}
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
          shown={`${Math.round(a.enlarge * 1000) / 10} %`}
          take={(t) => {
            const v = Number(t.replace('%', '').replace(',', '.').trim()) / 100;
            if (!(v >= 0.1 && v <= 10)) throw new Error('Type 10 to 1000 per cent.');
            change({ artwork: { enlarge: v } }, `artwork at ${Math.round(v * 1000) / 10} %`);
          }}
        />
      </Row>
      {a.former.length > 0 && (
        <Row label="Former files">
          <ul className="grid gap-1 pt-1">
            {a.former.slice(0, 4).map((f, i) => (
              <li key={i} className="flex items-center gap-2 text-sm">
                <span className="truncate" title={f.name}>
                  {f.name}
                </span>
                <span className="num text-xs text-ink-soft">{short(f.sha256)}</span>
                <Button
                  small
                  kind="quiet"
                  className="ml-auto"
                  onPress={() => void put({ sha256: f.sha256, name: f.name })}
                >
                  Take again
                </Button>
              </li>
            ))}
          </ul>
        </Row>
      )}
      <p className="sr-only">{plan.product.pages.length} pages in the book</p>
    </>
  );
}
