import { cx } from './cx';

/** How far long work has come. */
export function Meter({
  label,
  done,
  total,
  tone = 'ink',
}: {
  label: string;
  done: number;
  total: number;
  tone?: 'ink' | 'rust' | 'moss';
}) {
  const percent = total > 0 ? Math.min(100, (100 * done) / total) : 0;
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={total}
      aria-valuenow={Math.min(done, total)}
      className="h-2 w-full border border-ink/40 bg-paper"
    >
      <div
        className={cx('h-full', tone === 'ink' ? 'bg-ink' : tone === 'rust' ? 'bg-rust' : 'bg-moss')}
        style={{ width: `${percent}%` }}
      />
    </div>
  );
}
