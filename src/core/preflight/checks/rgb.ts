import { onPages, type PreflightCheck } from '../kinds';

export const rgb: PreflightCheck = {
  title: 'Colours are red, green and blue, and nobody says which',
  why: 'Without a profile every machine makes another colour of them.',
  mend: 'Export it in CMYK, or with a profile.',
  weight: 'look',
  look: (file) =>
    onPages(file, ({ spaces }) => (spaces.rgb ? [{ box: spaces.rgb, said: 'RGB without a profile' }] : [])),
};
