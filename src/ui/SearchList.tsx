import { Autocomplete, Input, ListBox, ListBoxItem, SearchField, useFilter } from 'react-aria-components';
import type { Option } from './option';
import { Swatch } from './Swatch';

/** A list that stands open, with a field that searches it: the arrows walk the list while the focus is in the field. */
export function SearchList({
  label,
  value,
  options,
  take,
}: {
  readonly label: string;
  readonly value: string;
  readonly options: readonly Option[];
  readonly take: (key: string) => void;
}) {
  const { contains } = useFilter({ sensitivity: 'base' });
  /** Whether all words that are typed are in it, in whatever order. */
  const matches = (text: string, typed: string): boolean =>
    typed
      .split(/\s+/)
      .filter(Boolean)
      .every((word) => contains(text, word));
  return (
    <Autocomplete filter={matches}>
      <SearchField aria-label={`Search ${label.toLowerCase()}`} autoFocus>
        <Input
          placeholder="Type to search"
          className="min-h-8 w-full rounded-sm border border-ink/40 bg-paper px-2 placeholder:text-ink-soft"
        />
      </SearchField>
      <ListBox
        aria-label={label}
        items={options.map((o) => ({ ...o, id: o.key }))}
        selectionMode="single"
        selectedKeys={[value]}
        onSelectionChange={(keys) => {
          const [key] = keys === 'all' ? [] : [...keys];
          take(String(key ?? value));
        }}
        renderEmptyState={() => <p className="px-3 py-2 text-sm text-ink-soft">Nothing has that in its name.</p>}
        className="mt-1 max-h-72 min-w-80 overflow-auto outline-none"
      >
        {(o) => (
          <ListBoxItem
            id={o.id}
            textValue={`${o.label} ${o.detail ?? ''}`}
            className="flex cursor-pointer items-center gap-2 px-2 py-1.5 outline-none data-[focused]:bg-oat-deep data-[selected]:font-semibold"
          >
            {o.swatch && <Swatch colour={o.swatch} />}
            <span>{o.label}</span>
            {o.detail && <span className="num ml-auto pl-4 text-xs text-ink-soft">{o.detail}</span>}
          </ListBoxItem>
        )}
      </ListBox>
    </Autocomplete>
  );
}
