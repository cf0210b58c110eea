import { numberAt, recordsWith, sheetWith, wholeNumber } from '../../../core';
import { Entry } from '../../../ui/fields';
import { useJob, useJobStore } from '../context';

/** Leads to the sheet that has a number: that which is printed on it, else that of its place in the order. */
export function FindRecord({ show }: { readonly show: (sheet: number) => void }) {
  const store = useJobStore();
  const counter = useJob((s) => s.docket.imprint.counters.find((c) => c.counts === 'records'));
  const sets = useJob((s) => (s.plan.product.kind === 'flat' ? s.plan.product.sets.length : 1));
  const onOne = useJob((s) => s.plan.sheets.length === 1);
  if (sets < 2 || onOne) return null;
  const take = (text: string): void => {
    const { plan } = store.getState();
    const n = Number(text.trim());
    if (plan.product.kind !== 'flat' || text.trim() === '') return;
    const { sets, records } = plan.product;
    const asked = Number.isInteger(n)
      ? counter
        ? recordsWith(counter, { from: n, to: n }, Number.MAX_SAFE_INTEGER)
        : { from: n, to: n }
      : null;
    // of some records that are printed again, the one that is asked for among them
    let set = -1;
    for (let i = 0; asked && set < 0 && i < records.length; i++)
      if ((records.length > 1 ? records.at(i) : asked.from - 1) === asked.from - 1)
        set = records.length > 1 ? i * sets.perRecord : asked.from - 1;
    const sheet = set < 0 || set >= sets.length ? null : sheetWith(plan, set * sets.parts);
    if (sheet === null) {
      const last = counter && records.length > 1 ? numberAt(counter, records.at(records.length - 1)) : sets.length;
      throw new Error(`There is no ${text.trim()} on these sheets; the last is ${wholeNumber(last)}.`);
    }
    show(sheet);
  };
  return (
    <label className="flex items-center gap-1 text-sm">
      Find <Entry label="Find a number" bare shown="" take={take} />
    </label>
  );
}
