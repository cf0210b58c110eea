import { Button as AriaButton, type ButtonProps } from 'react-aria-components';
import { cx } from './cx';

const KINDS = {
  /** The thing to do next. One on a screen. */
  next: 'bg-rust text-paper border-rust hover:bg-ink hover:border-ink',
  plain: 'bg-paper text-ink border-ink/40 hover:border-ink',
  quiet: 'bg-transparent text-ink border-transparent hover:border-ink/40',
} as const;

interface Props extends ButtonProps {
  readonly kind?: keyof typeof KINDS;
  readonly small?: boolean;
  readonly className?: string;
}

export function Button({ kind = 'plain', small, className, ...props }: Props) {
  return (
    <AriaButton
      {...props}
      className={cx(
        'inline-flex items-center justify-center gap-1.5 rounded-sm border font-medium whitespace-nowrap disabled:opacity-45',
        small ? 'min-h-6 px-2 py-0.5 text-sm' : 'min-h-8 px-3 py-1',
        KINDS[kind],
        className,
      )}
    />
  );
}
