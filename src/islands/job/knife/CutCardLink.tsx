import { Printer } from 'lucide-react';
import { CardLink } from '../CardLink';

/** Opens the card that lies at the guillotine or at the slitter. */
export const CutCardLink = () => (
  <CardLink
    card="cuts"
    className="ml-auto inline-flex items-center gap-1.5 underline decoration-ink/30 underline-offset-3 hover:decoration-ink"
  >
    <Printer size={16} aria-hidden /> Cut card
  </CardLink>
);
