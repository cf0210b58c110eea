import type { Imprint } from '../../../core';
import { useJob, useJobStore } from '../context';
import { withPrint, withRecords } from './wishes';

/** Changes the imprint that is looked at. */
export function usePrint(at: number): {
  readonly print: Imprint;
  readonly set: (part: Partial<Imprint>, label: string) => void;
} {
  const print = useJob((s) => s.docket.imprint.prints[at]!);
  const store = useJobStore();
  return {
    print,
    set: (part, label) => {
      const { docket, artwork, change } = store.getState();
      change(withRecords(docket, artwork, withPrint(docket.imprint, at, part)), `${print.name}: ${label}`);
    },
  };
}
