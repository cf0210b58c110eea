import { Plus, X } from 'lucide-react';
import { Button } from '../../../ui/Button';

/** What lists of wishes share: a line more, a line less, a line changed. */

export function Add({ children, onPress }: { children: string; onPress: () => void }) {
  return (
    <Button small kind="quiet" onPress={onPress}>
      <Plus size={13} aria-hidden /> {children}
    </Button>
  );
}
export function Remove({ what, onPress }: { what: string; onPress: () => void }) {
  return (
    <Button small kind="quiet" aria-label={`Remove ${what}`} onPress={onPress}>
      <X size={13} aria-hidden />
    </Button>
  );
}
export const replaced = <T,>(list: readonly T[], i: number, value: T): T[] => list.map((v, n) => (n === i ? value : v));
export const removed = <T,>(list: readonly T[], i: number): T[] => list.filter((_, n) => n !== i);
