import { yieldOf } from '../../lay';
import { passedThrough, type Check, type InspectedBook } from '../kinds';

/** What is not text where the text is printed from one form: it has two. */
export const coverWork: Check<InspectedBook> = (it) => {
  const { docket, book } = it;
  const { work } = docket.sheet;
  if (work === 'one-sided' || yieldOf(work) === 1 || passedThrough(it)) return [];
  const kinds = [...new Set(book.sections.flatMap((s) => (s.kind !== 'text' && s.printed === 'both' ? [s.kind] : [])))];
  if (kinds.length === 0) return [];
  const said = kinds.map((k) => (k === 'cover' ? 'cover' : `${k}s`)).join(' and ');
  return [
    {
      id: 'two-forms',
      severity: 'fine',
      station: 'sheet',
      title: `The ${said} ${said === 'cover' ? 'has' : 'have'} two forms`,
      detail: `One form for both sides is for the text; the ${said} ${said === 'cover' ? 'is' : 'are'} printed sheetwise.`,
    },
  ];
};
