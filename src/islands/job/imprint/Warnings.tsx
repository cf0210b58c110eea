import { formatLength, type Size } from '../../../core';
import { useJob } from '../context';
import type { Standing } from './standing';

/** What of the imprint that is looked at does not fit, on this record. */
export function Warnings({
  all,
  waiting,
  at,
  page,
}: {
  readonly all: readonly Standing[];
  readonly waiting: boolean;
  readonly at: number;
  readonly page: Size;
}) {
  const unit = useJob((s) => s.unit);
  const it = all.find((s) => s.at === at);
  const said: string[] = [];
  if (it) {
    const { over, missing, wrong, covers, points } = it.setting;
    const { says } = it.stamp.imprint;
    if (wrong) said.push(wrong);
    if (over.width > 0.05) said.push(`${formatLength(over.width, unit, 1)} wider than its place.`);
    if (over.height > 0.05) said.push(`${formatLength(over.height, unit, 1)} higher than its place.`);
    if (missing) said.push(`The font has no ${[...missing].slice(0, 8).join(' ')}.`);
    if (says.kind === 'text' && points < says.size - 0.05) said.push(`Set at ${points.toFixed(1)} pt to fit.`);
    const out =
      covers.x < -0.01 ||
      covers.y < -0.01 ||
      covers.x + covers.width > page.width + 0.01 ||
      covers.y + covers.height > page.height + 0.01;
    if (out) said.push('It stands over the trim.');
  }
  return (
    <p role="status" className="mt-1 min-h-5 text-sm text-brick">
      {waiting
        ? 'Its row is on its way …'
        : it
          ? said.join(' ')
          : 'Nothing is said on this record, or not on this page.'}
    </p>
  );
}
