import { onPages, type PreflightCheck } from '../kinds';

export const remarks: PreflightCheck = {
  title: 'Comments are on the pages',
  why: 'Some are printed, and some hold a correction that nobody has made yet.',
  mend: 'Read them, and have them taken out or flattened.',
  weight: 'look',
  look: (file) =>
    onPages(file, ({ remarks: { printed, unprinted } }) =>
      printed + unprinted === 0
        ? []
        : [{ box: null, said: `${printed + unprinted}, of which ${printed} ${printed === 1 ? 'prints' : 'print'}` }],
    ),
};
