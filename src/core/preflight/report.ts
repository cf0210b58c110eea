import type { Found } from './kinds';
import type { CheckId, Weight } from '../shop';

/** What one check has found in a file. */
export interface PreflightFinding {
  readonly check: CheckId;
  readonly weight: Exclude<Weight, 'off'>;
  readonly title: string;
  readonly why: string;
  readonly mend: string;
  /** How often it was found; the places told are the first of them. */
  readonly count: number;
  readonly places: readonly Found[];
}

export interface PreflightReport {
  /** Failed where a finding stops the job; mended where the file was, to be read at all; else clean. */
  readonly outcome: 'clean' | 'mended' | 'failed';
  readonly rules: string;
  readonly pages: number;
  readonly inks: readonly string[];
  readonly findings: readonly PreflightFinding[];
}
