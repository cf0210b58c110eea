import {
  BINDING_CHOICES,
  bindingPatch,
  formatLength,
  nameSize,
  rulesOf,
  sizePatch,
  withStockFor,
  type Patch,
  type ProductKind,
  type Size,
} from '../../core';
import { Suspense } from 'react';
import { Choice, Pick, type Option } from '../../ui/choices';
import { fetched } from '../../ui/fetched';
import { CountField, LengthField, SizeField } from '../../ui/fields';
import { useUnit } from '../../ui/unit';
import { useBook, useJob } from './context';
import { machineOptions, stockOptions, withMachine, withStock } from './wishes';

/** The controls of single wishes: the same in the brief, where they close when used, and in the docket. */
export interface Props {
  readonly done?: () => void;
  readonly autoFocus?: boolean;
}

/** What opens from a word of the brief: it is fetched when the screen stands. */
export const searchList = fetched(async () => (await import('../../ui/SearchList')).SearchList);
export const sizeList = fetched(async () => (await import('../../ui/SizeList')).SizeList);

/** One of many: in the docket a button that opens a list; in the brief, where a word has opened it, the list itself. */
export function OneOf<K extends string>({
  done,
  label,
  value,
  options,
  onChange,
}: Props & {
  readonly label: string;
  readonly value: K;
  readonly options: readonly Option<K>[];
  readonly onChange: (key: K) => void;
}) {
  if (!done) return <Pick label={label} value={value} options={options} onChange={onChange} />;
  return (
    <Suspense fallback={<div className="h-40 w-80" aria-busy />}>
      <searchList.View
        label={label}
        value={value}
        options={options}
        take={(key) => (key === value ? done() : onChange(key as K))}
      />
    </Suspense>
  );
}

/** Changes the docket, then says that it was done. */
export function useWish({ done }: Props): (patch: Patch, label: string) => void {
  const change = useJob((s) => s.change);
  return (patch, label) => {
    change(patch, label);
    done?.();
  };
}

export function BindingControl(props: Props) {
  const docket = useBook((s) => s.docket);
  const { shop, artwork } = useJob(({ shop, artwork }) => ({ shop, artwork }));
  const wish = useWish(props);
  return (
    <OneOf
      done={props.done}
      label="Binding"
      value={rulesOf(docket.product.binding).keyOf(docket.product.binding)}
      options={BINDING_CHOICES}
      onChange={(key) => {
        const choice = BINDING_CHOICES.find((b) => b.key === key)!;
        wish(withStockFor(docket, artwork, shop, bindingPatch(choice, docket, shop)), choice.label.toLowerCase());
      }}
    />
  );
}

/** Copies at most, by kind. */
const MOST_COPIES: Readonly<Record<ProductKind, number>> = { bound: 1_000_000, flat: 10_000_000, poster: 100_000 };

export function CopiesControl(props: Props) {
  const docket = useJob((s) => s.docket);
  const wish = useWish(props);
  return (
    <CountField
      label="Copies"
      value={docket.product.copies}
      max={MOST_COPIES[docket.product.kind]}
      autoFocus={props.autoFocus}
      onChange={(copies) => wish({ product: { copies } }, `${copies} copies`)}
    />
  );
}

/** The shortest and the longest edge of a poster, mm. */
const POSTER_SIZES = [20, 20_000] as const;

export function SizeControl(props: Props) {
  const docket = useJob((s) => s.docket);
  const { shop, artwork } = useJob(({ shop, artwork }) => ({ shop, artwork }));
  const { unit } = useUnit();
  const wish = useWish(props);
  const { finished: value, kind } = docket.product;
  const limits = kind === 'poster' ? POSTER_SIZES : undefined;
  const take = (finished: Size): void =>
    wish(
      withStockFor(docket, artwork, shop, sizePatch(docket, artwork, finished)),
      `finished size ${nameSize(finished, unit)}`,
    );
  if (props.done)
    return (
      <Suspense fallback={<div className="h-40 w-72" aria-busy />}>
        <sizeList.View value={value} unit={unit} take={take} limits={limits} />
      </Suspense>
    );
  return <SizeField label="Finished size" value={value} unit={unit} onChange={take} limits={limits} />;
}

export function BoundControl(props: Props) {
  const docket = useBook((s) => s.docket);
  const wish = useWish(props);
  return (
    <Choice
      label="Bound edge"
      value={docket.product.bound}
      options={[
        { key: 'left', label: 'Left' },
        { key: 'right', label: 'Right' },
        { key: 'top', label: 'Top' },
      ]}
      onChange={(bound) => wish({ product: { bound } }, `bound ${bound}`)}
    />
  );
}

export function BleedControl(props: Props) {
  const docket = useJob((s) => s.docket);
  const { unit } = useUnit();
  const wish = useWish(props);
  return (
    <LengthField
      label="Bleed"
      value={docket.product.bleed}
      unit={unit}
      max={50}
      autoFocus={props.autoFocus}
      onChange={(bleed) =>
        wish(
          { product: docket.product.kind === 'bound' ? { bleed, endBleed: null } : { bleed } },
          `bleed ${formatLength(bleed, unit)}`,
        )
      }
    />
  );
}

const TRIMMING = {
  auto: 'trimmed as the stock allows',
  trimmed: 'trimmed',
  folded: 'folded, not trimmed',
} as const;

export function TrimmedControl(props: Props) {
  const { trimming } = useBook((s) => s.product);
  const wish = useWish(props);
  return (
    <OneOf
      done={props.done}
      label="Trimmed"
      value={trimming}
      options={[
        { key: 'auto', label: 'As the stock allows', detail: 'folded only on a sheet of the open size' },
        { key: 'trimmed', label: 'Three sides, when bound' },
        { key: 'folded', label: 'Folded, not trimmed' },
      ]}
      onChange={(to) => wish({ product: { trimming: to } }, TRIMMING[to])}
    />
  );
}

export function StockControl(props: Props) {
  const docket = useJob((s) => s.docket);
  const shop = useJob((s) => s.shop);
  const wish = useWish(props);
  const { stock } = docket.sheet;
  return (
    <OneOf
      done={props.done}
      label="Stock"
      value={stock.id}
      options={stockOptions(shop, stock)}
      onChange={(id) => withStock(shop, id, wish)}
    />
  );
}

export function MachineControl(props: Props) {
  const docket = useJob((s) => s.docket);
  const shop = useJob((s) => s.shop);
  const wish = useWish(props);
  const { machine } = docket.sheet;
  return (
    <OneOf
      done={props.done}
      label="Machine"
      value={machine.id}
      options={machineOptions(shop, machine)}
      onChange={(id) => withMachine(shop, id, wish)}
    />
  );
}

/** How many up are offered, with what is wished for now. */
const upChoices = (now: number | string): string[] => {
  const all = ['most', 'one', '2', '3', '4', '6', '8'];
  return all.includes(String(now)) ? all : [...all, String(now)];
};

export function UpControl(props: Props) {
  const docket = useJob((s) => s.docket);
  const wish = useWish(props);
  return (
    <OneOf
      done={props.done}
      label="Pieces up"
      value={String(docket.sheet.up)}
      options={upChoices(docket.sheet.up).map((key) => ({
        key,
        label: key === 'most' ? 'As many as fit' : key === 'one' ? 'One' : key,
      }))}
      onChange={(key) => {
        const up = key === 'one' || key === 'most' ? key : Number(key);
        wish({ sheet: { up } }, key === 'most' ? 'as many up as fit' : `${key} up`);
      }}
    />
  );
}
