import { Plus, X } from 'lucide-react';
import { countedPages, nameSize, roman, type Docket, type Numbering } from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { CountField, Entry, LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { stockOptions } from '../wishes';

/** Reads `5-8` or `7`. */
function range(text: string, most: number): { from: number; to: number } {
  const m = /^\s*(\d+)\s*(?:[-–]\s*(\d+))?\s*$/.exec(text);
  const from = Number(m?.[1]);
  const to = Number(m?.[2] ?? m?.[1]);
  if (!m || from < 1 || to < 1 || from > most || to > most) throw new Error(`Type pages from 1 to ${most}: 5-8.`);
  return { from: Math.min(from, to), to: Math.max(from, to) };
}

function Add({ children, onPress }: { children: string; onPress: () => void }) {
  return (
    <Button small kind="quiet" onPress={onPress}>
      <Plus size={13} aria-hidden /> {children}
    </Button>
  );
}
function Remove({ what, onPress }: { what: string; onPress: () => void }) {
  return (
    <Button small kind="quiet" aria-label={`Remove ${what}`} onPress={onPress}>
      <X size={13} aria-hidden />
    </Button>
  );
}
const replaced = <T,>(list: readonly T[], i: number, value: T): T[] => list.map((v, n) => (n === i ? value : v));
const removed = <T,>(list: readonly T[], i: number): T[] => list.filter((_, n) => n !== i);

/** Stocks by range: any pages on another stock than the rest. */
export function StockRanges() {
  const { docket, change, store, plan } = useJob();
  const shop = store((s) => s.shop);
  const { stocks } = docket.product;
  const most = Math.max(1, plan.places + plan.blanks);
  const put = (list: Docket['product']['stocks'], label: string): void => change({ product: { stocks: list } }, label);
  const other = shop.stocks.find((s) => s.id !== docket.sheet.stock.id) ?? docket.sheet.stock;
  return (
    <Row label="Other stocks">
      <ul className="grid gap-1">
        {stocks.map((r, i) => (
          <li key={i} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-1 border-b border-ink/15 pb-1.5">
            <Entry
              label={`Pages on ${r.stock.name}`}
              wide
              shown={r.from === r.to ? String(r.from) : `${r.from}-${r.to}`}
              take={(t) => put(replaced(stocks, i, { ...r, ...range(t, most) }), 'pages on another stock')}
            />
            <Remove what={`pages on ${r.stock.name}`} onPress={() => put(removed(stocks, i), 'one stock less')} />
            <div className="col-span-2">
              <Pick
                label={`Stock of pages ${r.from} to ${r.to}`}
                value={r.stock.id}
                options={stockOptions(shop, r.stock)}
                onChange={(id) => {
                  const stock = shop.stocks.find((s) => s.id === id);
                  if (stock) put(replaced(stocks, i, { ...r, stock }), `pages on ${stock.name}`);
                }}
              />
            </div>
          </li>
        ))}
      </ul>
      <Add onPress={() => put([...stocks, { from: 1, to: Math.min(4, most), stock: other }], 'pages on another stock')}>
        Pages on another stock
      </Add>
    </Row>
  );
}

const STYLES = [
  { key: 'arabic', label: '1, 2, 3' },
  { key: 'roman', label: 'i, ii, iii' },
  { key: 'letters', label: 'A, B, C' },
  { key: 'none', label: 'not numbered' },
] as const;

/** How pages are numbered: front matter its own way. */
export function NumberingControls() {
  const { docket, change, plan } = useJob();
  const { numbering } = docket.product;
  const put = (list: Numbering[]): void => change({ product: { numbering: list } }, 'numbering');
  return (
    <Row label="Numbering" hint={numbering.length === 0 ? `1 to ${countedPages(plan)}` : undefined}>
      <ul className="grid gap-1">
        {numbering.map((n, i) => (
          <li key={i} className="grid grid-cols-[3.4rem_minmax(0,1fr)_3.4rem_auto] items-center gap-1">
            <CountField
              label="From place"
              value={n.from}
              onChange={(from) => put(replaced(numbering, i, { ...n, from: Math.max(1, from) }))}
            />
            <Pick
              label={`Style from place ${n.from}`}
              value={n.style}
              options={STYLES}
              onChange={(style) => put(replaced(numbering, i, { ...n, style }))}
            />
            <CountField
              label="Begins with"
              value={n.start}
              onChange={(start) => put(replaced(numbering, i, { ...n, start: Math.max(1, start) }))}
            />
            <Remove what={`numbering from place ${n.from}`} onPress={() => put(removed(numbering, i))} />
          </li>
        ))}
      </ul>
      <Add
        onPress={() =>
          put(
            numbering.length === 0
              ? [
                  { from: 1, style: 'roman', start: 1 },
                  { from: 5, style: 'arabic', start: 1 },
                ]
              : [...numbering, { from: (numbering.at(-1)?.from ?? 1) + 4, style: 'arabic', start: 1 }],
          )
        }
      >
        {numbering.length === 0 ? `Front matter ${roman(1)} to ${roman(4)}` : 'Numbered anew from'}
      </Add>
    </Row>
  );
}

/** Chapters, each with the page it begins on, and the tabs made of them. */
export function ChapterControls() {
  const { docket, change, store } = useJob();
  const shop = store((s) => s.shop);
  const { unit } = useUnit();
  const { chapters, tabs, finished, bound, binding } = docket.product;
  if (binding.kind === 'folded') return null;
  const put = (list: Docket['product']['chapters'], label: string): void =>
    change({ product: { chapters: list } }, label);
  const cut = {
    width: finished.width + (bound === 'top' ? 0 : tabs.extension),
    height: finished.height + (bound === 'top' ? tabs.extension : 0),
  };
  return (
    <>
      <Row label="Chapters">
        <ul className="grid gap-1">
          {chapters.map((c, i) => (
            <li key={i} className="grid grid-cols-[minmax(0,1fr)_3.6rem_auto] items-center gap-1">
              <Entry
                label={`Chapter ${i + 1}`}
                wide
                shown={c.title}
                take={(title) => put(replaced(chapters, i, { ...c, title: title.slice(0, 200) }), `chapter ${title}`)}
              />
              <CountField
                label={`Chapter ${i + 1} begins on page`}
                value={c.at}
                onChange={(at) => put(replaced(chapters, i, { ...c, at: Math.max(1, at) }), `chapter on page ${at}`)}
              />
              <Remove what={`chapter ${c.title}`} onPress={() => put(removed(chapters, i), 'one chapter less')} />
            </li>
          ))}
        </ul>
        <Add
          onPress={() =>
            put(
              [...chapters, { title: `Chapter ${chapters.length + 1}`, at: (chapters.at(-1)?.at ?? -1) + 2 }],
              'a chapter',
            )
          }
        >
          Chapter
        </Add>
      </Row>
      {(chapters.length > 0 || tabs.on) && (
        <Row label="Tabs" hint={tabs.on ? `cut ${nameSize(cut, unit)}, one before every chapter` : undefined}>
          <Toggle
            label="A tab for every chapter"
            value={tabs.on}
            onChange={(on) => change({ product: { tabs: { on } } }, on ? 'tabs' : 'no tabs')}
          />
          {tabs.on && (
            <div className="mt-1 grid grid-cols-2 gap-1 text-xs text-ink-soft">
              <label className="grid">
                places in a bank
                <CountField
                  label="Places in a bank"
                  value={tabs.positions}
                  onChange={(positions) =>
                    change({ product: { tabs: { positions: Math.max(1, Math.min(31, positions)) } } }, 'tab places')
                  }
                />
              </label>
              <label className="grid">
                stand out
                <LengthField
                  label="Tab extension"
                  value={tabs.extension}
                  unit={unit}
                  max={60}
                  onChange={(extension) => change({ product: { tabs: { extension } } }, 'tab extension')}
                />
              </label>
              <div className="col-span-2">
                <Choice
                  label="What tabs say"
                  value={tabs.text}
                  options={[
                    { key: 'number', label: 'Number' },
                    { key: 'title', label: 'Title' },
                    { key: 'both', label: 'Both' },
                  ]}
                  onChange={(text) => change({ product: { tabs: { text } } }, `tabs say ${text}`)}
                />
              </div>
              <div className="col-span-2">
                <Pick
                  label="Tab stock"
                  value={tabs.stock?.id ?? 'text'}
                  options={[
                    { key: 'text', label: 'On the text’s stock' },
                    ...stockOptions(shop, tabs.stock ?? docket.sheet.stock),
                  ]}
                  onChange={(id) =>
                    change({ product: { tabs: { stock: shop.stocks.find((s) => s.id === id) ?? null } } }, 'tab stock')
                  }
                />
              </div>
              <Toggle
                label="New bank when full"
                value={tabs.restart}
                onChange={(restart) => change({ product: { tabs: { restart } } }, 'tab banks')}
              />
            </div>
          )}
        </Row>
      )}
    </>
  );
}

/** Leaves without artwork between pages. */
export function InsertControls() {
  const { docket, change, store, plan } = useJob();
  const shop = store((s) => s.shop);
  const { inserts, binding } = docket.product;
  if (binding.kind === 'folded' || (binding.kind === 'saddle-stitched' && inserts.length === 0)) return null;
  const put = (list: Docket['product']['inserts'], label: string): void =>
    change({ product: { inserts: list } }, label);
  return (
    <Row label="Inserts">
      <ul className="grid gap-1">
        {inserts.map((it, i) => (
          <li key={i} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-1 border-b border-ink/15 pb-1.5">
            <Entry
              label={`Insert ${i + 1} behind page`}
              wide
              shown={String(it.after)}
              take={(t) => {
                const after = Number(t);
                if (!Number.isInteger(after) || after < 0 || after > plan.places)
                  throw new Error(`From 0 to ${plan.places}.`);
                put(replaced(inserts, i, { ...it, after }), `insert behind page ${after}`);
              }}
            />
            <Remove what={`insert ${i + 1}`} onPress={() => put(removed(inserts, i), 'one insert less')} />
            <div className="col-span-2">
              <Pick
                label={`Stock of insert ${i + 1}`}
                value={it.stock.id}
                options={stockOptions(shop, it.stock)}
                onChange={(id) => {
                  const stock = shop.stocks.find((s) => s.id === id);
                  if (stock) put(replaced(inserts, i, { ...it, stock }), `insert of ${stock.name}`);
                }}
              />
            </div>
          </li>
        ))}
      </ul>
      <Add
        onPress={() =>
          put([...inserts, { after: 2, title: '', stock: shop.stocks[0] ?? docket.sheet.stock }], 'an insert')
        }
      >
        Leaf behind a page
      </Add>
    </Row>
  );
}
