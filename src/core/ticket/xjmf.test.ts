import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readSignals, signalWritten, type DeviceSignal } from './xjmf';
import { readXml, within } from './xml';

const AT = { id: 'S1', time: '2026-01-02T10:00:00Z' };
const word = fc
  .string({ minLength: 1, maxLength: 40, unit: 'grapheme-ascii' })
  .filter((s) => s.trim() === s && s !== '');
const signal: fc.Arbitrary<DeviceSignal> = fc.record({
  device: word,
  state: fc.constantFrom('idle' as const, 'running' as const, 'stopped' as const),
  reason: fc.option(word),
  job: fc.option(
    fc.record({
      name: word,
      done: fc.integer({ min: 0, max: 1e6 }),
      percent: fc.integer({ min: 0, max: 1000 }).map((n) => n / 10),
    }),
  ),
});

describe('status messages', () => {
  it('come back as they were written', () => {
    fc.assert(
      fc.property(signal, (it) => {
        expect(readSignals(signalWritten(it, AT))).toEqual([it]);
      }),
    );
  });

  it('say it as the standard does', () => {
    const root = readXml(
      signalWritten(
        { device: 'Redshank', state: 'stopped', reason: 'no-code', job: { name: 'Coupons', done: 12, percent: 30 } },
        AT,
      ),
    );
    expect(within(root, 'Header').map((h) => h.attributes)).toEqual(
      [0, 1].map(() => ({ DeviceID: 'Redshank', ID: 'S1', Time: '2026-01-02T10:00:00Z' })),
    );
    expect(within(root, 'DeviceInfo')[0]!.attributes).toEqual({ Status: 'Stopped', StatusDetails: 'no-code' });
    expect(within(root, 'JobPhase')[0]!.attributes).toEqual({
      JobID: 'Coupons',
      Status: 'Stopped',
      Amount: '12',
      PercentCompleted: '30',
    });
  });

  it('of others are read as far as they say anything', () => {
    const other = `<XJMF xmlns="http://www.CIP4.org/JDFSchema_2_0"><Header DeviceID="Folder" ID="1" Time="x"/>
      <SignalStatus><DeviceInfo Status="NonProductive"/></SignalStatus><SignalNotification/></XJMF>`;
    expect(readSignals(other)).toEqual([{ device: 'Folder', state: 'idle', reason: null, job: null }]);
    expect(readSignals('<XJMF><Header DeviceID="x"/></XJMF>')).toEqual([]);
  });

  it('that are none are refused in words', () => {
    for (const [text, said] of [
      ['', 'not well-formed'],
      ['<XJDF/>', 'begins with <XJDF>'],
      ['<!DOCTYPE a><XJMF/>', 'DOCTYPE'],
      ['<XJMF><SignalStatus><DeviceInfo Status="Idle"/></SignalStatus></XJMF>', 'no device'],
      [
        '<XJMF><Header DeviceID="x"/><SignalStatus><DeviceInfo Status="Idle"><JobPhase PercentCompleted="900"/></DeviceInfo></SignalStatus></XJMF>',
        'a figure that is none',
      ],
    ] as const)
      expect(() => readSignals(text), said).toThrow(said);
  });
});
