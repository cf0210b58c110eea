import { useState, type ReactNode } from 'react';
import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import { nameSize } from '../../core';
import { Choice, Pick, POPOVER } from '../../ui/choices';
import { CountField, Entry, LengthField, SizeField } from '../../ui/fields';
import { useUnit } from '../../ui/unit';
import { formatLength } from '../../core';
import { useJob } from './context';
import { machineOptions, stockOptions, withMachine, withStock } from './wishes';

/** A word of the sentence that can be changed where it stands. */
function Word({
  say,
  name,
  after = '',
  children,
}: {
  say: string;
  name: string;
  after?: string;
  children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  // what follows the word stays on its line: a comma never begins one
  return (
    <span className="whitespace-nowrap">
      <DialogTrigger isOpen={open} onOpenChange={setOpen}>
        <Button
          aria-label={`${name}: ${say}`}
          className="border-b-2 border-rust/60 leading-[1.25] font-semibold hover:border-rust hover:bg-paper"
        >
          {say}
        </Button>
        <Popover className={`${POPOVER} p-3 text-base`} placement="bottom start">
          <Dialog aria-label={name} className="grid gap-2 outline-none">
            {children(() => setOpen(false))}
          </Dialog>
        </Popover>
      </DialogTrigger>
      {after}
    </span>
  );
}

const UP_WORDS = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const upWord = (n: number): string => `${UP_WORDS[n] ?? n} up`;

function dueWord(due: string | null): string {
  return due
    ? new Date(due).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' })
    : 'a day not yet said';
}

/** `an 8-page`, `an 80-page`, `a 28-page`: 8, 11, 18 and what begins with eighty or eight hundred are said with a vowel. */
const article = (n: number): string => (/^(8|11$|18$|11\d{3}$|18\d{3}$)/.test(String(n)) ? 'an' : 'a');

/** The job as one plain sentence. */
export function Brief() {
  const { docket, plan, change, store } = useJob();
  const shop = store((s) => s.shop);
  const { unit } = useUnit();
  const { product, sheet } = docket;
  const up = plan.layout.slots.length;
  const setCopies = (copies: number): void => change({ product: { copies } }, `${copies} copies`);
  return (
    <p className="font-head text-[1.4rem] leading-[1.5]" aria-label="Brief">
      <Word say={String(product.copies)} name="Copies">
        {(close) => (
          <CountField
            label="Copies"
            value={product.copies}
            autoFocus
            onChange={(n) => {
              setCopies(n);
              close();
            }}
          />
        )}
      </Word>{' '}
      {product.copies === 1 ? 'copy' : 'copies'} of {article(plan.reading.length)} {plan.reading.length}-page,
      saddle-stitched booklet,{' '}
      <Word say={nameSize(product.finished, unit)} name="Finished size" after=",">
        {(close) => (
          <SizeField
            label="Finished size"
            value={product.finished}
            unit={unit}
            autoFocus
            onChange={(finished) => {
              change({ product: { finished } }, `finished size ${nameSize(finished, unit)}`);
              close();
            }}
          />
        )}
      </Word>{' '}
      bound{' '}
      <Word say={product.bound === 'top' ? 'at the top' : `on the ${product.bound}`} name="Bound edge" after=",">
        {(close) => (
          <Choice
            label="Bound edge"
            value={product.bound}
            options={[
              { key: 'left', label: 'left' },
              { key: 'right', label: 'right' },
              { key: 'top', label: 'top' },
            ]}
            onChange={(bound) => {
              change({ product: { bound } }, `bound ${bound}`);
              close();
            }}
          />
        )}
      </Word>{' '}
      <Word
        say={product.bleed === 0 ? 'no bleed' : `${formatLength(product.bleed, unit)} bleed`}
        name="Bleed"
        after=","
      >
        {(close) => (
          <LengthField
            label="Bleed"
            value={product.bleed}
            unit={unit}
            max={50}
            onChange={(bleed) => {
              change({ product: { bleed, endBleed: null } }, `bleed ${formatLength(bleed, unit)}`);
              close();
            }}
          />
        )}
      </Word>{' '}
      on{' '}
      <Word say={`${sheet.stock.name} ${sheet.stock.format}`} name="Stock" after=",">
        {(close) => (
          <Pick
            label="Stock"
            value={sheet.stock.id}
            options={stockOptions(shop, sheet.stock)}
            onChange={(id) => {
              withStock(shop, id, change);
              close();
            }}
          />
        )}
      </Word>{' '}
      <Word say={upWord(up)} name="Booklets on a sheet" after=",">
        {(close) => (
          <Choice
            label="Booklets on a sheet"
            value={sheet.up}
            options={[
              { key: 'one', label: 'one up' },
              { key: 'most', label: 'as many as fit' },
            ]}
            onChange={(u) => {
              change({ sheet: { up: u } }, u === 'one' ? 'one up' : 'as many up as fit');
              close();
            }}
          />
        )}
      </Word>{' '}
      run on{' '}
      <Word say={sheet.machine.name} name="Machine" after=",">
        {(close) => (
          <Pick
            label="Machine"
            value={sheet.machine.id}
            options={machineOptions(shop, sheet.machine)}
            onChange={(id) => {
              withMachine(shop, id, change);
              close();
            }}
          />
        )}
      </Word>{' '}
      for{' '}
      <Word say={dueWord(docket.due)} name="Due" after=".">
        {(close) => (
          <Entry
            label="Due"
            type="date"
            shown={docket.due ?? ''}
            wide
            take={(text) => {
              if (text && !/^\d{4}-\d\d-\d\d$/.test(text)) throw new Error('Type a date.');
              change({ due: text || null }, text ? `due ${text}` : 'no due date');
              close();
            }}
          />
        )}
      </Word>
    </p>
  );
}
