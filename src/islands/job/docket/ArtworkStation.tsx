import {
  artworkSize,
  formatSize,
  nameSize,
  turnedWay,
  wayOf,
  WAYS,
  withStockFor,
  worked,
  type Imposed,
} from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { ImprintRows } from '../imprint/ImprintRows';
import { BleedRow } from './BleedRow';
import { ColourRows, ToneRows } from './ColourRows';
import { PreflightRows } from './PreflightRows';
import { InkWorksRow, ThinLinesRow } from './ReadyRows';
import { TrapRows } from './TrapRows';
import { Compared, FileRow, FormerFiles, useSwap } from './ArtworkFile';

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

/** The file, its pages and sizes, how they are placed; swapping it for a corrected one. */
export function ArtworkStation() {
  const kind = useJob((s) => s.docket.product.kind);
  const swapping = useSwap();
  return (
    <>
      <FileRow {...swapping} />
      <PreflightRows />
      <PagesRow />
      {kind === 'bound' && <HoldsRow />}
      <PlacedRows />
      <BleedRow />
      <InkWorksRow />
      <ThinLinesRow />
      <ColourRows />
      <ToneRows />
      <TrapRows />
      {/* what is cut into panels gets none */}
      {kind !== 'poster' && <ImprintRows />}
      <FormerFiles put={swapping.put} />
      <Compared />
    </>
  );
}

/** How many pages there are, of which sizes. */
function PagesRow() {
  const { box, change } = useJob(({ docket, change }) => ({ box: docket.artwork.box, change }));
  // as they are placed: after what is done to them
  const artwork = useJob((s) => worked(s.artwork, s.docket.artwork));
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
    const { width, height } = artworkSize(worked(artwork, docket.artwork), box);
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
  const { fit, enlarge, change } = useJob(({ docket, change }) => ({
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
