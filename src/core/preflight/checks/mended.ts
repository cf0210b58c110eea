import type { PreflightCheck } from '../kinds';

export const mended: PreflightCheck = {
  title: 'The file was mended, or has something odd',
  why: 'It is read as well as can be; the customer may see something else on the screen.',
  mend: 'Look at its pages once.',
  weight: 'look',
  look: ({ artwork }) => artwork.notes.map((said) => ({ page: null, box: null, said })),
};
