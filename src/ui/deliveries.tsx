import { useEffect, useState } from 'react';
import { restAfter, wholeNumber } from '../core';
import { ask, listen, make, newId } from './client';
import { Button } from './Button';
import { cx } from './cx';
import { timeText } from './days';
import { Dialog } from './Dialog';
import { CountField } from './fields';
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

/** What of the job a delivery prints: `sheets 3 to 5, 2 times`; empty where it is all. */
function partSaid({ part }: Pick<DeliveryView, 'part'>): string {
  if (!part) return '';
  const { sheets, times } = part;
  const which =
    sheets === null
      ? ''
      : sheets.from === sheets.to
        ? `sheet ${wholeNumber(sheets.from)}`
        : `sheets ${wholeNumber(sheets.from)} to ${wholeNumber(sheets.to)}`;
  const often = times === null ? '' : times === 1 ? 'once' : `${wholeNumber(times)} times`;
  return [which || 'all sheets', often].filter(Boolean).join(', ');
}

/** `D2 prints 400 copies of the version of 14:02`, for a question about it. */
export function saidOfDelivery(d: DeliveryView): string {
  const of = d.versionAt ? ` of the version of ${timeText(d.versionAt)}` : '';
  const what = d.part ? partSaid(d) : `${wholeNumber(d.copies)} ${d.copies === 1 ? 'copy' : 'copies'}`;
  return `D${d.number} ${d.open ? 'prints' : 'printed'} ${what}${of}`;
}

/** Asks how many sheets came out well, and goes on behind them. */
function GoOn({ d, onClose }: { readonly d: DeliveryView; readonly onClose: () => void }) {
  const { say } = useNotices();
  // one question, one name: pressed again it is the same
  const [id] = useState(newId);
  const [good, setGood] = useState(Math.min(d.sheetsDone, d.sheetsTotal));
  const each = d.sheetsEach ?? 1;
  const rest = restAfter(d.part?.sheets?.from ?? 1, each, d.sheetsTotal, good);
  const go = (): void => {
    make(`/api/deliveries/${d.id}/on`, 'POST', { id, good } as { id: string }).then(onClose, (e: Error) =>
      say({ tone: 'stop', text: e.message }),
    );
  };
  return (
    <Dialog title={`Go on with D${d.number}`} open onClose={onClose}>
      <p>
        Count what came out well, in the order of printing. The machine has told of {wholeNumber(d.sheetsDone)} of{' '}
        {wholeNumber(d.sheetsTotal)}.
      </p>
      <div className="mt-3 flex items-center gap-2">
        <CountField label="Good sheets" value={good} min={0} max={d.sheetsTotal} onChange={setGood} autoFocus />
        <span>good sheets</span>
      </div>
      <p className="mt-2 text-sm">
        {good > 0 && `Sheets 1 to ${wholeNumber(good)} are good. `}
        {rest.length === 0
          ? 'Nothing is left to print.'
          : `It goes on from ${wholeNumber(good + 1)}: ${rest.map((part) => partSaid({ part })).join(', then ')}.`}
        {d.open && rest.length > 0 && ` D${d.number} is canceled.`}
      </p>
      <div className="mt-4 flex gap-2">
        <Button kind="next" isDisabled={rest.length === 0} onPress={go}>
          Go on from {wholeNumber(good + 1)}
        </Button>
        <Button kind="quiet" onPress={onClose}>
          Leave it
        </Button>
      </div>
    </Dialog>
  );
}

/** One delivery: what it is at, how far, what to do. */
export function DeliveryItem({ d, withTitle }: { d: DeliveryView; withTitle: boolean }) {
  const { say } = useNotices();
  const [going, setGoing] = useState(false);
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
      <p className="text-sm text-ink-soft">
        {[
          partSaid(d),
          d.versionAt && `version of ${timeText(d.versionAt)}`,
          !d.present && d.state !== 'canceled' && 'the job was changed since',
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {d.open && (
        <div className="mt-1 flex items-center gap-3">
          <Meter
            label={`Sheets of delivery ${d.number}`}
            done={d.sheetsDone}
            total={d.sheetsTotal}
            tone={trouble ? 'rust' : 'ink'}
          />
          <span className="num shrink-0 text-sm">
            {wholeNumber(d.sheetsDone)} of {wholeNumber(d.sheetsTotal)}
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
        {d.sheetsEach !== null &&
          (!d.open || d.state === 'stopped') &&
          (d.state !== 'completed' || d.sheetsTotal > 1) && (
            <Button small onPress={() => setGoing(true)}>
              Go on from…
            </Button>
          )}
      </div>
      {going && <GoOn d={d} onClose={() => setGoing(false)} />}
    </li>
  );
}
