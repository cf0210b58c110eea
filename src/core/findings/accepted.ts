import type { Docket, Patch } from '../docket';
import type { Finding, Inspected } from './kinds';

/** Findings that somebody has looked at and let stand. They come back as soon as they say anything else. */

type Noticing = (it: Inspected) => Finding[];

/** The findings, those that were accepted marked and put behind the others that want a decision. */
export function withAccepted(it: Inspected, noticed: Noticing): Finding[] {
  const findings = noticed(it);
  const { accepted } = it.docket;
  if (accepted.length === 0) return findings;
  const said = it.unit === 'mm' ? findings.map((f) => f.title) : inMillimetres(it, noticed);
  const stands = (f: Finding, i: number): boolean =>
    f.severity === 'look' && accepted.some((a) => a.id === f.id && bare(a.said) === bare(said[i]!));
  const marked = findings.map((f, i) => (stands(f, i) ? { ...f, accepted: true } : f));
  const weight = (f: Finding): number => (f.severity === 'stop' ? 0 : f.severity === 'fine' ? 3 : f.accepted ? 2 : 1);
  return marked.sort((a, b) => weight(a) - weight(b));
}

/** A text without what a shop writes numbers with: another way to write them is no other finding. */
const bare = (text: string): string => text.replace(/[.,\s]/g, '');

/** What findings say whatever the unit on the screen: the same findings come in the same order. */
const inMillimetres = (it: Inspected, noticed: Noticing): string[] =>
  noticed({ ...it, unit: 'mm' }).map((f) => f.title);

/** The change that lets a finding stand; null for one that is not to be accepted. */
export function accepting(finding: Finding, it: Inspected, noticed: Noticing): Patch | null {
  if (finding.severity !== 'look' || finding.accepted) return null;
  const said = inMillimetres(it, noticed)[noticed(it).findIndex(alike(finding))];
  if (said === undefined) return null;
  // what does not hold any more goes: the list does not grow with every change
  const holding = withAccepted(it, noticed).filter((f) => f.accepted);
  const others = it.docket.accepted.filter((a) => holding.some((f) => f.id === a.id));
  return { accepted: [...others, { id: finding.id, said }].slice(-100) };
}

const alike =
  ({ id, title }: Finding) =>
  (f: Finding): boolean =>
    f.id === id && f.title === title;

/** The change that asks about a finding again. */
export const reopening = (finding: Finding, docket: Pick<Docket, 'accepted'>): Patch => ({
  accepted: docket.accepted.filter((a) => a.id !== finding.id),
});

/** Whether a finding still wants a decision. */
export const openLooks = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter((f) => f.severity === 'look' && !f.accepted);
