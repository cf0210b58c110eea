import { formatLength, type Lies, type Unit } from '../../../core';
import { Pick } from '../../../ui/choices';
import { Entry, LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useFlat } from '../context';
import { withPlaces, withStaying } from '../singles';
import { TurnedControl } from './FlatControls';

/** How pieces of flat work lie on their sheet: which way round, how many, how far apart, which are turned or left out. */
export function FlatLies() {
  const { lies, change } = useFlat(({ product, change }) => ({ lies: product.lies, change }));
  return (
    <>
      <Row label="They lie">
        <Pick
          label="How pieces lie"
          value={lies.way}
          options={[
            { key: 'auto', label: 'As is best', detail: 'fewest sheets, then cuts' },
            { key: 'upright', label: 'Upright' },
            { key: 'sideways', label: 'Sideways' },
            { key: 'mixed', label: 'Both ways', detail: 'in two blocks' },
          ]}
          onChange={(way) => change({ product: { lies: { way } } }, `pieces lie ${way}`)}
        />
      </Row>
      <GridRow lies={lies} />
      <GapRow lies={lies} />
      <Row label="Head to tail">
        <TurnedControl />
      </Row>
      <MovedRow lies={lies} />
      <SinglesRows lies={lies} />
    </>
  );
}

interface OfLies {
  readonly lies: Lies;
}

/** Columns and rows, where they are set by hand. */
function GridRow({ lies }: OfLies) {
  const { grid, change } = useFlat(({ plan, change }) => ({ grid: plan.sheets.main.lay.grid, change }));
  const set = lies.columns !== null || lies.rows !== null;
  const shown = set ? `${lies.columns ?? '–'} × ${lies.rows ?? '–'}` : 'as many as fit';
  return (
    <Row label="Across × down" hint={!set && grid ? `${grid.columns} × ${grid.rows} now` : undefined}>
      <Entry
        label="Columns and rows"
        wide
        shown={shown}
        take={(text) => {
          if (/^\s*(as many as fit)?\s*$/i.test(text)) {
            change({ product: { lies: { columns: null, rows: null } } }, 'as many as fit');
            return;
          }
          const m = /^\s*(\d{1,3})\s*[x×*]\s*(\d{1,3})\s*$/i.exec(text);
          const [columns, rows] = [Number(m?.[1]), Number(m?.[2])];
          if (!m || columns < 1 || rows < 1 || columns > 500 || rows > 500)
            throw new Error('Type how many across and down: 3 × 7.');
          change({ product: { lies: { columns, rows } } }, `${columns} × ${rows}`);
        }}
      />
    </Row>
  );
}

/** Two lengths beside each other. */
function Two({
  of,
  unit,
  least = 0,
  most,
}: {
  readonly of: readonly (readonly [label: string, value: number, onChange: (mm: number) => void])[];
  readonly unit: Unit;
  readonly least?: number;
  readonly most: number;
}) {
  return (
    <span className="grid grid-cols-2 gap-1">
      {of.map(([label, value, onChange]) => (
        <LengthField key={label} label={label} value={value} unit={unit} min={least} max={most} onChange={onChange} />
      ))}
    </span>
  );
}

/** The gap between columns and between rows. */
function GapRow({ lies }: OfLies) {
  const { gap, bleed, change } = useFlat(({ flat, product, change }) => ({
    gap: flat.gap,
    bleed: product.bleed,
    change,
  }));
  const { unit } = useUnit();
  const set = lies.gap.across !== null || lies.gap.down !== null;
  const put = (way: 'across' | 'down', mm: number): void =>
    change({ product: { lies: { gap: { [way]: mm } } } }, `gap ${formatLength(mm, unit)} ${way}`);
  return (
    <Row
      label="Gap"
      hint={
        set
          ? `across and down; twice the bleed is ${formatLength(2 * bleed, unit)}`
          : 'across and down: twice the bleed'
      }
    >
      <Two
        unit={unit}
        most={200}
        of={[
          ['Gap across', gap.across, (mm) => put('across', mm)],
          ['Gap down', gap.down, (mm) => put('down', mm)],
        ]}
      />
    </Row>
  );
}

/** How far the whole is moved from the middle of the sheet. */
function MovedRow({ lies }: OfLies) {
  const change = useFlat((s) => s.change);
  const { unit } = useUnit();
  const put = (way: 'x' | 'y', mm: number): void =>
    change({ product: { lies: { offset: { [way]: mm } } } }, `moved ${formatLength(mm, unit)}`);
  return (
    <Row label="Moved" hint="from the middle, to the right and up, as far as it prints">
      <Two
        unit={unit}
        least={-1000}
        most={1000}
        of={[
          ['Moved to the right', lies.offset.x, (mm) => put('x', mm)],
          ['Moved up', lies.offset.y, (mm) => put('y', mm)],
        ]}
      />
    </Row>
  );
}

/** Single places that are left empty or turned by half, by their numbers from the upper left. */
function SinglesRows({ lies }: OfLies) {
  const { change, shared } = useFlat(({ change, product }) => ({ change, shared: product.order.kind === 'shared' }));
  const stays = lies.singles.flatMap(({ place, piece }) => (piece === undefined ? [] : [`${place} = ${piece}`]));
  const keep = (text: string): void => {
    const list = text.split(/[,;]+/).filter((t) => t.trim() !== '' && t.trim() !== 'none');
    const stay = list.map((t) => {
      const [, place, piece] = /^\s*(\d{1,3})\s*[=:]\s*(\d{1,5})\s*$/.exec(t) ?? [];
      return { place: Number(place), piece: Number(piece) };
    });
    if (stay.some(({ place, piece }) => !(place >= 1 && place <= 500 && piece >= 1)))
      throw new Error('Type the place, and which stays there: 7 = 2.');
    change({ product: { lies: { singles: withStaying(lies.singles, stay) } } }, 'kept in their places');
  };
  const of = (what: 'empty' | 'turned'): number[] => lies.singles.flatMap((s) => (s[what] ? [s.place] : []));
  const put = (what: 'empty' | 'turned', text: string): void => {
    const list = text.split(/[,;\s]+/).filter((t) => t !== '' && t !== 'none');
    const places = list.map(Number);
    if (places.some((n) => !Number.isInteger(n) || n < 1 || n > 500))
      throw new Error('Type the numbers of places, from the upper left: 3, 7.');
    const singles = withPlaces(lies.singles, what, places);
    change({ product: { lies: { singles } } }, `${what === 'empty' ? 'empty' : 'turned'} places`);
  };
  return (
    <>
      {shared && (
        <Row label="Kept in place" hint="the place, and which stays there">
          <Entry label="Kept in place" wide shown={stays.join(', ') || 'none'} take={keep} />
        </Row>
      )}
      {(['empty', 'turned'] as const).map((what) => (
        <Row key={what} label={what === 'empty' ? 'Left empty' : 'Turned round'}>
          <Entry
            label={what === 'empty' ? 'Places left empty' : 'Places turned round'}
            wide
            shown={of(what).join(', ') || 'none'}
            take={(text) => put(what, text)}
          />
        </Row>
      ))}
    </>
  );
}
