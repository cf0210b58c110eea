import { useState } from 'react';
import { CLOSE_UP, colourProfile, type WorkedPage } from '../../../core';
import { Choice } from '../../../ui/choices';
import { useJob } from '../context';
import { Closely, onGrid } from './Closely';
import { InkList } from './InkList';
import { PlatesDrawing } from './PlatesDrawing';
import { usePageFile, usePlates, type Parting, type Spot } from './plates';

/** The inks of a page: which of them are seen, how much of each there is, and under the pointer. */
export function PageInks({
  facts,
  file,
  page,
}: {
  readonly facts: WorkedPage;
  /** Which of the job's files, from 0. */
  readonly file: number;
  readonly page: number;
}) {
  const { own, ready } = usePageFile(file);
  // what is brought to a press has no light left in it
  const by = useJob(({ docket }) => colourProfile(docket)?.name ?? null);
  const [as, setAs] = useState<'printed' | 'file'>('printed');
  const [hidden, hide] = useState<ReadonlySet<string>>(new Set());
  const [at, look] = useState<number | null>(null);
  const [lit, light] = useState<string | null>(null);
  const [spot, setSpot] = useState<Spot | null>(null);
  const shown = as === 'file' ? own : ready;
  const parting = usePlates(shown, page, 'whole');
  // the whole page stays where it is until what is looked at closely has come
  const near = usePlates(shown, page, spot);
  const there = parting.kind === 'there' ? parting.plates : null;
  const closely = spot && near.kind === 'there' ? near.plates : null;
  const { media } = facts;
  const go = (to: Spot | null): void => {
    look(null);
    setSpot(to && onGrid(to));
  };
  return (
    <div className="flex min-h-0 flex-1 max-[1000px]:flex-col max-[1000px]:overflow-y-auto">
      <PlatesDrawing
        size={closely ? { width: CLOSE_UP, height: CLOSE_UP } : media}
        said={closely ? `Page ${page} in its inks, closely` : `Page ${page} in its inks`}
        most={there && !closely ? there.most : null}
        plates={closely ?? there}
        {...{ hidden, lit }}
        onLook={look}
        onSpot={spot ? null : go}
      />
      <section
        aria-label="Inks"
        className="w-[22.5rem] shrink-0 overflow-y-auto border-l border-ink/30 bg-paper px-3 py-2 max-[1000px]:w-full max-[1000px]:overflow-visible"
      >
        {own !== ready && (
          <Choice
            label="Inks of"
            value={as}
            options={[
              { key: 'printed', label: 'As printed' },
              { key: 'file', label: 'As in the file' },
            ]}
            onChange={setAs}
          />
        )}
        <PartingSaid parting={parting} />
        {there && (
          <Closely
            {...{ spot, go }}
            coming={spot !== null && closely === null}
            most={there.most}
            step={{ x: CLOSE_UP / 2 / media.width, y: CLOSE_UP / 2 / media.height }}
            why={spot && near.kind === 'not' ? near.why : null}
          />
        )}
        {there && (
          <InkList
            here={closely ?? there}
            plates={there}
            hidden={hidden}
            hide={hide}
            light={light}
            at={at}
            by={as === 'file' ? null : by}
          />
        )}
      </section>
    </div>
  );
}

/** What is said while a page's inks are not there. */
function PartingSaid({ parting }: { readonly parting: Parting }) {
  if (parting.kind === 'there') return null;
  return (
    <p role="status" className="py-3 text-sm">
      {parting.kind === 'coming' ? 'The page is parted into its inks …' : parting.why}
    </p>
  );
}
