import { onPages, type PreflightCheck } from '../kinds';

export const fonts: PreflightCheck = {
  title: 'Fonts are not in the file',
  why: 'Another font takes their place on the press: lines break elsewhere, letters are wrong or missing.',
  mend: 'Export it again with all fonts embedded.',
  weight: 'stop',
  look: (file) =>
    onPages(file, (page) =>
      page.fonts.filter((f) => !f.embedded).map(({ name }) => ({ box: null, said: name || 'a font without a name' })),
    ),
};
