import { create } from 'zustand';
import type { Station } from '../../core';

/** Which stations of the docket are open: one at a time, and those that are pinned. */
interface Opening {
  readonly open: Station | null;
  readonly pinned: ReadonlySet<Station>;
  /** Asked for from elsewhere: it is brought into view and gets the focus. Counts up with each asking. */
  readonly asked: { readonly station: Station; readonly times: number } | null;
}

export const useOpening = create<Opening>(() => ({ open: null, pinned: new Set(), asked: null }));

/** Opens a station, or closes it; another that is not pinned closes. */
export function toggleStation(station: Station, open: boolean): void {
  const { pinned } = useOpening.getState();
  if (pinned.has(station)) {
    const rest = new Set(pinned);
    rest.delete(station);
    useOpening.setState({ pinned: rest, open: open ? station : null });
    return;
  }
  useOpening.setState({ open: open ? station : null });
}

/** Keeps a station open beside others, or lets it close again. */
export function pinStation(station: Station, pin: boolean): void {
  const pinned = new Set(useOpening.getState().pinned);
  if (pin) pinned.add(station);
  else pinned.delete(station);
  useOpening.setState({ pinned, open: station });
}

/** Opens a station from elsewhere and leads there. */
export function openStation(station: Station): void {
  const { asked } = useOpening.getState();
  useOpening.setState({ open: station, asked: { station, times: (asked?.times ?? 0) + 1 } });
}
