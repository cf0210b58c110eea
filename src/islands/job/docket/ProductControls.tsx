import { bleedsOf, formatLength, rulesOf } from '../../../core';
import { Pick } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { BindingControl, BleedControl, BoundControl, CopiesControl, SizeControl } from '../controls';
import { BindingDetails } from './BindingDetails';
import { CoverControls } from './CoverControls';
import { CreepControls } from './CreepControls';
import { ChapterControls } from './ChapterControls';
import { FlatControls } from './FlatControls';
import { InsertControls } from './InsertControls';
import { MadeAs, TitleRow } from './MadeAs';
import { NumberingControls } from './NumberingControls';
import { PosterControls } from './PosterControls';
import { StockRanges } from './StockRanges';

const CONTROLS = { bound: BookControls, flat: FlatControls, poster: PosterControls } as const;

/** What is made, by its kind. */
export function ProductControls() {
  const Of = CONTROLS[useJob((s) => s.docket.product.kind)];
  return <Of />;
}

/** A book: copies, size, bound edge, bleed, blanks, creep. */
function BookControls() {
  const docket = useBook((s) => s.docket);
  const { unit } = useUnit();
  const { product } = docket;
  const ends = bleedsOf(product).ends;
  return (
    <>
      <TitleRow />
      <MadeAs />
      <Row label="Copies">
        <CopiesControl />
      </Row>
      <Row label="Binding">
        <BindingControl />
      </Row>
      <BindingDetails />
      <Row label="Finished size">
        <SizeControl />
      </Row>
      <Row label={rulesOf(product.binding).made === 'folded' ? 'Opens from' : 'Bound edge'}>
        <BoundControl />
      </Row>
      <Row
        label="Bleed"
        hint={
          ends < product.bleed
            ? `${formatLength(ends, unit)} at ${product.bound === 'top' ? 'left and right' : 'head and foot'}`
            : undefined
        }
      >
        <BleedControl />
      </Row>
      <BlanksRow />
      <CoverControls />
      <StockRanges />
      <NumberingControls />
      <ChapterControls />
      <InsertControls />
      <CreepControls />
    </>
  );
}

/** Where pages that nobody made stand, when there are any. */
function BlanksRow() {
  const { blanks, count, change } = useBook(({ product, book, change }) => ({
    blanks: product.blanks,
    count: book.blanks,
    change,
  }));
  if (count === 0 && blanks.kind !== 'after') return null;
  return (
    <Row label="Blanks">
      <Pick
        label="Blanks"
        value={blanks.kind}
        options={[
          ...(blanks.kind === 'unsettled' ? [{ key: 'unsettled' as const, label: 'At the end, not yet settled' }] : []),
          { key: 'end', label: 'At the end' },
          { key: 'before-last', label: 'Inside the back cover' },
          { key: 'inside-covers', label: 'Inside both covers' },
          { key: 'after', label: 'Behind pages of my own' },
        ]}
        onChange={(kind) =>
          change({ product: { blanks: kind === 'after' ? { kind, pages: [1] } : { kind } } }, 'where blanks go')
        }
      />
      {blanks.kind === 'after' && (
        <div className="mt-1">
          <Entry
            label="A blank behind each of these pages"
            shown={blanks.pages.join(', ')}
            wide
            take={(text) => {
              const pages = text
                .split(/[,\s]+/)
                .filter(Boolean)
                .map(Number);
              if (pages.some((p) => !Number.isInteger(p) || p < 0) || pages.length > 8)
                throw new Error('Type page numbers, at most eight: 2, 22.');
              change({ product: { blanks: { kind: 'after', pages } } }, 'where blanks go');
            }}
          />
        </div>
      )}
    </Row>
  );
}
