import type { ArtworkWish } from '../docket';
import type { PreflightFinding, PreflightReport } from './report';
import type { CheckId } from './rules';

/** What a job does about what a check finds, in words; null where it does nothing. */
const MENDS: Readonly<Partial<Record<CheckId, (wish: ArtworkWish) => string | null>>> = {
  'thin-lines': ({ lines }) => (lines ? 'thickened where they are printed' : null),
  'no-bleed': ({ bleed }) => (bleed ? `bleed is made, ${bleed.way}` : null),
};

/** A file's findings as a job has them: with what it does about each. */
export interface JobFinding extends PreflightFinding {
  readonly mended: string | null;
}
export interface JobReport extends Omit<PreflightReport, 'findings'> {
  readonly findings: readonly JobFinding[];
}

/** A report with what a job does about it: mended is what stands as a wish, and what was mended to be read at all. */
export function reportFor(report: PreflightReport, wish: ArtworkWish): JobReport {
  const findings = report.findings.map((f): JobFinding => ({ ...f, mended: MENDS[f.check]?.(wish) ?? null }));
  const stops = findings.some((f) => f.weight === 'stop' && f.mended === null);
  const mended = report.outcome === 'mended' || findings.some((f) => f.mended !== null || f.check === 'mended');
  return { ...report, findings, outcome: stops ? 'failed' : mended ? 'mended' : 'clean' };
}
