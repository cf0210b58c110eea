import type { RefObject } from 'react';
import { ListBox, ListBoxItem, Popover } from 'react-aria-components';
import type { Option } from './option';
import { POPOVER } from './popover';
import { Swatch } from './Swatch';

/** The list that a choice opens: the one that is chosen has the focus; Escape and a press elsewhere close it. */
export function PickList({
  trigger,
  onClose,
  label,
  value,
  options,
  take,
}: {
  readonly trigger: RefObject<HTMLButtonElement | null>;
  readonly onClose: () => void;
  readonly label: string;
  readonly value: string;
  readonly options: readonly Option[];
  readonly take: (key: string | undefined) => void;
}) {
  return (
    <Popover
      triggerRef={trigger}
      trigger="Select"
      placement="bottom start"
      isOpen
      onOpenChange={(open) => !open && onClose()}
      aria-label={label}
      className={POPOVER}
      // no narrower than what opens it
      style={{ minWidth: trigger.current?.offsetWidth }}
    >
      <ListBox
        aria-label={label}
        items={options.map((o) => ({ ...o, id: o.key }))}
        selectionMode="single"
        selectedKeys={[value]}
        // the one that is chosen, chosen again, is let go: the list closes all the same
        onSelectionChange={(keys) => take(keys === 'all' ? undefined : ([...keys][0] as string | undefined))}
        autoFocus
        className="max-h-80 overflow-auto outline-none"
      >
        {(o) => (
          <ListBoxItem
            id={o.id}
            textValue={o.label}
            className="flex cursor-pointer items-center gap-2 px-3 py-1.5 outline-none data-[focused]:bg-oat-deep data-[selected]:font-semibold"
          >
            {o.swatch && <Swatch colour={o.swatch} />}
            <span>{o.label}</span>
            {o.detail && <span className="num ml-auto pl-4 text-xs text-ink-soft">{o.detail}</span>}
          </ListBoxItem>
        )}
      </ListBox>
    </Popover>
  );
}
