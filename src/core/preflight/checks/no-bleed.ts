import { onPages, type PreflightCheck } from '../kinds';
import { beyond, RUNS_OFF, taken } from './beyond';

/** How much bleed may lack without a word, mm. */
const TOLERANCE = 0.25;

export const noBleed: PreflightCheck = {
  title: 'Bleed is missing',
  why: 'Cut a hair off, a white edge shows where colour runs to the trim.',
  mend: 'Have it made: mirrored, stretched or enlarged; or ask for the file with bleed.',
  weight: 'look',
  look: (file, { bleed: wanted }) =>
    onPages(file, ({ extent }, i) => {
      const page = taken(file, i);
      if (!page || !extent || wanted === 0) return [];
      const short = beyond(page.trim, page.bleed, extent).filter(
        (b) => b.ink > -RUNS_OFF && Math.min(b.bleed, b.ink) < wanted - TOLERANCE,
      );
      return short.length === 0 ? [] : [{ box: page.trim, said: short.map((b) => b.edge).join(', ') }];
    }),
};
