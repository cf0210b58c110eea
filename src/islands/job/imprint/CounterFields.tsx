import { Counter, countedAt, CountError, fieldsOf } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { useJob, useJobStore } from '../context';
import { withCounter, withRecords } from './wishes';

/** The counters that the imprint's text names. */
export function CounterFields({ at }: { readonly at: number }) {
  const { counters, prints } = useJob((s) => s.docket.imprint);
  const named = fieldsOf(prints[at]?.text ?? '');
  return counters.filter((c) => named.includes(c.name)).map((c) => <OneCounter key={c.name} counter={c} />);
}

/** A whole number, negative ones too. */
function whole(text: string, least: number, most: number): number {
  const n = Number(text.replace(/[\s,](?=\d{3}\b)/g, '').trim());
  if (!Number.isInteger(n) || n < least || n > most) throw new Error(`Type a whole number from ${least} to ${most}.`);
  return n;
}

interface One {
  readonly counter: Counter;
  readonly set: (part: Partial<Counter>, label: string) => void;
}

function OneCounter({ counter }: Pick<One, 'counter'>) {
  const store = useJobStore();
  const set = (part: Partial<Counter>, label: string): void => {
    const { docket, artwork, change } = store.getState();
    const taken = docket.imprint.counters.some((c) => c.name === part.name && c.name !== counter.name);
    if (taken) throw new Error('Another counter is called so.');
    change(withRecords(docket, artwork, withCounter(docket.imprint, counter.name, part)), `${counter.name}: ${label}`);
  };
  return (
    <fieldset className="mt-2 border-t border-ink/25 pt-1">
      <legend className="pr-2 font-head">Counter {counter.name}</legend>
      <p className="num text-xs text-ink-soft">{firstFew(counter)}</p>
      <Row label="Called">
        <Entry
          label={`Name of the counter ${counter.name}`}
          shown={counter.name}
          take={(text) => {
            const name = text.trim();
            if (!Counter.shape.name.safeParse(name).success) throw new Error('Type a name without braces.');
            set({ name }, `called ${name}`);
          }}
        />
      </Row>
      <Figures counter={counter} set={set} />
      <Kinds counter={counter} set={set} />
    </fieldset>
  );
}

/** `0001, 0002, 0003 …` */
function firstFew(counter: Counter): string {
  try {
    return `${[0, 1, 2].map((i) => countedAt(counter, i * counter.repeat)).join(', ')} …`;
  } catch (e) {
    if (e instanceof CountError) return e.message;
    throw e;
  }
}

/** Where it begins, its step and how it is written. */
function Figures({ counter, set }: One) {
  return (
    <>
      <Row label="From, by">
        <span className="flex gap-2">
          <Entry
            label="First number"
            shown={String(counter.start)}
            take={(t) => set({ start: whole(t, -1e12, 1e12) }, 'another start')}
          />
          <Entry
            label="Step"
            bare
            shown={String(counter.step)}
            take={(t) => {
              const step = whole(t, -1e6, 1e6);
              if (step === 0) throw new Error('Type 1, or -1 to count down.');
              set({ step }, `by ${step}`);
            }}
          />
        </span>
      </Row>
      <Row label="Digits" hint="filled up with zeros; 0 for as many as it has">
        <span className="flex items-center gap-2">
          <Entry
            label="Digits"
            bare
            shown={String(counter.digits)}
            take={(t) => set({ digits: whole(t, 0, 18) }, 'its digits')}
          />
          <Choice
            label="Counted in"
            value={counter.style}
            options={[
              { key: 'digits', label: '123' },
              { key: 'letters', label: 'ABC' },
            ]}
            onChange={(style) => set({ style }, `in ${style}`)}
          />
        </span>
      </Row>
      <Row label="Before, behind">
        <span className="flex gap-2">
          <Entry
            label="Before the number"
            bare
            shown={counter.prefix}
            take={(prefix) => set({ prefix: prefix.slice(0, 50) }, 'its prefix')}
          />
          <Entry
            label="Behind the number"
            bare
            shown={counter.suffix}
            take={(suffix) => set({ suffix: suffix.slice(0, 50) }, 'its suffix')}
          />
        </span>
      </Row>
    </>
  );
}

/** Its check digit, and what it counts. */
function Kinds({ counter, set }: One) {
  return (
    <>
      <Row label="Check digit">
        <Pick
          label="Check digit"
          value={counter.check}
          options={[
            { key: 'none', label: 'None' },
            { key: 'mod-10', label: 'Modulus 10', detail: 'weights 3 and 1' },
            { key: 'mod-10-doubled', label: 'Modulus 10, doubled', detail: 'ISO/IEC 7812' },
            { key: 'mod-11', label: 'Modulus 11', detail: 'weights 2 to 7, X for ten' },
          ]}
          onChange={(check) => set({ check }, 'its check digit')}
        />
      </Row>
      <Row label="Each comes">
        <Entry
          label="How often each number comes"
          bare
          shown={String(counter.repeat)}
          take={(t) => set({ repeat: whole(t, 1, 100_000) }, 'how often each comes')}
        />{' '}
        {counter.repeat === 1 ? 'time' : 'times'}
      </Row>
      <Row label="Counts">
        <Choice
          label="Counts"
          value={counter.counts === 'records' ? 'records' : counter.restart ? 'restart' : 'pages'}
          options={[
            { key: 'records', label: 'Records' },
            { key: 'pages', label: 'Pages' },
            { key: 'restart', label: 'Pages, anew each' },
          ]}
          onChange={(key) =>
            set({ counts: key === 'records' ? 'records' : 'pages', restart: key === 'restart' }, `counts ${key}`)
          }
        />
      </Row>
    </>
  );
}
