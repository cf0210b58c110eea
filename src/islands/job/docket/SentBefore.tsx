import { Button } from '../../../ui/Button';
import { saidOfDelivery } from '../../../ui/deliveries';
import { Dialog } from '../../../ui/Dialog';
import type { DeliveryView } from '../../../ui/views';

/** The job was sent already: what is under way, or was printed, is said, and what is to be done beside it is asked. */
export function SentBefore({
  deliveries,
  onClose,
  send,
}: {
  readonly deliveries: readonly DeliveryView[] | null;
  readonly onClose: () => void;
  readonly send: (before: 'cancel' | 'keep') => void;
}) {
  const list = deliveries ?? [];
  const open = list.filter((d) => d.open);
  const names = open.map((d) => `D${d.number}`).join(' and ');
  const copies = list[0]?.copies;
  return (
    <Dialog title="This job was sent already" open={deliveries !== null} onClose={onClose}>
      <ul className="grid gap-1">
        {list.slice(0, 6).map((d) => (
          <li key={d.id}>
            {saidOfDelivery(d)}
            {d.present ? ', as the job is now.' : '; the job was changed since.'}
          </li>
        ))}
      </ul>
      <div className="mt-4 flex flex-wrap gap-2">
        {open.length > 0 && (
          <Button kind="next" onPress={() => send('cancel')}>
            Cancel {names}, send this
          </Button>
        )}
        <Button onPress={() => send('keep')}>
          {open.length > 0 ? 'Print both' : copies === undefined ? 'Print it once more' : 'Print all of it once more'}
        </Button>
        <Button kind="quiet" onPress={onClose}>
          Send nothing
        </Button>
      </div>
    </Dialog>
  );
}
