import {
  artworkSize,
  asLargeAs,
  formatLength,
  formatNumber,
  mostOverlap,
  nameSize,
  overlapSaid,
  parseLength,
  plural,
  sizePatch,
  withStockFor,
  type Patch,
  type Size,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick } from '../../../ui/choices';
import { Entry, LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { usePoster } from '../context';
import { BleedControl, CopiesControl, SizeControl, useWish, type Props } from '../controls';
import { MadeAs, TitleRow } from './MadeAs';

/** How much neighbours overlap, and how much more would cost no sheet. */
export function OverlapControl(props: Props) {
  const { product, poster } = usePoster(({ product, poster }) => ({ product, poster }));
  const { unit } = useUnit();
  const wish = useWish(props);
  const step = unit === 'mm' ? 1 : 25.4 / 8;
  const most = Math.floor(Math.min(500, mostOverlap(poster)) / step + 1e-6) * step;
  const even = !product.across && !product.down && poster.panels.length > 1 && !poster.allOverlap;
  const put = (overlap: number): void =>
    wish({ product: { overlap: Math.round(overlap * 1e4) / 1e4 } }, `panels ${overlapSaid(overlap, unit)}`);
  return (
    <span className="grid gap-1">
      <LengthField
        label="Overlap"
        value={product.overlap}
        unit={unit}
        min={-500}
        max={500}
        autoFocus={props.autoFocus}
        onChange={put}
      />
      {even && most > product.overlap + 1e-6 && (
        <Button small onPress={() => put(most)}>
          {formatLength(most, unit)} still make {poster.panels.length}
        </Button>
      )}
    </span>
  );
}

/** How many panels there are across and down: as many as it takes, or so many by hand. */
export function PanelCounts() {
  const { product, poster, change } = usePoster(({ product, poster, change }) => ({ product, poster, change }));
  const put = (key: 'columns' | 'rows', text: string): void => {
    const free = /^\s*(as it takes)?\s*$/i.test(text);
    const n = Number(text.trim());
    if (!free && !(Number.isInteger(n) && n >= 1 && n <= 60)) throw new Error('Type 1 to 60, or “as it takes”.');
    const at = key === 'columns' ? { across: null } : { down: null };
    change(
      { product: { [key]: free ? null : n, ...at } },
      free ? `as many ${key} as it takes` : plural(n, key.slice(0, -1)),
    );
  };
  const shown = (n: number | null, at: readonly number[] | null, now: number): string =>
    n === null && !at ? `as it takes: ${now}` : String(now);
  const entry = (key: 'columns' | 'rows', label: string, at: readonly number[] | null, now: number) => (
    <Entry
      label={label}
      shown={shown(product[key], at, now)}
      take={(t) => put(key, t.replace(/^as it takes:.*$/, 'as it takes'))}
    />
  );
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      {entry('columns', 'Panels across', product.across, poster.columns)} across
      {entry('rows', 'Panels down', product.down, poster.rows)} down
    </span>
  );
}

/** The size by a factor of the artwork's own, or as large as so many sheets give. */
function SizeBy() {
  const { docket, artwork, shop, panels, change } = usePoster(({ docket, artwork, shop, poster, change }) => ({
    docket,
    artwork,
    shop,
    panels: poster.panels.length,
    change,
  }));
  const { unit } = useUnit();
  const own = artworkSize(artwork, docket.artwork.box);
  const { finished } = docket.product;
  const put = (to: Size, label: string): void => {
    const patch: Patch = sizePatch(docket, artwork, to);
    change(withStockFor(docket, artwork, shop, patch), label);
  };
  const factor = finished.width / own.width;
  return (
    <>
      <Row label="By factor" hint={`of ${nameSize(own, unit)}, the artwork’s own`}>
        <Entry
          label="Enlarged to, per cent"
          shown={`${formatNumber(factor * 100, 1)} %`}
          take={(text) => {
            const k = Number(text.replace('%', '').replace(',', '.').trim()) / 100;
            const to = { width: Math.round(own.width * k * 10) / 10, height: Math.round(own.height * k * 10) / 10 };
            if (!(Math.min(to.width, to.height) >= 20 && Math.max(to.width, to.height) <= 20_000))
              throw new Error('A poster is 20 mm to 20 m: type another per cent.');
            put(to, `${formatNumber(k * 100, 1)} % of the artwork`);
          }}
        />
      </Row>
      <Row label="As large as" hint="the largest that so many sheets of this stock give">
        <Entry
          label="As large as so many sheets"
          shown={String(panels)}
          take={(text) => {
            const n = Number(/\d+/.exec(text)?.[0]);
            if (!(Number.isInteger(n) && n >= 1 && n <= 400)) throw new Error('Type how many sheets: 1 to 400.');
            const even = {
              ...docket,
              product: { ...docket.product, columns: null, rows: null, across: null, down: null },
            };
            const to = asLargeAs(even, own, n);
            if (!to) throw new Error('Less overlap first: nothing is left of a sheet.');
            change(
              { product: { finished: to, columns: null, rows: null, across: null, down: null } },
              `as large as ${plural(n, 'sheet')} give`,
            );
          }}
        />
      </Row>
    </>
  );
}

const CORNERS = [
  { key: 'upper-left', label: 'Upper left' },
  { key: 'upper-right', label: 'Upper right' },
  { key: 'lower-left', label: 'Lower left' },
  { key: 'lower-right', label: 'Lower right' },
] as const;

/** Which of two neighbours lies over the other. */
function OnTop() {
  const { over, change } = usePoster(({ product, change }) => ({ over: product.over, change }));
  return (
    <Row label="On top are">
      <span className="flex flex-wrap gap-2">
        <Choice
          label="On top across"
          value={over.across}
          options={[
            { key: 'left', label: 'Left' },
            { key: 'right', label: 'Right' },
          ]}
          onChange={(across) => change({ product: { over: { across } } }, `the ${across} one on top`)}
        />
        <Choice
          label="On top down"
          value={over.down}
          options={[
            { key: 'upper', label: 'Upper' },
            { key: 'lower', label: 'Lower' },
          ]}
          onChange={(down) => change({ product: { over: { down } } }, `the ${down} one on top`)}
        />
      </span>
    </Row>
  );
}

/** How panels are joined: what lies over what, where the joint is seen, what is kept free. */
function JointRows() {
  const { product, docket, change } = usePoster(({ product, docket, change }) => ({ product, docket, change }));
  const { unit } = useUnit();
  const { crop } = docket.marks;
  return (
    <>
      {product.overlap > 0 && (
        <>
          <Row
            label="The joint is"
            hint={product.lap === 'under' ? 'at the edge of the panel on top' : 'in the middle of the overlap'}
          >
            <Choice
              label="How panels are joined"
              value={product.lap}
              options={[
                { key: 'under', label: 'Lapped' },
                { key: 'both', label: 'Cut through both' },
              ]}
              onChange={(lap) =>
                change({ product: { lap } }, lap === 'under' ? 'lapped joints' : 'joints cut through both')
              }
            />
          </Row>
          {product.lap === 'under' && <OnTop />}
        </>
      )}
      <Row label="Panel A1 is" hint="letters are rows, numbers columns">
        <Pick
          label="Where panel A1 hangs"
          value={product.corner}
          options={[...CORNERS]}
          onChange={(corner) => change({ product: { corner } }, `A1 at the ${corner.replace('-', ' ')}`)}
        />
      </Row>
      <Row
        label="Kept free"
        hint={
          product.room === null
            ? crop.on
              ? 'what crop marks need'
              : 'nothing: there are no crop marks'
            : 'round every panel'
        }
      >
        <Entry
          label="Kept free round every panel"
          shown={product.room === null ? 'for marks' : formatLength(product.room, unit)}
          take={(text) => {
            const room = /^\s*(for marks)?\s*$/i.test(text) ? null : parseLength(text, unit);
            if (room !== null && !(room >= 0 && room <= 100)) throw new Error('Type 0 to 100 mm, or “for marks”.');
            change({ product: { room } }, room === null ? 'room for marks' : `${formatLength(room, unit)} kept free`);
          }}
        />
      </Row>
    </>
  );
}

/** What a poster is: how many, how large, in which panels, how they are joined. */
export function PosterControls() {
  const several = usePoster((s) => s.poster.panels.length > 1);
  return (
    <>
      <TitleRow />
      <MadeAs />
      <Row label="Copies">
        <CopiesControl />
      </Row>
      <Row label="Size on the wall">
        <SizeControl />
      </Row>
      <SizeBy />
      <Row label="Bleed">
        <BleedControl />
      </Row>
      <Row label="Panels">
        <PanelCounts />
      </Row>
      <Row label="Overlap" hint="below 0 a gap between panels">
        <OverlapControl />
      </Row>
      {several && <JointRows />}
    </>
  );
}
