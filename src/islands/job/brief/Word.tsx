import { useCallback, useState, type ReactNode } from 'react';
import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import { POPOVER } from '../../../ui/popover';

/** A word of the sentence that can be changed where it stands. */
export function Word({
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
            <Led>{children(() => setOpen(false))}</Led>
          </Dialog>
        </Popover>
      </DialogTrigger>
      {after}
    </span>
  );
}

/** Leads the focus to what a word opens: its field, the choice that holds, else the first that can be pressed. */
function Led({ children }: { readonly children: ReactNode }) {
  const lead = useCallback((el: HTMLDivElement | null): void => {
    if (!el || el.contains(document.activeElement)) return;
    const first =
      el.querySelector<HTMLElement>('input[type=radio]:checked') ??
      el.querySelector<HTMLElement>('input:not([type=hidden]), [tabindex="0"], button');
    first?.focus();
  }, []);
  return (
    <div ref={lead} className="grid gap-2">
      {children}
    </div>
  );
}
