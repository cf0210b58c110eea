import { linesOutside } from './outside';
import { lineFields, type MarkRule } from './rules';

/** The middle of each edge of the sheet. */
export const centre: MarkRule<'centre'> = {
  label: 'Centre marks',
  said: 'centre marks',
  short: null,
  fields: lineFields(),
  vital: false,
  applies: () => true,
  missed: () => false,
  onLay: (wish, on, taken) => {
    const { width, height } = on.lay.paper;
    return linesOutside('centre', on, { upright: [width / 2], level: [height / 2] }, wish, taken);
  },
};
