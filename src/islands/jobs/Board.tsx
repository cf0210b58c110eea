import { useCallback, useMemo, useState, type Dispatch, type SetStateAction, type UIEvent } from 'react';
import {
  Collection,
  GridList,
  GridListHeader,
  GridListSection,
  ListLayout,
  Virtualizer,
  type Selection,
} from 'react-aria-components';
import type { Standing } from '../../core';
import type { ListedJob } from '../../ui/views';
import { firstFew, STANDING_WORDS, type Group } from './board';
import { JobCells, JobRow, Mark, ROW } from './JobRow';

/** How many jobs the list is longer by each time one comes near its end: what a window shows and some. */
const room = (): number => Math.ceil(window.innerHeight / ROW) + 6;
const LAYOUT = { rowSize: ROW, headingSize: 38 };
/** Rows that are drawn before the board can be used: more than a window shows. */
const FIRST = 14;

/** The heading of a standing: its name, how many, and what is to be done there. */
function Heading({ standing, n }: { readonly standing: Standing; readonly n: number }) {
  const [word, hint] = STANDING_WORDS[standing];
  return (
    <span className="flex items-baseline gap-2 border-b border-ink px-2 pt-2 pb-0.5">
      <span className="font-head text-lg font-bold">{word}</span>
      <span className="num text-sm">{n}</span>
      <span className="text-sm text-ink-soft">{hint}</span>
    </span>
  );
}

/** The jobs by where they stand. Only what is seen is drawn: five hundred are as quick as five. */
export function Board({
  looking,
  groups,
  marked,
  setMarked,
}: {
  /** What is looked for and how it is sorted. */
  readonly looking: string;
  readonly groups: readonly Group[];
  readonly marked: ReadonlySet<string>;
  readonly setMarked: Dispatch<SetStateAction<ReadonlySet<string>>>;
}) {
  const [taken, setTaken] = useState({ looking, n: room() });
  // something else is looked for: from the head of the list again
  if (taken.looking !== looking) setTaken({ looking, n: room() });
  const { items, more } = useMemo(() => firstFew(groups, taken.n), [groups, taken.n]);
  // only what one comes near to is taken into the list: it is built anew with every word that is looked for
  const near = ({ currentTarget: el }: UIEvent<HTMLElement>): void => {
    if (more && el.scrollTop + 2 * el.clientHeight > el.scrollHeight) setTaken({ looking, n: taken.n + 2 * room() });
  };
  const select = (keys: Selection): void =>
    setMarked(new Set(keys === 'all' ? groups.flatMap((g) => g.jobs.map((j) => j.id)) : [...keys].map(String)));
  const mark = useCallback(
    (id: string, on: boolean): void =>
      setMarked((before) => {
        const all = new Set(before);
        if (on) all.add(id);
        else all.delete(id);
        return all;
      }),
    [setMarked],
  );
  return (
    <Mark value={mark}>
      <Virtualizer layout={ListLayout} layoutOptions={LAYOUT}>
        <GridList
          aria-label="Jobs"
          items={items}
          selectionMode="multiple"
          selectedKeys={marked}
          onSelectionChange={select}
          onScroll={near}
          onAction={(id) => window.location.assign(`/jobs/${id}`)}
          className="min-h-0 flex-1 overflow-y-auto border-t border-ink outline-none"
        >
          {(group) => (
            <GridListSection id={group.standing} aria-label={STANDING_WORDS[group.standing][0]}>
              <GridListHeader>
                <Heading standing={group.standing} n={group.all} />
              </GridListHeader>
              <Collection items={group.jobs}>{(job: ListedJob) => <JobRow job={job} />}</Collection>
            </GridListSection>
          )}
        </GridList>
      </Virtualizer>
    </Mark>
  );
}

/** The first rows, as they stand while the page is still being made ready. */
export function FirstRows({ groups }: { readonly groups: readonly Group[] }) {
  const before = groups.map((_, i) => groups.slice(0, i).reduce((n, g) => n + g.jobs.length + 1, 0));
  return (
    <div className="min-h-0 flex-1 overflow-hidden border-t border-ink" aria-busy>
      {groups.map(({ standing, jobs }, i) => {
        const some = jobs.slice(0, Math.max(0, FIRST - before[i]!));
        if (some.length === 0) return null;
        return (
          <div key={standing}>
            <div style={{ height: LAYOUT.headingSize }}>
              <Heading standing={standing} n={jobs.length} />
            </div>
            {some.map((job) => (
              <div key={job.id} style={{ height: ROW }} className="border-b border-ink/20 px-2">
                <JobCells job={job} />
              </div>
            ))}
          </div>
        );
      })}
    </div>
  );
}
