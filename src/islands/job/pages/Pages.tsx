import { useEffect, useMemo, useState, type ReactNode } from 'react';
import {
  DropIndicator,
  GridLayout,
  ListBox,
  Size,
  useDragAndDrop,
  Virtualizer,
  type DroppableCollectionReorderEvent,
  type Key,
} from 'react-aria-components';
import { Choice } from '../../../ui/choices';
import { useJob } from '../context';
import { Wall } from '../poster/Wall';
import { useLooking } from '../looking';
import { useRoom } from '../room';
import { CARD, PageCard } from './PageCard';
import { ChosenTools, ListEntry } from './PageTools';
import { PageView } from './PageView';
import { Pieces } from './Pieces';
import { usePageEdits, type PageEdits } from './usePageEdits';

const SPACE = 14;
const LAYOUT = {
  minItemSize: new Size(CARD.width, CARD.height),
  maxItemSize: new Size(CARD.width, CARD.height),
  minSpace: new Size(SPACE, SPACE),
  maxHorizontalSpace: SPACE,
  dropIndicatorThickness: 4,
};

type Shown = 'pieces' | 'pages' | 'one';

/** What is read, in its order: the pages, or of flat work the pieces that are cut out; and one page, large. */
export function Pages() {
  const kind = useJob((s) => s.docket.product.kind);
  const led = useLooking((s) => s.times);
  const [shown, show] = useState<Shown>(led > 0 ? 'one' : kind === 'bound' ? 'pages' : 'pieces');
  useEffect(() => {
    if (led > 0) show('one');
  }, [led]);
  const choice = (
    <Choice<Shown>
      label="What is shown"
      value={shown}
      options={[
        ...(kind === 'bound' ? [] : [{ key: 'pieces' as const, label: kind === 'flat' ? 'Pieces' : 'The wall' }]),
        { key: 'pages', label: kind === 'bound' ? 'All pages' : 'Pages of the file' },
        { key: 'one', label: 'One page' },
      ]}
      onChange={show}
    />
  );
  if (shown === 'one') return <PageView more={choice} />;
  if (shown === 'pages' || kind === 'bound') return <PageList more={choice} />;
  return kind === 'flat' ? <Pieces more={choice} /> : <Wall more={choice} />;
}

/** The pages as small pictures in reading order: moved, taken out, repeated, turned, blanks put between. */
function PageList({ more }: { readonly more?: ReactNode }) {
  const edits = usePageEdits();
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      {more && <div className="border-b border-ink/30 px-3 py-1.5">{more}</div>}
      <ListEntry {...edits} />
      <ChosenTools edits={edits} />
      <PageGrid edits={edits} />
    </div>
  );
}

/** The pages themselves. Keys and hands choose and drag as in any list; what the shop does with pages has keys besides. */
function PageGrid({ edits }: { readonly edits: PageEdits }) {
  const { listed, picked, choose, moveBefore } = edits;
  const [room, { width }] = useRoom();
  const columns = Math.max(1, Math.floor((width - SPACE) / (CARD.width + SPACE)));
  const acts: Readonly<Record<string, () => void>> = {
    Delete: edits.takeOut,
    Backspace: edits.takeOut,
    b: edits.blankBefore,
    d: edits.repeat,
    r: edits.turn,
  };
  const onKey = (e: React.KeyboardEvent): void => {
    if (e.ctrlKey || e.metaKey) return;
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[e.key];
    const act =
      step !== undefined && e.altKey
        ? () => edits.move(step)
        : e.altKey
          ? undefined
          : acts[e.key.length === 1 ? e.key.toLowerCase() : e.key];
    if (!act) return;
    e.preventDefault();
    e.stopPropagation();
    act();
  };
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(Number(key) + 1) })),
    onReorder: ({ keys, target }: DroppableCollectionReorderEvent) => {
      const places = [...keys].map(Number).sort((a, b) => a - b);
      moveBefore(places, Number(target.key) + (target.dropPosition === 'after' ? 1 : 0));
    },
    renderDropIndicator: (target) => (
      <DropIndicator target={target} className="h-full w-full data-[drop-target]:bg-rust" />
    ),
  });
  const selected = useMemo(() => new Set<Key>(picked), [picked]);
  return (
    // a page list has keys of its own, which a list would take for what is typed to find a page
    <div ref={room} onKeyDownCapture={onKey} className="min-h-0 flex-1">
      <Virtualizer layout={GridLayout} layoutOptions={LAYOUT}>
        <ListBox
          aria-label="Page list"
          layout="grid"
          items={listed}
          selectionMode="multiple"
          selectionBehavior="replace"
          selectedKeys={selected}
          onSelectionChange={(keys) => choose(keys === 'all' ? listed.keys() : [...keys].map(Number))}
          dragAndDropHooks={dragAndDropHooks}
          className="h-full overflow-y-auto p-3"
        >
          {(item) => <PageCard {...item} />}
        </ListBox>
      </Virtualizer>
    </div>
  );
}
