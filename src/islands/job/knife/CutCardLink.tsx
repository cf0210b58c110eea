import { Printer } from 'lucide-react';
import { useJob } from '../context';

/** Opens the card that lies at the guillotine or at the slitter. */
export function CutCardLink() {
  const id = useJob((s) => s.saved.id);
  return (
    <a
      href={`/api/jobs/${id}/cuts`}
      target="_blank"
      rel="noreferrer"
      className="ml-auto inline-flex items-center gap-1.5 underline decoration-ink/30 underline-offset-3 hover:decoration-ink"
    >
      <Printer size={16} aria-hidden /> Cut card
    </a>
  );
}
