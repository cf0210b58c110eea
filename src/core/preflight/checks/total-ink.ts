import { onPages, type PreflightCheck } from '../kinds';

export const totalInk: PreflightCheck = {
  title: 'More ink in one place than the paper bears',
  why: 'Where so much ink lies it does not dry: it sets off on the next sheet, and sheets stick.',
  mend: 'Have it converted for this paper, or laid in fewer inks.',
  weight: 'look',
  look: (file, { mostInk }) =>
    onPages(file, ({ mostInk: found }) =>
      found && found.total > mostInk ? [{ box: found.box, said: `${Math.round(found.total)} %` }] : [],
    ),
};
