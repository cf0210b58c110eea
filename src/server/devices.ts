import type { DeviceSignal } from '../core/ticket';
import { tell } from './events';

/** What finishing machines tell of themselves: the last of each, as long as this process runs. They tell it again and again. */

/** Machines that are remembered, those that were silent longest go first. */
const MOST = 100;

export interface DeviceState extends DeviceSignal {
  /** When it was told. */
  readonly at: string;
}

const known = new Map<string, DeviceState>();

/** Takes in what machines tell. */
export function signalled(signals: readonly DeviceSignal[], now: Date = new Date()): void {
  for (const signal of signals) {
    // in the order in which they were heard
    known.delete(signal.device);
    known.set(signal.device, { ...signal, at: now.toISOString() });
    const [oldest] = known.keys();
    if (known.size > MOST && oldest !== undefined) known.delete(oldest);
  }
  if (signals.length > 0) tell({ kind: 'devices' });
}

/** The machines that were heard of, by name. */
export const devices = (): DeviceState[] => [...known.values()].sort((a, b) => a.device.localeCompare(b.device));
