import { useState } from 'react';
import { COMMON_SHOPS } from '../../core';
import { Button } from '../../ui/Button';
import { ask } from '../../ui/client';
import { useNotices } from '../../ui/Notices';
import { takeWriting } from '../../ui/writing';
import { readShop, useShop } from './store';

/** An empty shop: common papers and machines to begin with, or its own from the first on. */
export function Filling() {
  const say = useNotices((s) => s.say);
  const [busy, setBusy] = useState(false);
  const fill = async (key: string): Promise<void> => {
    const shop = COMMON_SHOPS.find((c) => c.key === key)!;
    setBusy(true);
    try {
      await ask('/api/shop/file?house', 'POST', shop.file());
      await readShop();
      takeWriting(useShop.getState().file.house.writing);
      say({ tone: 'fine', text: 'Prices and speeds are guesses: put your own in their place.' });
    } catch (e) {
      say({ tone: 'stop', text: (e as Error).message });
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="grid flex-1 content-center justify-items-center gap-6 py-10">
      <div className="text-center">
        <h2 className="text-2xl">The shop is empty</h2>
        <p className="mt-1 text-ink-soft">Begin with common sizes and papers, then make them your own.</p>
      </div>
      <ul className="grid w-full max-w-3xl gap-4 min-[700px]:grid-cols-2">
        {COMMON_SHOPS.map(({ key, title, says }) => (
          <li key={key} className="grid gap-2 border border-ink/50 bg-paper p-4">
            <h3 className="text-lg">{title}</h3>
            <p className="text-sm">{says}</p>
            <Button kind="next" isDisabled={busy} className="justify-self-start" onPress={() => void fill(key)}>
              Begin with these
            </Button>
          </li>
        ))}
      </ul>
      <p className="text-sm text-ink-soft">
        Or add your first stock and press above, or import the file of another shop. To look round first, start it
        without <kbd className="num">--no-demo</kbd>: a made-up shop and its jobs are put in here.
      </p>
    </div>
  );
}
