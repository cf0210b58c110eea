import { onPages, type PreflightCheck } from '../kinds';

export const unseen: PreflightCheck = {
  title: 'Pages could not be looked at as a whole',
  why: 'What is on them is not known: nothing was found there because nobody could look.',
  mend: 'Look at them by eye; ask for them to be exported more simply.',
  weight: 'look',
  look: (file) => onPages(file, ({ whole }) => (whole ? [] : [{ box: null, said: 'not all of it was drawn' }])),
};
