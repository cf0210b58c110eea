import { useNotices } from '../../ui/Notices';
import { upload } from '../../ui/upload';
import type { JobPage } from '../../ui/views';
import { useJob, useJobStore } from './context';

/** Takes a further file in. @returns its number, from 1; null where it was not taken, which was said */
export function useAddFile(): (file: File) => Promise<number | null> {
  const jobId = useJob((s) => s.saved.id);
  const { settled, adopt } = useJobStore().getState();
  const say = useNotices((s) => s.say);
  return async (file) => {
    if (!(await settled())) return null;
    try {
      const page = await upload<JobPage>(`/api/jobs/${jobId}/files`, 'POST', file, () => undefined).done;
      adopt(page);
      return page.job.docket.artwork.more.length;
    } catch (e) {
      if (e !== null) say({ tone: 'stop', text: (e as Error).message });
      return null;
    }
  };
}
