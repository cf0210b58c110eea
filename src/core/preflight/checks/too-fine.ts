import { onPages, type PreflightCheck } from '../kinds';

export const tooFine: PreflightCheck = {
  title: 'Pictures are finer than anybody sees',
  why: 'They make the file large and slow, and nothing sharper.',
  mend: 'Nothing has to be done; exported with fewer pixels it is sent faster.',
  weight: 'fine',
  look: (file, { mostPpi }) =>
    onPages(file, ({ pictures }) =>
      pictures
        .filter((p) => p.ppi > mostPpi)
        .map(({ box, ppi }) => ({ box, said: `${Math.round(ppi)} pixels an inch` })),
    ),
};
