import type { Check } from '../kinds';
import { codes } from './codes';
import { letters } from './letters';
import { naming } from './naming';
import { numbers } from './numbers';
import { pictures } from './pictures';
import { place } from './place';
import { records } from './records';

const CHECKS: readonly Check[] = [records, naming, numbers, place, letters, codes, pictures];

/** The checks of what is put on pages at imposition; a job without imprints has nothing to be looked at. */
export const imprints: Check = (it) =>
  it.docket.imprint.prints.length === 0 && !it.docket.imprint.table ? [] : CHECKS.flatMap((check) => check(it));
