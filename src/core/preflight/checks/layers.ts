import type { PreflightCheck } from '../kinds';

export const layers: PreflightCheck = {
  title: 'Layers are hidden',
  why: 'What the customer sees on the screen is not all that there is; a press may print another choice of them.',
  mend: 'Ask which layers are meant, and have the others taken out.',
  weight: 'look',
  look: ({ layers: all }) =>
    all.filter((l) => l.hidden).map(({ name }) => ({ page: null, box: null, said: name || 'a layer without a name' })),
};
