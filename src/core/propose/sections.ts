import type { BoundProduct, Docket } from '../docket';
import { layingOf } from '../lay';
import { sectionPlans, type SectionPlan } from '../makeup';

/** Ways to make up a book of sections on the docket's sheet, the best first. */
export const sectionPlansFor = (
  { product, sheet, finish }: Pick<Docket, 'sheet' | 'finish'> & { readonly product: BoundProduct },
  pages: number,
  limit = 6,
): SectionPlan[] => sectionPlans({ product, sheet, finish, laying: layingOf }, pages, limit);
