import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import type { JobStore } from './store';

const said = (v: unknown): string => {
  if (typeof v === 'object' && v !== null && 'name' in v) return String(v.name);
  return typeof v === 'object' ? JSON.stringify(v) : String(v);
};

/** Two windows changed the same wish: nothing is overwritten unseen, the operator says which holds. */
export function ClashDialog({ store }: { store: JobStore }) {
  const { clash, settle } = store();
  return (
    <Dialog title="Changed in two windows" open={clash !== null} onClose={() => settle('theirs')}>
      <p>Another window changed what you have just changed here. Which holds?</p>
      <table className="my-3 w-full text-left">
        <thead>
          <tr className="border-b border-ink">
            <th className="py-1 font-semibold">Wish</th>
            <th className="font-semibold">Other window</th>
            <th className="font-semibold">Here</th>
          </tr>
        </thead>
        <tbody>
          {clash?.wishes.map((w) => (
            <tr key={w.path} className="border-b border-ink/20">
              <td className="py-1">{w.path.split('.').slice(-2).join(' ')}</td>
              <td className="num">{said(w.theirs)}</td>
              <td className="num">{said(w.mine)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex justify-end gap-2">
        <Button onPress={() => settle('theirs')}>Keep the other window’s</Button>
        <Button kind="next" onPress={() => settle('mine')}>
          Take mine
        </Button>
      </div>
    </Dialog>
  );
}
