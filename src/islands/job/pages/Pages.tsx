import { useMemo, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { useVirtualizer } from '@tanstack/react-virtual';
import { DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import { Bookmark, FilePlus2, RotateCcw, SquareDashed, Trash2, CopyPlus, Undo2 } from 'lucide-react';
import {
  leavesOf,
  pageList,
  pageListText,
  pagesIn,
  pagesToRuns,
  parsePageList,
  type Docket,
  type PageRef,
  type BookPlan,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { upload } from '../../../ui/upload';
import { Entry } from '../../../ui/fields';
import { useNotices } from '../../../ui/Notices';
import type { JobPage } from '../../../ui/views';
import { useBook, useJobStore } from '../context';
import { useRoom } from '../room';
import { following, moved, repeated, turned, withBlank, without } from './edits';
import { CARD, PageCard } from './PageCard';

/** The book's pages as small pictures in reading order: moved, taken out, repeated, turned, blanks put between. */
export function Pages() {
  const { docket, plan, artwork, jobId, change } = useBook(({ docket, plan, artwork, saved, change }) => ({
    docket,
    plan,
    artwork,
    jobId: saved.id,
    change,
  }));
  const { settled, adopt } = useJobStore().getState();
  const say = useNotices((s) => s.say);
  const { imposed } = docket.artwork;
  const { pages: wished, bound } = docket.product;
  const list = useMemo(
    () => pageList({ imposed, product: { pages: wished, bound } }, artwork),
    [imposed, wished, bound, artwork],
  );
  const leaves = leavesOf(plan.product);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [anchor, setAnchor] = useState(0);
  const [scroller, room] = useRoom();
  const columns = Math.max(2, Math.floor((room.width - 24) / (CARD.width + 14)));
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const rows = Math.ceil(list.length / columns);
  // eslint-disable-next-line react-hooks/incompatible-library -- its functions are called here, never handed on
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => CARD.height + 58,
    overscan: 3,
  });
  const counts = [0, ...docket.artwork.more.map((_, i) => i + 1)].map((f) => pagesIn(artwork, f));
  const put = (pages: readonly (PageRef | null)[], label: string, keep?: ReadonlySet<number>): void => {
    if (pages.length === 0) {
      say({ tone: 'look', text: 'A book keeps at least one page.' });
      return;
    }
    change({ product: { pages: pagesToRuns(pages), ...following(docket.product, list, pages) } }, label);
    setChosen(keep ?? new Set());
  };
  /** Another page list, typed or taken from the artwork: what is wished of pages goes with them. */
  const putRuns = (pages: Docket['product']['pages'], label: string): void => {
    const next = pageList({ imposed, product: { pages, bound } }, artwork);
    change({ product: { pages, ...following(docket.product, list, next) } }, label);
  };
  const picked = chosen.size > 0 ? [...chosen].filter((i) => i < list.length).sort((a, b) => a - b) : [];
  const said = picked.length === 1 ? `page ${picked[0]! + 1}` : `${picked.length} pages`;

  const move = (by: number): void => {
    if (picked.length === 0) return;
    const to = Math.max(0, Math.min(list.length - picked.length, picked[0]! + by));
    const keep = new Set(picked.map((_, i) => to + i));
    put(moved(list, picked, to), `${said} moved`, keep);
    setAnchor(to);
  };
  const acts: Readonly<Record<string, () => void>> = {
    Delete: () => picked.length > 0 && put(without(list, picked), `${said} taken out`),
    Backspace: () => picked.length > 0 && put(without(list, picked), `${said} taken out`),
    b: () => picked.length > 0 && put(withBlank(list, picked[0]!), 'blank put in', new Set([picked[0]!])),
    d: () => picked.length > 0 && put(repeated(list, picked), `${said} repeated`),
    r: () => picked.length > 0 && put(turned(list, picked), `${said} turned`, chosen),
  };
  const beginChapter = (): void => {
    const { chapters } = docket.product;
    const at = picked[0]! + 1;
    if (chapters.some((c) => c.at === at)) {
      change({ product: { chapters: chapters.filter((c) => c.at !== at) } }, `no chapter on page ${at}`);
      return;
    }
    const next = [...chapters, { at, title: `Chapter ${chapters.length + 1}` }].sort((a, b) => a.at - b.at);
    change({ product: { chapters: next } }, `a chapter on page ${at}`);
  };
  const onKey = (e: React.KeyboardEvent): void => {
    if (e.ctrlKey || e.metaKey || e.target instanceof HTMLInputElement) return;
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[e.key];
    if (step !== undefined) {
      e.preventDefault();
      if (e.altKey) return move(step);
      const to = Math.max(0, Math.min(list.length - 1, anchor + step));
      setAnchor(to);
      setChosen(e.shiftKey ? new Set([...chosen, to]) : new Set([to]));
      virtual.scrollToIndex(Math.floor(to / columns));
      return;
    }
    const act = acts[e.key.length === 1 ? e.key.toLowerCase() : e.key];
    if (!act || e.altKey) return;
    e.preventDefault();
    e.stopPropagation();
    act();
  };
  const choose = (i: number, e: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }): void => {
    if (e.shiftKey) {
      const [from, to] = [Math.min(anchor, i), Math.max(anchor, i)];
      setChosen(new Set(Array.from({ length: to - from + 1 }, (_, n) => from + n)));
      return;
    }
    setAnchor(i);
    if (e.ctrlKey || e.metaKey) {
      const next = new Set(chosen);
      if (next.has(i)) next.delete(i);
      else next.add(i);
      setChosen(next);
    } else setChosen(new Set([i]));
  };
  const dropped = (e: DragEndEvent): void => {
    const from = Number(String(e.active.id).slice(1));
    const to = e.over ? Number(String(e.over.id).slice(1)) : from;
    if (to === from) return;
    const group = chosen.has(from) ? picked : [from];
    put(
      moved(list, group, to),
      group.length > 1 ? `${group.length} pages moved` : `page ${from + 1} moved to ${to + 1}`,
    );
  };
  const addFile = async (file: File): Promise<void> => {
    if (!(await settled())) return;
    try {
      const page = await upload<JobPage>(`/api/jobs/${jobId}/files`, 'POST', file, () => undefined).done;
      adopt(page);
      const at = page.job.docket.artwork.more.length;
      const letter = String.fromCharCode(65 + at);
      say({
        tone: 'fine',
        text: `${file.name} is file ${letter}. Take its pages by typing ${letter}1, or its whole with ${letter}1-.`,
      });
    } catch (e) {
      if (e !== null) say({ tone: 'stop', text: (e as Error).message });
    }
  };

  const places = placesOf(plan.product, list);
  const stocks = new Set(plan.product.sections.map((s) => s.stock.id)).size > 1;
  const begins = new Map(docket.product.chapters.map((c) => [c.at - 1, c.title]));
  const none = picked.length === 0;
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="flex flex-wrap items-center gap-2 border-b border-ink/30 px-3 py-1.5">
        <div className="min-w-64 flex-1">
          <Entry
            label="Pages in reading order"
            wide
            shown={docket.product.pages ? pageListText(docket.product.pages) : `1-${list.length}`}
            take={(text) => putRuns(parsePageList(text, counts), 'page list')}
          />
        </div>
        {docket.product.pages && (
          <Button small onPress={() => putRuns(null, 'pages as in the artwork')}>
            <Undo2 size={14} aria-hidden /> As in the artwork
          </Button>
        )}
        <FileTrigger
          acceptedFileTypes={['application/pdf', 'image/png', 'image/jpeg', 'image/tiff']}
          onSelect={(l) => l?.[0] && void addFile(l[0])}
        >
          <Button small>
            <FilePlus2 size={14} aria-hidden /> Another file
          </Button>
        </FileTrigger>
      </div>
      <div
        className="flex flex-wrap items-center gap-1.5 border-b border-ink/30 px-3 py-1"
        role="toolbar"
        aria-label="Chosen pages"
      >
        <span className="mr-2 min-w-28 text-sm" role="status">
          {none ? `${list.length} pages` : `${said} chosen`}
        </span>
        <Button small isDisabled={none} onPress={acts.b}>
          <SquareDashed size={14} aria-hidden /> Blank before
        </Button>
        <Button small isDisabled={none} onPress={acts.d}>
          <CopyPlus size={14} aria-hidden /> Repeat
        </Button>
        <Button small isDisabled={none} onPress={acts.r}>
          <RotateCcw size={14} aria-hidden /> Turn
        </Button>
        <Button small isDisabled={none} onPress={beginChapter}>
          <Bookmark size={14} aria-hidden /> Chapter
        </Button>
        <Button small isDisabled={none} onPress={acts.Delete}>
          <Trash2 size={14} aria-hidden /> Take out
        </Button>
        {docket.artwork.more.length > 0 && (
          <span className="ml-auto truncate text-xs">
            {['A', ...docket.artwork.more.map((_, i) => String.fromCharCode(66 + i))]
              .map((l, i) => `${l}: ${i === 0 ? docket.artwork.file.name : docket.artwork.more[i - 1]!.name}`)
              .join(' · ')}
          </span>
        )}
      </div>
      <DndContext sensors={sensors} onDragEnd={dropped}>
        <div
          ref={scroller}
          tabIndex={0}
          role="listbox"
          aria-label="Page list"
          aria-multiselectable
          aria-activedescendant={list.length > 0 ? `page-${anchor}` : undefined}
          onKeyDown={onKey}
          className="relative min-h-0 flex-1 overflow-y-auto p-3"
        >
          <SortableContext items={list.map((_, i) => `p${i}`)} strategy={() => null}>
            <div role="presentation" className="relative" style={{ height: virtual.getTotalSize() }}>
              {virtual.getVirtualItems().map((row) => (
                <div
                  key={row.key}
                  role="presentation"
                  className="absolute left-0 flex gap-3.5"
                  style={{ top: row.start }}
                >
                  {list.slice(row.index * columns, (row.index + 1) * columns).map((ref, n) => {
                    const i = row.index * columns + n;
                    return (
                      <PageCard
                        key={i}
                        index={i}
                        page={ref}
                        label={plan.product.pages[places[i]! - 1]?.label ?? ''}
                        chapter={begins.get(i) ?? null}
                        stock={stocks ? (leaves.get(places[i]!)?.section.stock ?? null) : null}
                        chosen={chosen.has(i)}
                        onChoose={(e) => choose(i, e)}
                      />
                    );
                  })}
                </div>
              ))}
            </div>
          </SortableContext>
        </div>
      </DndContext>
    </div>
  );
}

/** The place in the book of each page of the list, from 1; 0 for a blank, which may stand anywhere. */
function placesOf({ pages, shift }: BookPlan, list: readonly (PageRef | null)[]): number[] {
  // a cover from a file of its own is not of the list
  const apart = (at: number): boolean => pages[at]!.ref === null || (shift > 0 && pages[at]!.kind === 'cover');
  let at = 0;
  return list.map((ref) => {
    if (!ref) return 0;
    while (at < pages.length && apart(at)) at++;
    return ++at;
  });
}
