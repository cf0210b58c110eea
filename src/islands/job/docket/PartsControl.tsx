import { Plus, X } from 'lucide-react';
import { wholeNumber, type FormPart } from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { Swatch } from '../../../ui/Swatch';
import { useFlat, useJob } from '../context';
import { stockOptions } from '../wishes';

/** What parts are called until somebody says otherwise. */
const CALLED = ['Office copy', 'Customer’s copy', 'File copy'];
const MOST = 10;

const nameOf = (i: number): string => CALLED[i] ?? `Part ${i + 1}`;

/** The parts of a set: what each is called and what it is on. */
export function PartsRows() {
  const { parts, collated, what, stock, change } = useFlat(({ product, docket, change }) => ({
    parts: product.parts,
    collated: product.collated,
    what: product.what,
    stock: docket.sheet.stock,
    change,
  }));
  const put = (parts: FormPart[], label: string): void => change({ product: { parts } }, label);
  const add = (): void => {
    const from = parts.length === 0 ? [{ name: nameOf(0), stock: null }] : parts;
    put([...from, { name: nameOf(from.length), stock: null }], `${wholeNumber(from.length + 1)} parts`);
  };
  return (
    <>
      <Row
        label="Parts"
        hint={
          parts.length === 0
            ? `one ${what} becomes several, each on its own paper`
            : '{Part} in an imprint is the part’s name'
        }
      >
        {parts.length > 0 && (
          <ol className="grid gap-2 pt-1">
            {parts.map((part, i) => (
              <OnePart
                key={i}
                part={part}
                number={i + 1}
                stock={stock}
                set={(to, label) =>
                  put(
                    parts.map((p, k) => (k === i ? { ...p, ...to } : p)),
                    label,
                  )
                }
                remove={() => put(parts.length === 2 ? [] : parts.filter((_, k) => k !== i), `without ${part.name}`)}
              />
            ))}
          </ol>
        )}
        <Button small className="mt-1" isDisabled={parts.length >= MOST} onPress={add}>
          <Plus size={13} aria-hidden /> {parts.length === 0 ? 'Make sets of parts' : 'One more part'}
        </Button>
      </Row>
      {parts.length > 1 && (
        <Row label="They come">
          <Choice
            label="How parts come"
            value={collated}
            options={[
              { key: 'sets', label: 'Set by set' },
              { key: 'parts', label: 'Part by part' },
            ]}
            onChange={(to) => change({ product: { collated: to } }, to === 'sets' ? 'set by set' : 'part by part')}
          />
        </Row>
      )}
    </>
  );
}

function OnePart({
  part,
  number,
  stock,
  set,
  remove,
}: {
  readonly part: FormPart;
  readonly number: number;
  readonly stock: NonNullable<FormPart['stock']>;
  readonly set: (part: Partial<FormPart>, label: string) => void;
  readonly remove: () => void;
}) {
  const shop = useJob((s) => s.shop);
  const on = part.stock ?? stock;
  return (
    <li className="grid gap-1">
      <span className="flex items-center gap-1">
        <Swatch colour={on.swatch} />
        <span className="min-w-0 grow">
          <Entry
            label={`Name of part ${number}`}
            wide
            shown={part.name}
            take={(name) => {
              if (name.trim() === '') throw new Error('Type a name.');
              set({ name: name.trim().slice(0, 100) }, `part ${number} is ${name.trim()}`);
            }}
          />
        </span>
        <Button small kind="quiet" aria-label={`Without part ${number}`} onPress={remove}>
          <X size={14} />
        </Button>
      </span>
      <Pick
        label={`Stock of part ${number}`}
        value={on.id}
        options={stockOptions(shop, on)}
        onChange={(id) => {
          const found = shop.stocks.find((s) => s.id === id);
          if (found) set({ stock: found.id === stock.id ? null : found }, `part ${number} on ${found.name}`);
        }}
      />
    </li>
  );
}
