import {
  parsePageRange,
  withBoxes,
  withoutWork,
  type BoxName,
  type Guess,
  type Rect,
  type WorkedPage,
  type WorkFor,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Entry, LengthField, Row, SizeField } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';

/** How a guess came about, in words. */
const BY: Readonly<Record<Guess['why'], string>> = {
  marks: 'Crop marks stand at its corners.',
  content: 'It is what is drawn on the page.',
  size: 'It is the finished size about the middle of what is drawn.',
};

/** Where a box lies and how large it is, in figures; for which pages that is set. */
export function BoxFigures({
  name,
  box,
  facts,
  guess,
  pages,
  range,
  onRange,
  onSet,
}: {
  readonly name: BoxName;
  readonly box: Rect;
  readonly facts: WorkedPage;
  readonly guess: Guess | null;
  readonly pages: WorkFor;
  readonly range: string | null;
  readonly onRange: (text: string | null) => void;
  readonly onSet: (box: Rect) => void;
}) {
  const { work, change } = useJob(({ docket, change }) => ({ work: docket.artwork.work, change }));
  const { unit } = useUnit();
  const { media } = facts;
  const isSet = (work ?? []).some((w) => w.file === pages.file && w.pages === pages.pages);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  return (
    <section aria-label="Box in figures" className="mt-2">
      <Row label="For pages" hint="1-4, odd, 7-; all">
        <Entry label="For pages" shown={range ?? pages.pages} take={(text) => onRange(ranged(text))} />
      </Row>
      <Row label="Size">
        <SizeField
          label="Size of the box"
          value={box}
          unit={unit}
          limits={[1, 5000]}
          onChange={({ width, height }) => onSet({ x: middle.x - width / 2, y: middle.y - height / 2, width, height })}
        />
      </Row>
      <Places box={box} media={media} onSet={onSet} />
      <span className="mt-1 flex flex-wrap gap-1.5">
        <Button
          small
          onPress={() => onSet({ ...box, x: (media.width - box.width) / 2, y: (media.height - box.height) / 2 })}
        >
          To the middle
        </Button>
        {isSet && (
          <Button
            small
            onPress={() => change({ artwork: { work: withoutWork(work, pages) } }, 'boxes of the file again')}
          >
            The file’s own again
          </Button>
        )}
      </span>
      {guess && <Found guess={guess} pages={pages} />}
      {name === 'bleed' && <p className="mt-2 text-xs text-ink-soft">What lies beyond the bleed box is not printed.</p>}
    </section>
  );
}

/** What was found on the page, to be taken. */
function Found({ guess, pages }: { readonly guess: Guess; readonly pages: WorkFor }) {
  const { work, change } = useJob(({ docket, change }) => ({ work: docket.artwork.work, change }));
  return (
    <div className="mt-2 border border-dashed border-rust px-2 py-1.5 text-sm">
      <p>A piece was found here. {BY[guess.why]}</p>
      <Button
        small
        kind="next"
        className="mt-1"
        onPress={() => change({ artwork: { work: [...(work ?? []), taking(pages, guess)] } }, 'found piece taken')}
      >
        Take it
      </Button>
    </div>
  );
}

/** Where a box lies: from the lower left, and from every edge of the sheet. */
function Places({
  box,
  media,
  onSet,
}: {
  readonly box: Rect;
  readonly media: Rect;
  readonly onSet: (box: Rect) => void;
}) {
  const { unit } = useUnit();
  const margins = {
    left: box.x,
    right: media.width - box.x - box.width,
    top: media.height - box.y - box.height,
    bottom: box.y,
  };
  const inset = (edge: keyof typeof margins, mm: number): void => {
    const m = { ...margins, [edge]: mm };
    const [width, height] = [media.width - m.left - m.right, media.height - m.top - m.bottom];
    if (width < 1 || height < 1) throw new Error('That leaves nothing of the page.');
    onSet({ x: m.left, y: m.bottom, width, height });
  };
  const length = (label: string, value: number, set: (mm: number) => void) => (
    <LengthField label={label} value={Math.round(value * 100) / 100} unit={unit} min={-5000} onChange={set} />
  );
  const pair = 'flex flex-wrap gap-x-1.5 gap-y-1';
  return (
    <>
      <Row label="From left, foot">
        <span className={pair}>
          {length('Box from the left', box.x, (x) => onSet({ ...box, x }))}
          {length('Box from the foot', box.y, (y) => onSet({ ...box, y }))}
        </span>
      </Row>
      <Row label="Left, right">
        <span className={pair}>
          {length('Margin at the left', margins.left, (mm) => inset('left', mm))}
          {length('Margin at the right', margins.right, (mm) => inset('right', mm))}
        </span>
      </Row>
      <Row label="Head, foot">
        <span className={pair}>
          {length('Margin at the head', margins.top, (mm) => inset('top', mm))}
          {length('Margin at the foot', margins.bottom, (mm) => inset('bottom', mm))}
        </span>
      </Row>
    </>
  );
}

/** A typed range, as it is kept; nothing typed is the page that is shown. @throws PageRangeError */
function ranged(text: string): string | null {
  const word = text.trim();
  if (word === '') return null;
  parsePageRange(word);
  return word;
}

/** A guess as a wish by hand: somebody has looked at it. */
function taking({ file, pages }: WorkFor, { pieces }: Guess) {
  const [first] = pieces;
  if (pieces.length > 1) return { file, pages, why: 'hand' as const, pieces: [...pieces] };
  return withBoxes([], { file, pages }, { trim: first!.trim, bleed: first!.bleed })[0]!;
}
