import { onPages, type PreflightCheck } from '../kinds';

export const profiles: PreflightCheck = {
  title: 'A colour profile in the file cannot be used',
  why: 'Colours that were to be of it are taken by number, as if it were not there, and may come out otherwise than was meant.',
  mend: 'Have the file exported once more with a sound profile.',
  weight: 'look',
  look: (file) => onPages(file, ({ brokenProfiles = [] }) => brokenProfiles.map((said) => ({ box: null, said }))),
};
