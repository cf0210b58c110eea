import { FileTrigger } from 'react-aria-components';
import { Bookmark, CopyPlus, FilePlus2, RotateCcw, SquareDashed, Trash2, Undo2 } from 'lucide-react';
import { pageListText, pagesOffered, parsePageList, plural, worked } from '../../../core';
import { Button } from '../../../ui/Button';
import { Entry } from '../../../ui/fields';
import { useNotices } from '../../../ui/Notices';
import { ARTWORK_TYPES } from '../../../ui/upload';
import { useJob, useJobStore } from '../context';
import { ArrivingMeter, useAddFile } from '../files';
import type { PageEdits } from './usePageEdits';

/** The list as it is typed, and further files for it. */
export function ListEntry({ listed, putRuns }: Pick<PageEdits, 'listed' | 'putRuns'>) {
  const { product, imposed, more, artwork } = useJob(({ docket, artwork }) => ({
    product: docket.product,
    imposed: docket.artwork.imposed,
    more: docket.artwork.more,
    artwork: worked(artwork, docket.artwork),
  }));
  const { pages } = product;
  const bound = product.kind === 'bound' ? product.bound : 'left';
  const { add, onItsWay } = useAddFile();
  const say = useNotices((s) => s.say);
  const store = useJobStore();
  const addFile = async (it: File): Promise<void> => {
    const file = await add(it);
    if (file === null) return;
    const letter = letterOf(file);
    const { pages: now } = store.getState().docket.product;
    const taken = now?.some((run) => run.kind === 'pages' && run.file === file) ?? false;
    say({
      tone: 'fine',
      text: taken
        ? `${it.name} is file ${letter}. Its pages are in the list, in open places first.`
        : `${it.name} is file ${letter}. Take its pages by typing ${letter}1, or its whole with ${letter}1-.`,
    });
  };
  const counts = [0, ...more.map((_, i) => i + 1)].map((f) =>
    pagesOffered({ imposed, product: { pages, bound } }, artwork, f),
  );
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-ink/30 px-3 py-1.5">
      <div className="min-w-64 flex-1">
        <Entry
          label="Pages in reading order"
          wide
          shown={pages ? pageListText(pages) : `1-${listed.length}`}
          take={(text) => putRuns(parsePageList(text, counts), 'page list')}
        />
      </div>
      {pages && (
        <Button small onPress={() => putRuns(null, 'pages as in the artwork')}>
          <Undo2 size={14} aria-hidden /> As in the artwork
        </Button>
      )}
      <FileTrigger acceptedFileTypes={[...ARTWORK_TYPES]} onSelect={(l) => l?.[0] && void addFile(l[0])}>
        <Button small isDisabled={onItsWay !== null}>
          <FilePlus2 size={14} aria-hidden /> Another file
        </Button>
      </FileTrigger>
      <ArrivingMeter onItsWay={onItsWay} label="The file arriving" />
    </div>
  );
}

/** A, the artwork; B, C … the further files. */
export const letterOf = (file: number): string => String.fromCharCode(65 + file);

/** What can be done with the chosen pages. */
export function ChosenTools({ edits }: { readonly edits: PageEdits }) {
  const { listed, picked, said } = edits;
  const { file, more, isBook } = useJob(({ docket }) => ({
    file: docket.artwork.file,
    more: docket.artwork.more,
    isBook: docket.product.kind === 'bound',
  }));
  const none = picked.length === 0;
  return (
    <div
      className="flex flex-wrap items-center gap-1.5 border-b border-ink/30 px-3 py-1"
      role="toolbar"
      aria-label="Chosen pages"
    >
      <span className="mr-2 min-w-28 text-sm" role="status">
        {none ? plural(listed.length, 'page') : `${said} chosen`}
      </span>
      <Button small isDisabled={none} onPress={edits.blankBefore}>
        <SquareDashed size={14} aria-hidden /> Blank before
      </Button>
      <Button small isDisabled={none} onPress={edits.repeat}>
        <CopyPlus size={14} aria-hidden /> Repeat
      </Button>
      <Button small isDisabled={none} onPress={edits.turn}>
        <RotateCcw size={14} aria-hidden /> Turn
      </Button>
      {isBook && (
        <Button small isDisabled={none} onPress={edits.chapter}>
          <Bookmark size={14} aria-hidden /> Chapter
        </Button>
      )}
      <Button small isDisabled={none} onPress={edits.takeOut}>
        <Trash2 size={14} aria-hidden /> Take out
      </Button>
      {more.length > 0 && (
        <span className="ml-auto truncate text-xs">
          {[file, ...more].map(({ name }, i) => `${letterOf(i)}: ${name}`).join(' · ')}
        </span>
      )}
    </div>
  );
}
