import { ChevronDown } from 'lucide-react';
import {
  Button,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
  Radio,
  RadioGroup,
  Select,
  SelectValue,
  Switch,
} from 'react-aria-components';

export interface Option<K extends string> {
  readonly key: K;
  readonly label: string;
  readonly detail?: string;
  readonly swatch?: string;
}

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

function Options<K extends string>({ options }: { options: readonly Option<K>[] }) {
  return (
    <ListBox items={options.map((o) => ({ ...o, id: o.key }))} className="max-h-80 overflow-auto outline-none">
      {(o) => (
        <ListBoxItem
          id={o.id}
          textValue={o.label}
          className="flex cursor-pointer items-center gap-2 px-3 py-1.5 outline-none data-[focused]:bg-oat-deep data-[selected]:font-semibold"
        >
          {o.swatch && <span className="size-4 shrink-0 border border-ink/40" style={{ background: o.swatch }} />}
          <span data-label>{o.label}</span>
          {o.detail && (
            <span data-detail className="num ml-auto pl-4 text-xs text-ink-soft">
              {o.detail}
            </span>
          )}
        </ListBoxItem>
      )}
    </ListBox>
  );
}

export const POPOVER = 'min-w-56 rounded-sm border border-ink/50 bg-paper shadow-md';

/** One of many, from a list. */
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
  return (
    <Select
      aria-label={label}
      value={value}
      onChange={(k) => k !== null && k !== value && onChange(k as K)}
      className="w-full"
    >
      <Label className="sr-only">{label}</Label>
      <Button className="flex min-h-7 w-full items-center gap-2 rounded-sm border border-ink/35 bg-paper px-2 py-0.5 text-left text-[0.95rem]">
        <SelectValue className="flex min-w-0 flex-1 items-center gap-2 [&_[data-detail]]:hidden [&_[data-label]]:truncate" />
        <ChevronDown size={14} className="shrink-0" aria-hidden />
      </Button>
      <Popover className={POPOVER}>
        <Options options={options} />
      </Popover>
    </Select>
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
