import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Meter } from '../../ui/Meter';
import { useNotices } from '../../ui/Notices';
import { upload } from '../../ui/upload';
import type { JobPage } from '../../ui/views';
import { useJob, useJobStore } from './context';

/** A file on its way to the job, and how far it is. */
export interface OnItsWay {
  readonly share: number;
  readonly cancel: () => void;
}

/** Sends files to what the job has at an address, one at a time; what comes of it is the job as it then is. */
export function useReceiving(): {
  readonly onItsWay: OnItsWay | null;
  readonly receive: (
    method: 'POST' | 'PUT',
    part: 'files' | 'artwork' | 'table' | 'album',
    file: File,
  ) => Promise<JobPage>;
} {
  const jobId = useJob((s) => s.saved.id);
  const { adopt } = useJobStore().getState();
  const [onItsWay, setOnItsWay] = useState<OnItsWay | null>(null);
  return {
    onItsWay,
    receive: async (method, part, file) => {
      const { done, cancel } = upload<JobPage>(`/api/jobs/${jobId}/${part}`, method, file, (share) =>
        setOnItsWay((s) => s && { ...s, share }),
      );
      setOnItsWay({ share: 0, cancel });
      try {
        const page = await done;
        adopt(page);
        return page;
      } finally {
        setOnItsWay(null);
      }
    },
  };
}

/** How far a file is, and the way to stop it. */
export function ArrivingMeter({ onItsWay, label }: { readonly onItsWay: OnItsWay | null; readonly label: string }) {
  if (!onItsWay) return null;
  return (
    <span className="flex w-full items-center gap-2">
      <Meter label={label} done={Math.round(onItsWay.share * 100)} total={100} />
      <Button small onPress={onItsWay.cancel}>
        Stop
      </Button>
    </span>
  );
}

/** Takes further files in: `add` gives their number, from 1, or null where one was not taken, which was said. */
export function useAddFile(): {
  readonly onItsWay: OnItsWay | null;
  readonly add: (file: File) => Promise<number | null>;
} {
  const { settled } = useJobStore().getState();
  const say = useNotices((s) => s.say);
  const { onItsWay, receive } = useReceiving();
  return {
    onItsWay,
    add: async (file) => {
      if (!(await settled())) return null;
      try {
        return (await receive('POST', 'files', file)).job.docket.artwork.more.length;
      } catch (e) {
        if (e !== null) say({ tone: 'stop', text: (e as Error).message });
        return null;
      }
    },
  };
}
