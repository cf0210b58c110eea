import { ask } from '../../ui/client';
import { useNotices } from '../../ui/Notices';
import { useJobStore } from './context';

/**
 * Keeps with a machine or a stock of the shop what this job has taught of it, and has the shop's lists read anew.
 * @returns a function that resolves to whether it was kept; where not, the operator has been told why
 */
export function useKeeping() {
  const store = useJobStore();
  const { settled, refresh } = store.getState();
  const say = useNotices((s) => s.say);
  return async (
    what: { readonly kind: 'machines' | 'stocks'; readonly id: string; readonly name: string },
    lesson: Readonly<Record<string, unknown>>,
    then?: () => void,
  ): Promise<boolean> => {
    try {
      await ask(`/api/${what.kind}/${encodeURIComponent(what.id)}`, 'PATCH', lesson);
      then?.();
      if (await settled()) await refresh();
      say({ tone: 'fine', text: `Kept with ${what.name}, for every job to come.` });
      return true;
    } catch (e) {
      say({ tone: 'stop', text: (e as Error).message });
      return false;
    }
  };
}
