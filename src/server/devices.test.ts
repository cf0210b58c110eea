import { describe, expect, it } from 'vitest';
import { devices, signalled } from './devices';

const told = (device: string, state: 'idle' | 'stopped' = 'idle') => ({ device, state, reason: null, job: null });

describe('what machines tell of themselves', () => {
  it('is the last of each, by name', () => {
    signalled([told('Redshank'), told('Avocet')], new Date('2026-01-02T10:00:00Z'));
    signalled([told('Redshank', 'stopped')], new Date('2026-01-02T10:01:00Z'));
    expect(devices().map((d) => [d.device, d.state, d.at])).toEqual([
      ['Avocet', 'idle', '2026-01-02T10:00:00.000Z'],
      ['Redshank', 'stopped', '2026-01-02T10:01:00.000Z'],
    ]);
  });

  it('is forgotten of those that were silent longest, where there are more than a shop has', () => {
    signalled(Array.from({ length: 99 }, (_, i) => told(`M${i}`)));
    expect(devices()).toHaveLength(100);
    expect(devices().map((d) => d.device)).not.toContain('Avocet');
    expect(devices().map((d) => d.device)).toContain('Redshank');
  });
});
