import { useEffect, useState } from 'react';
import { Keyboard } from 'lucide-react';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';

const KEYS: readonly (readonly [string, string])[] = [
  ['F', 'turn the sheet over'],
  ['X', 'see through it'],
  ['N', 'numbers large, small in a corner, none'],
  ['L', 'lengths: margins, trims and gaps'],
  ['M', 'measure: two presses, Shift straight, Esc lets go'],
  ['G', 'bleed, folds and no-print edges on and off'],
  ['← →', 'sheet before, sheet after; in the dummy, turn the page; at the knife, step'],
  ['+ − 0', 'nearer, farther, fit'],
  ['C', 'creep, drawn larger than it is'],
  ['1 2 3 4', 'sheet, dummy, pages, knife'],
  ['Space', 'in the dummy, unfolding: on and stop; at the knife, play and hold'],
  ['Alt ← →, Del', 'in the page list: move, take out'],
  ['B, D, R', 'in the page list: blank before, repeat, turn'],
  ['A', 'in the Artwork station: make ready'],
  ['1 to 6, ↑ ↓', 'among the plans of sections: take one'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Tab', 'walks brief, docket and table'],
  ['F6', 'to the next part of the screen, Shift F6 back'],
  ['Enter, Esc', 'in a field: take what is typed, put back what was'],
  ['?', 'this list'],
];

/** Shows all keys, and what fields take; `?` does as well. */
export function KeysButton() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.key !== '?' || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.target instanceof HTMLElement && e.target.closest('input, textarea, [role=dialog]')) return;
      e.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <Button small kind="quiet" aria-label="Keys" keys="?" onPress={() => setOpen(true)}>
        <Keyboard size={16} />
      </Button>
      <KeyList open={open} onClose={() => setOpen(false)} />
    </>
  );
}

function KeyList({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog title="Keys" open={open} onClose={onClose}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="num font-semibold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-4 text-sm">
        Fields take sums and units: <span className="num">3mm</span>, <span className="num">1/8in</span>,{' '}
        <span className="num">2*148+6</span>, <span className="num">8.5x11in</span>, <span className="num">a5</span>,{' '}
        <span className="num">sra3</span>.
      </p>
    </Dialog>
  );
}
