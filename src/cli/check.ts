import { accessSync, constants, readFileSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { firstProblem } from '../core';
import { preflight, DEFAULT_RULES, PreflightRules, type PreflightReport } from '../core/preflight';
import { ArtworkError, scratchFolder, sweepEnded } from '../pdf';
import { Complaint, Failed, systemSaid, withFile } from './inputs';
import { threadFor, tooHeavy } from './load';

/** A file to be checked. */
export interface Checking {
  readonly file: string;
  /** The shop's rules; null for those that stand where a shop says nothing. */
  readonly rules: string | null;
  readonly json: boolean;
  readonly password?: string;
  readonly worker: string;
}

/** Bytes that rules have at most. */
const MOST_RULES = 1 << 20;

function rulesFrom(path: string | null): PreflightRules {
  if (path === null) return DEFAULT_RULES;
  if (withFile(path, () => statSync(path)).size > MOST_RULES)
    throw new Complaint(`${path} is larger than 1 MB: those are no rules.`);
  let json: unknown;
  try {
    json = JSON.parse(withFile(path, () => readFileSync(path, 'utf8')));
  } catch (e) {
    if (e instanceof SyntaxError) throw new Complaint(`${path} is no JSON: ${e.message}`);
    throw e;
  }
  const rules = PreflightRules.safeParse(json);
  if (!rules.success) throw new Complaint(`${path}: ${firstProblem(rules.error)}`);
  return rules.data;
}

/**
 * Checks a file by the shop's rules, and tells what was found.
 * @throws Complaint where it cannot be read; Failed where a finding stops the job
 */
export async function check(
  { file, rules, json, password, worker }: Checking,
  out: (text: string) => void,
): Promise<void> {
  const by = rulesFrom(rules);
  withFile(file, () => accessSync(file, constants.R_OK));
  if (statSync(file).isDirectory()) throw new Complaint(`${file} is a folder.`);
  sweepEnded();
  const scratch = scratchFolder();
  const hands = threadFor(worker);
  try {
    const copy = join(scratch, 'artwork.pdf');
    const look = await hands.run('look', { path: file, copy, ...(password === undefined ? {} : { password }) });
    const report = preflight(look, by);
    out(json ? `${JSON.stringify({ file, ...report }, null, 2)}\n` : inWords(file, report));
    if (report.outcome === 'failed') throw new Failed(file);
  } catch (e) {
    if (e instanceof ArtworkError)
      throw new Complaint(`${file}: ${e.code === 'locked' ? 'it is locked; give its --password.' : e.message}`);
    if (tooHeavy(e)) throw new Complaint(`${file}: it is too heavy to look at. ${e.message}`);
    const said = systemSaid(e);
    throw said ? new Complaint(`${file} ${said}.`) : e;
  } finally {
    await hands.close();
    rmSync(scratch, { recursive: true, force: true });
  }
}

const OUTCOMES: Readonly<Record<PreflightReport['outcome'], string>> = {
  clean: 'clean',
  mended: 'mended to be read; look at it once',
  failed: 'not to be printed as it is',
};

/** The report as it is read: the outcome, then finding by finding with the first places. */
function inWords(file: string, { outcome, pages, findings }: PreflightReport): string {
  const lines = [`${file}: ${pages} ${pages === 1 ? 'page' : 'pages'}, ${OUTCOMES[outcome]}`];
  for (const { weight, title, why, mend, count, places } of findings) {
    lines.push('', `${weight}: ${title} (${count})`, `  ${why} ${mend}`);
    for (const { page, said } of places.slice(0, 5)) lines.push(`  - ${page === null ? '' : `page ${page}: `}${said}`);
    if (count > 5) lines.push(`  … ${count - 5} more`);
  }
  return `${lines.join('\n')}\n`;
}
