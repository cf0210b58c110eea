import { onPages, type PreflightCheck } from '../kinds';

export const transparency: PreflightCheck = {
  title: 'Something is seen through',
  why: 'Presses of older makes draw it in another way, or not at all.',
  mend: 'Nothing has to be done where the press draws PDF 1.4 and later itself.',
  weight: 'fine',
  look: (file) => onPages(file, ({ through }) => through.slice(0, 1).map((box) => ({ box, said: 'transparency' }))),
};
