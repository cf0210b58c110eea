import { onPages, type PreflightCheck } from '../kinds';

export const thinLines: PreflightCheck = {
  title: 'Lines are very thin',
  why: 'A line of less than a hair breaks up in print; one of no width at all is one dot of the machine, whatever that is.',
  mend: 'Have lines drawn with a quarter of a point at least.',
  weight: 'look',
  look: (file, { thinnest }) =>
    onPages(file, ({ lines }) =>
      lines
        .filter((l) => l.width < thinnest)
        .map(({ box, width }) => ({
          box,
          said: width === 0 ? 'no width: one dot' : `${Math.round(width * 1000) / 1000} mm`,
        })),
    ),
};
