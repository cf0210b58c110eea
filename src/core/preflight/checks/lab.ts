import { onPages, type PreflightCheck } from '../kinds';

export const lab: PreflightCheck = {
  title: 'Colours are given in Lab',
  why: 'They are turned into inks by the press, each in its own way.',
  mend: 'Ask whether a spot ink is meant.',
  weight: 'fine',
  look: (file) => onPages(file, ({ spaces }) => (spaces.lab ? [{ box: spaces.lab, said: 'Lab' }] : [])),
};
