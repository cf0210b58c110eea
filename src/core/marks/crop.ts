import { linesOutside } from './outside';
import { lineFields, type MarkRule } from './rules';

/** Where a knife goes, at both ends of every cut. */
export const crop: MarkRule<'crop'> = {
  label: 'Crop marks',
  said: 'crop marks',
  short: 'crop',
  fields: lineFields(),
  vital: true,
  applies: () => true,
  missed: () => true,
  onLay: (wish, on) => linesOutside('crop', on, on.cuts, wish),
};
