import { useEffect, useState } from 'react';
import { ask, listen, make, newId } from './client';
import { Button } from './Button';
import { cx } from './cx';
import { Meter } from './Meter';
import { useNotices } from './Notices';
import { refreshing } from './refresh';
import type { DeliveryView } from './views';

const STATES: Readonly<Record<DeliveryView['state'], string>> = {
  preparing: 'writing the sheets',
  sending: 'sending',
  pending: 'pending',
  held: 'held',
  processing: 'processing',
  stopped: 'stopped',
  completed: 'completed',
  canceled: 'canceled',
  aborted: 'aborted',
  unsure: 'not known',
};

/** The list at an address, kept as it changes on the server. */
export function useDeliveries(
  path: string,
  first: readonly DeliveryView[],
  concerns: (jobId: string) => boolean,
): readonly DeliveryView[] {
  const [list, setList] = useState(first);
  useEffect(() => {
    const { again, stop } = refreshing(async () => {
      // what fails is asked for again by the next event, or the stream opening again
      await ask<DeliveryView[]>(path).then(setList, () => undefined);
    });
    again();
    const unlisten = listen((e) => {
      if (e.kind === 'open' || (e.kind === 'delivery' && concerns(e.jobId))) again();
    });
    return () => {
      unlisten();
      stop();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [path]);
  return list;
}

/** One delivery: what it is at, how far, what to do. */
export function DeliveryItem({ d, withTitle }: { d: DeliveryView; withTitle: boolean }) {
  const { say } = useNotices();
  const act = (what: 'cancel' | 'release' | 'again'): void => {
    make(`/api/deliveries/${d.id}/${what}`, 'POST', { id: newId() }).catch((e: Error) =>
      say({ tone: 'stop', text: e.message }),
    );
  };
  const trouble =
    d.state === 'stopped' ||
    d.state === 'aborted' ||
    d.state === 'unsure' ||
    (d.open && d.message !== null && d.state !== 'held' && d.state !== 'processing');
  return (
    <li className="border-t border-ink/20 py-2 first:border-t-0" data-delivery={d.number} data-state={d.state}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="num text-sm text-ink-soft">D{d.number}</span>
        {withTitle && (
          <a href={`/jobs/${d.jobId}`} className="font-semibold underline decoration-ink/30 hover:decoration-ink">
            {d.title}
          </a>
        )}
        <span className="text-sm">to {d.machine}</span>
        <span
          className={cx('ml-auto font-semibold', trouble ? 'text-brick' : d.state === 'completed' ? 'text-moss' : '')}
        >
          {d.canceling ? 'canceling' : STATES[d.state]}
        </span>
      </div>
      {d.open && (
        <div className="mt-1 flex items-center gap-3">
          <Meter
            label={`Sheets of delivery ${d.number}`}
            done={d.sheetsDone}
            total={d.sheetsTotal}
            tone={trouble ? 'rust' : 'ink'}
          />
          <span className="num shrink-0 text-sm">
            {d.sheetsDone} of {d.sheetsTotal}
          </span>
        </div>
      )}
      {d.message && <p className={cx('mt-1 text-sm', trouble && 'font-medium text-brick')}>{d.message}</p>}
      <div className="mt-1 flex flex-wrap gap-2">
        {d.state === 'held' && (
          <Button small kind="next" onPress={() => act('release')}>
            Release
          </Button>
        )}
        {d.open && !d.canceling && (
          <Button small onPress={() => act('cancel')}>
            Cancel
          </Button>
        )}
        {!d.open && (d.state === 'unsure' || d.state === 'aborted' || d.state === 'canceled') && (
          <Button small onPress={() => act('again')}>
            Send again
          </Button>
        )}
      </div>
    </li>
  );
}
