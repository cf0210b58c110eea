import { onPages, type PreflightCheck } from '../kinds';
import { beyond, RUNS_OFF, taken } from './beyond';

export const nearTrim: PreflightCheck = {
  title: 'Something stands close to the trim',
  why: 'What is meant to stay on the page and stands at its very edge is cut into.',
  mend: 'Look at it at the size it is printed; move it, or print the page a little smaller.',
  weight: 'fine',
  look: (file, { safe }) =>
    onPages(file, ({ extent }, i) => {
      const page = taken(file, i);
      if (!page || !extent) return [];
      const near = beyond(page.trim, page.bleed, extent).filter((b) => b.ink <= -RUNS_OFF && b.ink > -safe);
      return near.length === 0 ? [] : [{ box: page.trim, said: near.map((b) => b.edge).join(', ') }];
    }),
};
