import { onPages, type PreflightCheck } from '../kinds';

export const lostWhite: PreflightCheck = {
  title: 'White overprints, and is lost',
  why: 'White that is set to overprint lays no ink and takes none away: what should be white is not there in print, though screens show it.',
  mend: 'Have overprint taken off what is white.',
  weight: 'stop',
  look: (file) =>
    onPages(file, ({ lostWhites = 0 }) =>
      lostWhites > 0 ? [{ box: null, said: lostWhites === 1 ? 'once' : `${lostWhites} times` }] : [],
    ),
};
