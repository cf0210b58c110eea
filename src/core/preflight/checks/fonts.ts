import { onPages, type PreflightCheck } from '../kinds';
import type { FileLook } from '../look';

/** The fonts that every reader has (ISO 32000-1, 9.6.2.2): what is drawn in them is drawn everywhere, and nearly alike. */
const STANDARD =
  /^(Times-(Roman|Bold|Italic|BoldItalic)|(Helvetica|Courier)(-(Bold|Oblique|BoldOblique))?|Symbol|ZapfDingbats)$/;

/** Fonts that are not in the file, those that every reader has or all others. */
const missing = (file: FileLook, standard: boolean): ReturnType<PreflightCheck['look']> =>
  onPages(file, (page) =>
    page.fonts
      .filter((f) => !f.embedded && STANDARD.test(f.name) === standard)
      .map(({ name }) => ({ box: null, said: name || 'a font without a name' })),
  );

export const fonts: PreflightCheck = {
  title: 'Fonts are not in the file',
  why: 'Another font takes their place on the press: lines break elsewhere, letters are wrong or missing.',
  mend: 'Export it again with all fonts embedded.',
  weight: 'stop',
  look: (file) => missing(file, false),
};

export const standardFonts: PreflightCheck = {
  title: 'Standard fonts are not in the file',
  why: 'Every press has these, each its own: letters may look a little other than on the customer’s screen.',
  mend: 'Look at a proof, or export it again with all fonts embedded.',
  weight: 'look',
  look: (file) => missing(file, true),
};
