import { onPages, type PreflightCheck } from '../kinds';

export const empty: PreflightCheck = {
  title: 'Pages are empty',
  why: 'They are printed and paid for like any other.',
  mend: 'Take them out of the page list, if they are not meant.',
  weight: 'fine',
  look: (file) =>
    onPages(file, ({ extent, whole }) => (extent === null && whole ? [{ box: null, said: 'nothing on it' }] : [])),
};
