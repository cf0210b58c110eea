import { useMemo } from 'react';
import { BookMarked } from 'lucide-react';
import { chaptersFrom, nameSize, rulesOf, type BoundProduct } from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { CountField, Entry, LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { stockOptions } from '../wishes';
import { Add, Remove, removed, replaced } from './lists';

type Chapters = BoundProduct['chapters'];

/** The chapters, each with the page it begins on. */
function ChapterList({ chapters }: { readonly chapters: Chapters }) {
  const { docket, artwork, change } = useBook(({ docket, artwork, change }) => ({ docket, artwork, change }));
  const found = useMemo(() => chaptersFrom(docket, artwork), [docket, artwork]);
  const put = (list: Chapters, label: string): void => change({ product: { chapters: list } }, label);
  const next = (chapters.at(-1)?.at ?? -1) + 2;
  return (
    <>
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
      <Add onPress={() => put([...chapters, { title: `Chapter ${chapters.length + 1}`, at: next }], 'a chapter')}>
        Chapter
      </Add>
      {found.length > 0 && (
        <Button small onPress={() => put(found, 'chapters from the bookmarks')}>
          <BookMarked size={14} aria-hidden /> From the file’s{' '}
          {found.length === 1 ? 'bookmark' : `${found.length} bookmarks`}
        </Button>
      )}
    </>
  );
}

/** How tabs are cut, what they say, and on what stock. */
function TabFields({ tabs }: { readonly tabs: BoundProduct['tabs'] }) {
  const { stock, change } = useBook(({ docket, change }) => ({ stock: docket.sheet.stock, change }));
  const shop = useJob((s) => s.shop);
  const { unit } = useUnit();
  const put = (patch: Partial<typeof tabs>, label: string): void => change({ product: { tabs: patch } }, label);
  return (
    <div className="mt-1 grid grid-cols-2 gap-1 text-xs text-ink-soft">
      <label className="grid">
        places in a bank
        <CountField
          label="Places in a bank"
          value={tabs.positions}
          onChange={(positions) => put({ positions: Math.max(1, Math.min(31, positions)) }, 'tab places')}
        />
      </label>
      <label className="grid">
        stand out
        <LengthField
          label="Tab extension"
          value={tabs.extension}
          unit={unit}
          max={60}
          onChange={(extension) => put({ extension }, 'tab extension')}
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
          onChange={(text) => put({ text }, `tabs say ${text}`)}
        />
      </div>
      <div className="col-span-2">
        <Pick
          label="Tab stock"
          value={tabs.stock?.id ?? 'text'}
          options={[{ key: 'text', label: 'On the text’s stock' }, ...stockOptions(shop, tabs.stock ?? stock)]}
          onChange={(id) => put({ stock: shop.stocks.find((s) => s.id === id) ?? null }, 'tab stock')}
        />
      </div>
      <Toggle label="New bank when full" value={tabs.restart} onChange={(restart) => put({ restart }, 'tab banks')} />
    </div>
  );
}

/** Chapters, each with the page it begins on, and the tabs made of them. */
export function ChapterControls() {
  const { product, change } = useBook(({ docket, change }) => ({ product: docket.product, change }));
  const { unit } = useUnit();
  const { chapters, tabs, finished, bound, binding } = product;
  if (rulesOf(binding).made === 'folded') return null;
  const cut = {
    width: finished.width + (bound === 'top' ? 0 : tabs.extension),
    height: finished.height + (bound === 'top' ? tabs.extension : 0),
  };
  return (
    <>
      <Row label="Chapters">
        <ChapterList chapters={chapters} />
      </Row>
      {(chapters.length > 0 || tabs.on) && (
        <Row label="Tabs" hint={tabs.on ? `cut ${nameSize(cut, unit)}, one before every chapter` : undefined}>
          <Toggle
            label="A tab for every chapter"
            value={tabs.on}
            onChange={(on) => change({ product: { tabs: { on } } }, on ? 'tabs' : 'no tabs')}
          />
          {tabs.on && <TabFields tabs={tabs} />}
        </Row>
      )}
    </>
  );
}
