import { Button as AriaButton, Tooltip, TooltipTrigger, type ButtonProps } from 'react-aria-components';
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
  /** The keys that do the same, as aria-keyshortcuts names them: `f`, `Control+z`, `ArrowLeft`. */
  readonly keys?: string;
}

const NAMES: Readonly<Record<string, string>> = { Control: 'Ctrl', ArrowLeft: '←', ArrowRight: '→', Plus: '+' };
const keysSaid = (keys: string): string =>
  keys
    .split('+')
    .map((k) => NAMES[k] ?? (k.length === 1 ? k.toUpperCase() : k))
    .join(' ');

/** A button. Where the pointer or the focus rests on it, it says its keys, and what it does where it is a picture alone. */
export function Button({ kind = 'plain', small, className, keys, ...props }: Props) {
  const button = (
    <AriaButton
      {...props}
      aria-keyshortcuts={keys}
      className={cx(
        'inline-flex items-center justify-center gap-1.5 rounded-sm border font-medium whitespace-nowrap disabled:opacity-45',
        small ? 'min-h-6 px-2 py-0.5 text-sm' : 'min-h-8 px-3 py-1',
        KINDS[kind],
        className,
      )}
    />
  );
  const label = props['aria-label'];
  if (!label && !keys) return button;
  return (
    <TooltipTrigger delay={600} closeDelay={100}>
      {button}
      <Tooltip offset={4} className="flex items-baseline gap-2 rounded-sm bg-ink px-2 py-1 text-sm text-paper">
        {label}
        {keys && <kbd className="num text-xs">{keysSaid(keys)}</kbd>}
      </Tooltip>
    </TooltipTrigger>
  );
}
