import type { PreflightCheck } from '../kinds';

/** Versions that are known: ISO 32000-1 is 1.7, ISO 32000-2 is 2.0. */
const KNOWN = /^(1\.[2-7]|2\.0)$/;

export const version: PreflightCheck = {
  title: 'The PDF is of an unusual version',
  why: 'Programs that do not know it leave things out without a word.',
  mend: 'Export it again as PDF 1.4 to 2.0.',
  weight: 'fine',
  look: ({ version: said }) =>
    said === null || KNOWN.test(said) ? [] : [{ page: null, box: null, said: `version ${said}` }],
};
