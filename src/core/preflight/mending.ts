import { colourProfile, inRange, parsePageRange, type Docket } from '../docket';
import { straightBy } from '../pages';
import type { PreflightFinding, PreflightReport } from './report';
import type { CheckId } from '../shop';

/** What of a job says what it does about its artwork. */
type OfMending = Pick<Docket, 'artwork' | 'sheet'>;

/** What was found, and in which of the job's files, from 0. */
interface OfFile {
  readonly found: PreflightFinding;
  readonly file: number;
}

/** Within this a page that was set straight still is, degrees: angles are kept to a hundredth. */
const SAME = 0.05;

/** Whether all scans that were found lie as they would be set straight. */
function setStraight(work: Docket['artwork']['work'], { found, file }: OfFile): boolean {
  const lays = (work ?? []).flatMap(({ file: of, pages, lay }) =>
    of === file && lay ? [{ ranges: parsePageRange(pages), lay }] : [],
  );
  // what there is beyond those that are told lies as it did
  if (found.count > found.places.length) return false;
  return found.places.every(({ page, lies }) => {
    const lay = lays.findLast(({ ranges }) => page !== null && inRange(ranges, page))?.lay;
    return lies !== undefined && lay !== undefined && Math.abs(lay.angle - straightBy(lies, lay)) < SAME;
  });
}

/** What a job does about what a check finds, in words; null where it does nothing. */
const MENDS: Readonly<Partial<Record<CheckId, (docket: OfMending, of: OfFile) => string | null>>> = {
  crooked: ({ artwork: { work } }, of) => (setStraight(work, of) ? 'set straight where they are printed' : null),
  'thin-lines': ({ artwork: { lines } }) => (lines ? 'thickened where they are printed' : null),
  'no-bleed': ({ artwork: { bleed } }) => (bleed ? `bleed is made, ${bleed.way}` : null),
  rgb: (docket) => (colourProfile(docket) ? 'as sRGB, brought to the press by its profile' : null),
  lab: (docket) => (colourProfile(docket) ? 'brought to the press by its profile' : null),
};

/** A file's findings as a job has them: with what it does about each. */
export interface JobFinding extends PreflightFinding {
  readonly mended: string | null;
  /** Whether it stops jobs, and somebody let this one pass. */
  readonly passed: boolean;
}
export interface JobReport extends Omit<PreflightReport, 'findings'> {
  readonly findings: readonly JobFinding[];
}

/**
 * A report with what a job does about it: mended is what stands as a wish, and what was mended to be read at all.
 * @param sha256 the file that it is of @param file which of the job's it is, from 0
 */
export function reportFor(report: PreflightReport, docket: OfMending, sha256: string | null, file: number): JobReport {
  const passed = ({ weight, check }: PreflightFinding): boolean =>
    weight === 'stop' && (docket.artwork.passed ?? []).some((p) => p.sha256 === sha256 && p.check === check);
  const findings = report.findings.map((f): JobFinding => ({
    ...f,
    mended: MENDS[f.check]?.(docket, { found: f, file }) ?? null,
    passed: passed(f),
  }));
  const stops = findings.some((f) => f.weight === 'stop' && f.mended === null && !f.passed);
  const mended = report.outcome === 'mended' || findings.some((f) => f.mended !== null || f.check === 'mended');
  return { ...report, findings, outcome: stops ? 'failed' : mended ? 'mended' : 'clean' };
}
