import { onPages, type PreflightCheck } from '../kinds';

export const fields: PreflightCheck = {
  title: 'There is a form to be filled in',
  why: 'What stands in its fields may look otherwise on the press, or be left out.',
  mend: 'Have it printed to PDF, or flattened.',
  weight: 'look',
  look: (file) =>
    onPages(file, ({ fields: count }) =>
      count === 0 ? [] : [{ box: null, said: `${count} ${count === 1 ? 'field' : 'fields'}` }],
    ),
};
