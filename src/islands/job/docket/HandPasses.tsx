import { useState } from 'react';
import { lying } from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/choices';
import { Dialog } from '../../../ui/Dialog';
import { useJob } from '../context';
import { useKeeping } from '../keeping';

/** What a machine that prints one side at a time needs of its operator: fronts, the pile laid back in, backs. */
export function HandPasses({
  onExport,
  busy,
}: {
  readonly onExport: (pass: 'fronts' | 'backs') => void;
  readonly busy: boolean;
}) {
  const docket = useJob((s) => s.docket);
  const { machine } = docket.sheet;
  const [learning, setLearning] = useState(false);
  if (machine.sides !== 'one') return null;
  const { reload } = machine;
  return (
    <section aria-label="Two passes by hand" className="border-l-2 border-saffron pl-2">
      <h3 className="text-sm">Two passes by hand on {machine.name}</h3>
      <ol className="grid gap-2 text-sm">
        <li className="flex items-center gap-2">
          <span className="num">1</span>
          <Button small isDisabled={busy} onPress={() => onExport('fronts')}>
            Fronts
          </Button>
          <span>print them all</span>
        </li>
        <li>
          <span className="num mr-2">2</span>Lay the whole pile back in as it came out, printed side away from the
          heads, the edge with the arrow as drawn:
          <Pile turn={reload.turn} reversed={reload.order === 'reversed'} />
        </li>
        <li className="flex items-center gap-2">
          <span className="num">3</span>
          <Button small isDisabled={busy} onPress={() => onExport('backs')}>
            Backs
          </Button>
          <span>
            {reload.order === 'reversed' ? 'last sheet first' : 'first sheet first'},{' '}
            {reload.turn === 'turn' ? 'heads as the fronts’' : 'heads turned round'}
          </span>
        </li>
      </ol>
      <p className="mt-1 text-xs">
        {reload.learned ? `As ${machine.name}’s test run showed.` : `Nobody has tried how ${machine.name} turns yet.`}{' '}
        <button type="button" className="text-rust underline" onClick={() => setLearning(true)}>
          {reload.learned ? 'Try again' : 'Test run with two sheets'}
        </button>
      </p>
      {learning && <TestRun onClose={() => setLearning(false)} />}
    </section>
  );
}

/** The pile as it goes back in: its sheets by number, the heads of what is printed on their undersides. */
function Pile({ turn, reversed }: { readonly turn: 'turn' | 'tumble'; readonly reversed: boolean }) {
  return (
    <svg viewBox="0 0 200 74" className="mt-1 h-20 w-full" role="img" aria-label="The pile going back into the tray">
      {[3, 2, 1].map((i) => (
        <path
          key={i}
          d={`M${36 - i * 2} ${44 + i * 5}l40 -22h84l-40 22z`}
          fill="#fffdf8"
          stroke="#2a211c"
          strokeWidth="0.8"
        />
      ))}
      <path d="M36 44l40 -22h84l-40 22z" fill="#fffdf8" stroke="#2a211c" strokeWidth="0.8" />
      <path
        d={turn === 'turn' ? 'M92 26l-24 14' : 'M68 40l24 -14'}
        stroke="#a03d1a"
        strokeWidth="2"
        markerEnd="url(#tip)"
      />
      <defs>
        <marker id="tip" markerWidth="6" markerHeight="6" refX="3" refY="3" orient="auto">
          <path d="M0 0l6 3 -6 3z" fill="#a03d1a" />
        </marker>
      </defs>
      <path d="M166 33h22m-5 -4l6 4 -6 4" fill="none" stroke="#2a211c" strokeWidth="1.4" />
      <text x="164" y="50" fontSize="8" fill="#2a211c">
        into it
      </text>
      <text x="100" y="40" fontSize="8" fill="#5a4c42" textAnchor="middle">
        {reversed ? 'last on top' : 'first on top'}
      </text>
    </svg>
  );
}

type Seen = 'one' | 'two';
type Head = 'same' | 'other';

/** Two sheets printed, laid back in and printed again; what is seen on them is kept with the machine. */
function TestRun({ onClose }: { readonly onClose: () => void }) {
  const { docket, change } = useJob(({ docket, change }) => ({ docket, change }));
  const keepWith = useKeeping();
  const { machine, stock } = docket.sheet;
  const sheet = lying(stock);
  const [behind, setBehind] = useState<Seen>(machine.reload.order === 'reversed' ? 'two' : 'one');
  const [head, setHead] = useState<Head>(machine.reload.turn === 'tumble' ? 'other' : 'same');
  const file = (pass: 'fronts' | 'backs'): string =>
    `/api/machines/${encodeURIComponent(machine.id)}/test-run?pass=${pass}&width=${sheet.width}&height=${sheet.height}`;
  const keep = async (): Promise<void> => {
    const reload = {
      turn: head === 'same' ? ('turn' as const) : ('tumble' as const),
      order: behind === 'one' ? ('same' as const) : ('reversed' as const),
      learned: true,
    };
    const kept = await keepWith({ kind: 'machines', id: machine.id, name: machine.name }, { reload }, () =>
      change({ sheet: { machine: { reload } } }, `how ${machine.name} takes its pile back`),
    );
    if (kept) onClose();
  };
  return (
    <Dialog title={`Test run on ${machine.name}`} open onClose={onClose}>
      <ol className="grid gap-3">
        <li>
          1. Print{' '}
          <a className="text-rust underline" href={file('fronts')}>
            two fronts
          </a>
          , one copy.
        </li>
        <li>
          2. Lay the two sheets back in as they came out, then print{' '}
          <a className="text-rust underline" href={file('backs')}>
            two backs
          </a>
          .
        </li>
        <li className="grid gap-1">
          3. Take the sheet with front 1. What stands behind it?
          <Choice
            label="Behind front 1"
            value={behind}
            options={[
              { key: 'one', label: 'Back 1' },
              { key: 'two', label: 'Back 2' },
            ]}
            onChange={setBehind}
          />
        </li>
        <li className="grid gap-1">
          4. Hold front 1 upright and turn it over like the page of a book. The arrow on its back points
          <Choice
            label="The arrow on the back"
            value={head}
            options={[
              { key: 'same', label: 'up as well' },
              { key: 'other', label: 'down' },
            ]}
            onChange={setHead}
          />
        </li>
      </ol>
      <div className="mt-4 flex justify-end gap-2">
        <Button onPress={onClose}>Leave it</Button>
        <Button kind="next" onPress={() => void keep()}>
          Keep with {machine.name}
        </Button>
      </div>
    </Dialog>
  );
}
