import { onPages, type PreflightCheck } from '../kinds';

export const coarse: PreflightCheck = {
  title: 'Pictures are coarse',
  why: 'At their printed size single pixels are seen, and edges have steps.',
  mend: 'Ask for the picture in a larger version, or print it smaller.',
  weight: 'look',
  look: (file, { leastPpi }) =>
    onPages(file, ({ pictures }) =>
      pictures
        .filter((p) => p.ppi < leastPpi)
        .map(({ box, ppi }) => ({ box, said: `${Math.floor(ppi)} pixels an inch, ${leastPpi} are wanted` })),
    ),
};
