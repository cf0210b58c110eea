import { onPages, type PreflightCheck } from '../kinds';

export const richText: PreflightCheck = {
  title: 'Small letters in three inks or four',
  why: 'Where the inks do not lie exactly on each other small letters are seen double.',
  mend: 'Have small text set in black alone.',
  weight: 'look',
  look: (file, { smallest }) =>
    onPages(file, ({ rich }) =>
      rich
        .filter((r) => r.points < smallest)
        .map(({ box, points }) => ({ box, said: `${Math.round(points * 10) / 10} points` })),
    ),
};
