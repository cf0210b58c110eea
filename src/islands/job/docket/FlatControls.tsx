import { inSequence, type FlatProduct, type FlatOrder, wholeNumber } from '../../../core';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { CountField, Entry, Row } from '../../../ui/fields';
import { useFlat } from '../context';
import { BleedControl, CopiesControl, OneOf, SizeControl, useWish, type Props } from '../controls';
import { CornersRow } from './CornersRow';
import { FlatLines } from './FlatLines';
import { MadeAs, TitleRow } from './MadeAs';
import { PartsRows } from './PartsControl';
import { withQuantity } from './quantity';

const SIDES = { one: 'one-sided', two: 'two-sided' } as const;

/** Whether there are backs. */
export function SidesControl(props: Props) {
  const product = useFlat((s) => s.product);
  const wish = useWish(props);
  return (
    <OneOf
      done={props.done}
      label="Sides"
      value={product.sides}
      options={[
        { key: 'one', label: 'One side', detail: 'every page is a front' },
        { key: 'two', label: 'Two sides', detail: 'fronts and backs in turns' },
      ]}
      onChange={(sides) => wish({ product: { sides } }, SIDES[sides])}
    />
  );
}

const ORDERS: readonly { readonly order: FlatOrder; readonly label: string; readonly detail: string }[] = [
  { order: { kind: 'repeat' }, label: 'Each on sheets of its own', detail: 'all places the same' },
  { order: { kind: 'shared', forms: 'fewest-sheets' }, label: 'Sharing sheets', detail: 'each its own quantity' },
  { order: { kind: 'sequence', way: 'across', last: null }, label: 'In sequence across', detail: '1 2 3' },
  { order: { kind: 'sequence', way: 'down', last: null }, label: 'In sequence down', detail: '1 4 7' },
  { order: { kind: 'stack', lot: null, last: null }, label: 'Cut and stacked', detail: 'piles in order' },
  { order: { kind: 'pads', of: 50 }, label: 'As pads', detail: 'every pile a pad' },
];
const keyOf = (o: FlatOrder): string => (o.kind === 'sequence' ? `${o.kind} ${o.way}` : o.kind);

/** In which order pieces lie on the sheets. */
export function OrderControl(props: Props) {
  const { order } = useFlat((s) => s.product);
  const wish = useWish(props);
  return (
    <OneOf
      done={props.done}
      label="Order"
      value={keyOf(order)}
      options={ORDERS.map((o) => ({ key: keyOf(o.order), label: o.label, detail: o.detail }))}
      onChange={(key) => {
        const to = ORDERS.find((o) => keyOf(o.order) === key)!;
        wish({ product: { order: to.order } }, to.label.toLowerCase());
      }}
    />
  );
}

/** Pieces whose quantities are typed one by one; of more they are typed as a list. */
const ONE_BY_ONE = 12;

/** How many of each are wanted. */
export function Quantities() {
  const { product, flat, change } = useFlat(({ product, flat, change }) => ({ product, flat, change }));
  const { ordered: each } = flat;
  const ordered = Array.from(each);
  if (ordered.length > ONE_BY_ONE)
    return (
      <Entry
        label="How many of each, in their order"
        wide
        shown={ordered.join(', ')}
        take={(text) => {
          const list = text.split(/[,;\s]+/).filter(Boolean);
          if (list.length !== ordered.length || list.some((t) => !/^\d{1,8}$/.test(t)))
            throw new Error(`Type ${ordered.length} numbers with commas between, 0 for none.`);
          const quantities = list.flatMap((t, i) =>
            Number(t) === product.copies ? [] : [{ piece: i + 1, copies: Number(t) }],
          );
          change({ product: { quantities } }, 'how many of each');
        }}
      />
    );
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,6.4rem)] gap-1 [&_input]:w-20">
      {ordered.map((n, i) => (
        <li key={i} className="flex items-center gap-2 text-sm">
          <span className="w-4 text-right">{i + 1}</span>
          <CountField
            label={`How many of ${product.what} ${i + 1}`}
            value={n}
            min={0}
            max={10_000_000}
            onChange={(to) =>
              change(
                { product: { quantities: withQuantity(product, i + 1, to) } },
                `${wholeNumber(to)} of ${product.what} ${i + 1}`,
              )
            }
          />
        </li>
      ))}
    </ul>
  );
}

/** What belongs to an order: how many unlike sheets, how high a lot, how thick a pad, what the last sheets have. */
function OrderDetails() {
  const { order, change } = useFlat(({ product, change }) => ({ order: product.order, change }));
  const put = (to: FlatOrder, label: string): void => change({ product: { order: to } }, label);
  switch (order.kind) {
    case 'repeat':
      return null;
    case 'shared':
      return (
        <Row label="Unlike sheets">
          <Pick
            label="Unlike sheets"
            value={String(order.forms)}
            options={[
              'fewest-sheets',
              '1',
              '2',
              '3',
              '4',
              ...(Number(order.forms) > 4 ? [String(order.forms)] : []),
            ].map((key) => ({ key, label: key === 'fewest-sheets' ? 'As many as save sheets' : key }))}
            onChange={(key) =>
              put(
                { ...order, forms: key === 'fewest-sheets' ? key : Number(key) },
                key === 'fewest-sheets' ? 'as many unlike sheets as save sheets' : `${key} unlike sheets`,
              )
            }
          />
        </Row>
      );
    case 'pads':
      return (
        <Row label="Leaves of a pad">
          <CountField
            label="Leaves of a pad"
            value={order.of}
            max={1000}
            onChange={(of) => put({ ...order, of }, `pads of ${of}`)}
          />
        </Row>
      );
    case 'sequence':
      return <LastRow order={order} put={(last) => put({ ...order, last }, 'what the last sheet has')} />;
    case 'stack':
      return (
        <>
          <Row
            label="Sheets of a lot"
            hint={order.lot === null ? 'as many as the guillotine lifts' : 'each lot is in order by itself'}
          >
            <Entry
              label="Sheets of a lot"
              shown={order.lot === null ? 'a lift' : String(order.lot)}
              take={(text) => {
                const lot = /^\s*(a lift)?\s*$/i.test(text) ? null : Number(text.trim());
                if (lot !== null && !(Number.isInteger(lot) && lot >= 1 && lot <= 100_000))
                  throw new Error('Type how many sheets, or “a lift”.');
                put({ ...order, lot }, lot === null ? 'lots of a lift' : `lots of ${lot} sheets`);
              }}
            />
          </Row>
          <LastRow order={order} put={(last) => put({ ...order, last }, 'what the last sheets have')} />
        </>
      );
  }
}

type Last = 'blanks' | 'repeats' | 'smaller-lot' | null;

/** What becomes of places that nothing is left for. */
function LastRow<O extends Extract<FlatOrder, { last: unknown }>>({
  order,
  put,
}: {
  readonly order: O;
  readonly put: (last: O['last']) => void;
}) {
  const all: { key: string; label: string }[] = [
    { key: 'as-needed', label: 'As the quantity needs' },
    { key: 'blanks', label: 'Places stay empty' },
    { key: 'repeats', label: 'Filled with the same' },
    ...(order.kind === 'stack' ? [{ key: 'smaller-lot', label: 'A smaller lot' }] : []),
  ];
  const now: Last = order.last;
  return (
    <Row label="Last sheets">
      <Pick
        label="What the last sheets have"
        value={now ?? 'as-needed'}
        options={all}
        onChange={(key) => put((key === 'as-needed' ? null : key) as O['last'])}
      />
    </Row>
  );
}

const CALLED: readonly FlatProduct['what'][] = ['card', 'ticket', 'label', 'form', 'invitation', 'print'];

/** What flat work is: how many, of which size, on how many sides, in which order. */
export function FlatControls() {
  const { product, pieces, change } = useFlat(({ product, flat, change }) => ({
    product,
    pieces: flat.sets.length,
    change,
  }));
  const sequence = inSequence(product);
  const several = pieces > 1;
  return (
    <>
      <TitleRow />
      <MadeAs />
      <Row label="One is called">
        <Pick
          label="What one is called"
          value={product.what}
          options={CALLED.map((key) => ({ key, label: key }))}
          onChange={(what) => change({ product: { what } }, what)}
        />
      </Row>
      <Row label={several ? (sequence ? 'Sets' : 'Of each') : 'Copies'}>
        <CopiesControl />
      </Row>
      {several && !sequence && product.parts.length === 0 && (
        <Row label="By piece" hint="those that are wanted in another number">
          <Quantities />
        </Row>
      )}
      <Row label="Made more" hint="for what the finishing spoils">
        <Entry
          label="Made more, per cent"
          shown={`${product.overs} %`}
          take={(t) => {
            const overs = Number(t.replace('%', '').replace(',', '.').trim());
            if (!(overs >= 0 && overs <= 100)) throw new Error('Type 0 to 100 per cent.');
            change({ product: { overs } }, `${overs} % more`);
          }}
        />
      </Row>
      <Row label="Sides">
        <SidesControl />
      </Row>
      <Row label="Finished size">
        <SizeControl />
      </Row>
      <Row label="Bleed">
        <BleedControl />
      </Row>
      {several && (
        <Row label="Order">
          <OrderControl />
        </Row>
      )}
      {several && <OrderDetails />}
      <FlatLines />
      <CornersRow />
      <PartsRows />
      <Row label="For transfer">
        <Toggle
          label="Mirrored"
          value={product.mirrored}
          onChange={(mirrored) => change({ product: { mirrored } }, mirrored ? 'mirrored' : 'the right way round')}
        />
      </Row>
    </>
  );
}

/** Every other row or column head to tail. */
export function TurnedControl() {
  const { turned, change } = useFlat(({ product, change }) => ({ turned: product.lies.turned, change }));
  return (
    <Choice
      label="Head to tail"
      value={turned}
      options={[
        { key: 'none', label: 'All alike' },
        { key: 'rows', label: 'Rows' },
        { key: 'columns', label: 'Columns' },
      ]}
      onChange={(to) =>
        change({ product: { lies: { turned: to } } }, to === 'none' ? 'all alike' : `${to} head to tail`)
      }
    />
  );
}
