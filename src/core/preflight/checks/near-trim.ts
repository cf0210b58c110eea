import { onPages, type PreflightCheck } from '../kinds';
import { bounds } from '../../measure';
import type { Edge } from '../look';
import { beyond, RUNS_OFF, taken } from './beyond';

const EDGES: readonly Edge[] = ['left', 'right', 'head', 'foot'];

export const nearTrim: PreflightCheck = {
  title: 'Something stands close to the trim',
  why: 'What is meant to stay on the page and stands at its very edge is cut into.',
  mend: 'Look at it at the size it is printed; move it, or print the page a little smaller.',
  weight: 'fine',
  look: (file, { safe }) =>
    onPages(file, ({ extent, closest = [] }, i) => {
      const page = taken(file, i);
      if (!page || !extent) return [];
      // the outermost of all, and what is meant to stay whole, whatever runs off beneath it
      const outermost = beyond(page.trim, page.bleed, extent).filter((b) => b.ink <= -RUNS_OFF);
      const near = [...outermost.map((b) => ({ ...b, box: page.trim })), ...closest].filter((b) => b.ink > -safe);
      if (near.length === 0) return [];
      const said = EDGES.flatMap((edge) => {
        const there = near.filter((b) => b.edge === edge);
        if (there.length === 0) return [];
        return [there.some((b) => b.ink > -RUNS_OFF) ? `${edge} (cut into)` : edge];
      });
      return [{ box: bounds(near.map((b) => b.box)), said: said.join(', ') }];
    }),
};
