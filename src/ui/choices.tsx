import { ChevronDown } from 'lucide-react';
import { Suspense, useRef, useState } from 'react';
import { Button, Radio, RadioGroup, Switch, type KeyboardEvent } from 'react-aria-components';
import { fetched } from './fetched';
import type { Option } from './option';
import { Swatch } from './Swatch';

export type { Option } from './option';

/** One of a few, all to be seen. */
export function Choice<K extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: K;
  options: readonly Option<K>[];
  onChange: (key: K) => void;
}) {
  return (
    <RadioGroup
      aria-label={label}
      value={value}
      onChange={(k) => k !== value && onChange(k as K)}
      className="flex flex-wrap"
    >
      {options.map((o) => (
        <Radio
          key={o.key}
          value={o.key}
          className="-ml-px min-h-7 cursor-pointer border border-ink/35 bg-paper px-2 py-0.5 text-sm first:ml-0 first:rounded-l-sm last:rounded-r-sm data-[selected]:border-ink data-[selected]:bg-ink data-[selected]:text-paper"
        >
          {o.label}
        </Radio>
      ))}
    </RadioGroup>
  );
}

/** A list is opened by hand: what draws it is fetched when the screen stands. */
export const pickList = fetched(async () => (await import('./PickList')).PickList);

/** One of many, from a list, which is made when it is opened: a screen has dozens of lists, and most stay closed. */
export function Pick<K extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: K;
  options: readonly Option<K>[];
  onChange: (key: K) => void;
}) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const at = options.findIndex((o) => o.key === value);
  const shown = options[at];
  const take = (key: K | undefined): void => {
    setOpen(false);
    if (key !== undefined && key !== value) onChange(key);
  };
  /** The next that begins with a letter, from the one shown on. */
  const named = (letter: string): Option<K> | undefined =>
    [...options.slice(at + 1), ...options.slice(0, at)].find((o) => o.label.toLowerCase().startsWith(letter));
  const onKeyDown = (e: KeyboardEvent): void => {
    const plain = !e.ctrlKey && !e.metaKey && !e.altKey;
    const step = plain ? { ArrowRight: 1, ArrowLeft: -1 }[e.key] : undefined;
    const to = step === undefined ? undefined : options[Math.max(0, Math.min(options.length - 1, at + step))];
    const like = plain && e.key.length === 1 && e.key !== ' ' ? named(e.key.toLowerCase()) : undefined;
    // what is not for the list is for the screen: undo, views
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') setOpen(true);
    else if (to ?? like) take((to ?? like)?.key);
    else return e.continuePropagation();
    e.preventDefault();
  };
  return (
    <>
      <Button
        ref={trigger}
        aria-label={`${shown?.label ?? ''} ${label}`}
        aria-haspopup="listbox"
        aria-expanded={open}
        onPress={() => setOpen(true)}
        onKeyDown={onKeyDown}
        className="flex min-h-7 w-full items-center gap-2 rounded-sm border border-ink/35 bg-paper px-2 py-0.5 text-left text-[0.95rem]"
      >
        {shown?.swatch && <Swatch colour={shown.swatch} />}
        <span className="min-w-0 flex-1 truncate">{shown?.label ?? ' '}</span>
        <ChevronDown size={14} className="shrink-0" aria-hidden />
      </Button>
      {open && (
        <Suspense>
          <pickList.View
            trigger={trigger}
            onClose={() => setOpen(false)}
            label={label}
            value={value}
            options={options}
            take={take as (key: string | undefined) => void}
          />
        </Suspense>
      )}
    </>
  );
}

/** On or off. */
export function Toggle({ label, value, onChange }: { label: string; value: boolean; onChange: (on: boolean) => void }) {
  return (
    <Switch
      isSelected={value}
      onChange={onChange}
      className="group inline-flex min-h-7 cursor-pointer items-center gap-2 text-sm"
    >
      <span className="flex h-4 w-7 shrink-0 items-center border border-ink/50 bg-paper p-px group-data-[selected]:bg-moss group-data-[focus-visible]:outline-3 group-data-[focus-visible]:outline-rust">
        <span className="size-3 bg-ink transition-transform group-data-[selected]:translate-x-3 group-data-[selected]:bg-paper" />
      </span>
      {label}
    </Switch>
  );
}
