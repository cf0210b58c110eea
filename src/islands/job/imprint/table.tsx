import type { ReactNode } from 'react';
import { wholeNumber } from '../../../core';
import { useNotices } from '../../../ui/Notices';
import { useJobStore } from '../context';
import { ArrivingMeter, useReceiving } from '../files';

/** What can be a table. */
export const TABLE_TYPES: readonly string[] = [
  '.csv',
  '.tsv',
  '.txt',
  '.xlsx',
  'text/csv',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
];

/** Whether a file is one by its name. */
export const isTable = ({ name }: Pick<File, 'name'>): boolean => /\.(csv|tsv|txt|xlsx?)$/i.test(name);

/** Takes a table for the job. */
export function useTaking(): { readonly busy: ReactNode; readonly take: (file: File) => Promise<boolean> } {
  const { settled } = useJobStore().getState();
  const say = useNotices((s) => s.say);
  const { onItsWay, receive } = useReceiving();
  return {
    busy: <ArrivingMeter onItsWay={onItsWay} label="The table arriving" />,
    take: async (file) => {
      if (!(await settled())) return false;
      try {
        const { table } = await receive('PUT', 'table', file);
        if (table) say({ tone: 'fine', text: `${file.name}: ${wholeNumber(table.rows)} rows, a record each.` });
        return true;
      } catch (e) {
        if (e !== null) say({ tone: 'stop', text: (e as Error).message });
        return false;
      }
    },
  };
}
