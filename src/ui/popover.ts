/** What opens over the screen. */
export const POPOVER = 'min-w-56 rounded-sm border border-ink/50 bg-paper shadow-md';
