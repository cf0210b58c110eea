import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { jobsSaid, keepAsked, removeJobs, useActs } from './acts';

/** Jobs that are on a machine were to be removed: what becomes of what the machine has is asked. */
export function PrintingDialog() {
  const asked = useActs((s) => s.asked);
  const [first] = asked;
  const one = asked.length === 1;
  const d = first?.delivery;
  return (
    <Dialog
      title={one ? `“${first!.summary.title}” is on a machine` : `${jobsSaid(asked.length)} are on machines`}
      open={asked.length > 0}
      onClose={keepAsked}
    >
      <p>
        {one && d
          ? `${d.sheets_done} of ${d.sheets_total} sheets are printed. What is to become of the rest?`
          : 'What is to become of what is not printed yet?'}
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <Button kind="next" onPress={() => void removeJobs(asked, 'stop')}>
          Stop the press and remove
        </Button>
        <Button onPress={() => void removeJobs(asked, 'print')}>Remove, and let it print</Button>
        <Button kind="quiet" onPress={keepAsked}>
          Keep {one ? 'it' : 'them'}
        </Button>
      </div>
    </Dialog>
  );
}
