import { onPages, type PreflightCheck } from '../kinds';

export const blackKnocks: PreflightCheck = {
  title: 'Black letters knock out the colour under them',
  why: 'Where the inks do not lie exactly on each other paper shows round them.',
  mend: 'Have black text set to overprint; a digital press does not mind.',
  weight: 'fine',
  look: (file) =>
    onPages(file, ({ blackOver = [], knockingBlacks = 0 }) =>
      knockingBlacks > 0 ? blackOver.map((box) => ({ box, said: 'black that does not overprint' })) : [],
    ),
};
