/** What a printer's keywords mean to the person at the machine, and what to do (RFC 8011, 5.4.12; PWG 5100.x). */
const REASONS: Readonly<Record<string, string>> = {
  'media-empty': 'Out of paper. Load the tray; the job goes on by itself.',
  'media-needed': 'The right paper is not in a tray. Load it; the job goes on by itself.',
  'media-jam': 'Paper is jammed. Clear it and close the covers; the job goes on where it stopped.',
  paused: 'Paused at the printer. Resume it there.',
  'moving-to-paused': 'Pausing after this sheet.',
  'door-open': 'A door is open. Close it.',
  'cover-open': 'A cover is open. Close it.',
  'toner-empty': 'Out of toner. Change it.',
  'marker-supply-empty': 'Out of toner or ink. Change it.',
  'output-area-full': 'The output is full. Take the sheets away.',
  'printer-stopped': 'The printer has stopped.',
  'job-hold-until-specified': 'Held on the printer until you release it.',
  'document-format-error': 'The printer could not read the file.',
  'job-canceled-by-user': 'Canceled.',
  'job-canceled-at-device': 'Canceled at the printer.',
  'aborted-by-system': 'Given up by the printer.',
  'job-incoming': 'Arriving at the printer.',
  'job-data-insufficient': 'The printer waits for the file.',
};

/** The first reason that says something, in plain words; null where none does. */
export function explain(reasons: readonly string[]): string | null {
  for (const reason of reasons) {
    const plain = REASONS[reason] ?? REASONS[reason.replace(/-(report|warning|error)$/, '')];
    if (plain && reason !== 'printer-stopped') return plain;
  }
  return reasons.includes('printer-stopped') ? REASONS['printer-stopped']! : null;
}
