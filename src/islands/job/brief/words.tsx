import { counted, dayText, inksWritten } from '../../../core';
import { Entry } from '../../../ui/fields';
import { useJob } from '../context';
import { MachineControl, UpControl } from '../controls';
import { InksEntry } from '../inks';
import { Word } from './Word';

/** The words that every brief ends with. */

const upWord = (n: number): string => `${counted(n)} up`;

const dueWord = (due: string | null): string => (due ? dayText(due) : 'a day not yet said');

/** Whom it is made for; nothing is said of it where nobody is named. */
export function CustomerWord() {
  const { customer, change } = useJob(({ docket, change }) => ({ customer: docket.customer, change }));
  return (
    <Word say={customer ?? 'a customer not yet named'} name="Customer" after=",">
      {(close) => (
        <Entry
          label="Customer"
          shown={customer ?? ''}
          wide
          autoFocus
          take={(text) => {
            const to = text.trim().slice(0, 200) || null;
            change({ customer: to }, to ? `for ${to}` : 'for no one named');
            close();
          }}
        />
      )}
    </Word>
  );
}

export function DueWord() {
  const { due, change } = useJob(({ docket, change }) => ({ due: docket.due, change }));
  return (
    <Word say={dueWord(due)} name="Due" after=".">
      {(close) => (
        <Entry
          label="Due"
          type="date"
          shown={due ?? ''}
          wide
          autoFocus
          take={(text) => {
            if (text && !/^\d{4}-\d\d-\d\d$/.test(text)) throw new Error('Type a date.');
            change({ due: text || null }, text ? `due ${text}` : 'no due date');
            close();
          }}
        />
      )}
    </Word>
  );
}

/** On which machine it is run, and in which inks where somebody says. */
export function RunWords() {
  const { machine, inks } = useJob(({ docket }) => ({ machine: docket.sheet.machine.name, inks: docket.sheet.inks }));
  return (
    <>
      run on{' '}
      <Word say={machine} name="Machine" after={inks ? '' : ','}>
        {(close) => <MachineControl done={close} />}
      </Word>
      {inks && (
        <>
          {' '}
          in{' '}
          <Word say={inksWritten(inks)} name="Inks" after=",">
            {(close) => <InksEntry done={close} />}
          </Word>
        </>
      )}
    </>
  );
}

/** How many lie on a sheet, and where it is run, for whom and by when. */
export function TailWords({ more = '' }: { readonly more?: string }) {
  const up = useJob((s) => s.plan.sheets.main.lay.downs.length);
  return (
    <>
      <Word say={`${upWord(up)}${more}`} name="Pieces on a sheet" after=",">
        {(close) => <UpControl done={close} />}
      </Word>{' '}
      <RunWords /> for <CustomerWord /> by <DueWord />
    </>
  );
}
