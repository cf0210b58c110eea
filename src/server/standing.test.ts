import { describe, expect, it } from 'vitest';
import { onMachines, standingOf, type Sent } from './standing';

const sent = (over: Partial<Sent> = {}): Sent => ({
  state: 'completed',
  open: false,
  root: 'a',
  extra: false,
  superseded: false,
  sheets_done: 10,
  sheets_total: 10,
  present: true,
  ...over,
});
const NOTHING = { stops: 0, looks: 0, finishing: ['stitch on Heron'] };
const at = (list: readonly Sent[], of = NOTHING, done = false): [string, boolean] => {
  const { standing, changed } = standingOf(of, list, done);
  return [standing, changed];
};

describe('where a job stands', () => {
  it('is what its findings say until it is sent', () => {
    expect(at([])).toEqual(['ready', false]);
    expect(at([], { ...NOTHING, looks: 1 })).toEqual(['to decide', false]);
    expect(at([], { ...NOTHING, stops: 1 })).toEqual(['to decide', false]);
  });

  it('is the floor while a machine has any of it, then the finishing, then done', () => {
    expect(at([sent({ state: 'processing', open: true }), sent()])).toEqual(['on the floor', false]);
    expect(at([sent(), sent()])).toEqual(['to finish', false]);
    expect(at([sent()], { ...NOTHING, finishing: [] })).toEqual(['done', false]);
    expect(at([], NOTHING, true)).toEqual(['done', false]);
    // somebody must look at the output tray
    for (const state of ['unsure', 'aborted'] as const)
      expect(at([sent({ state }), sent()])).toEqual(['to decide', false]);
    expect(at([sent({ state: 'canceled' })])).toEqual(['ready', false]);
  });

  it('is not moved by further sheets, nor by what was gone on with', () => {
    const extra = sent({ root: 'x', extra: true });
    expect(at([extra])).toEqual(['ready', false]);
    expect(at([{ ...extra, open: true, state: 'processing' }], NOTHING, true)).toEqual(['on the floor', false]);
    expect(at([extra, sent({ state: 'aborted' })])).toEqual(['to decide', false]);
    // the rest of the text came out, the cover that was given up has not been gone on with
    const text = sent({ state: 'aborted', superseded: true });
    expect(at([sent(), text])).toEqual(['to finish', false]);
    expect(at([sent(), sent({ state: 'aborted' }), text])).toEqual(['to decide', false]);
  });

  it('goes by the last sending, and by whether the job was changed since', () => {
    expect(at([sent({ root: 'b', state: 'canceled' }), sent()])).toEqual(['ready', false]);
    expect(at([sent({ present: false })])).toEqual(['ready', true]);
    expect(at([sent({ present: false })], { ...NOTHING, looks: 2 })).toEqual(['to decide', true]);
    expect(at([sent({ state: 'pending', open: true, present: false })])).toEqual(['on the floor', true]);
  });
});

describe('what machines have of a job', () => {
  it('is summed, the state that wants a hand first', () => {
    const open = { open: true, sheets_done: 2 };
    expect(onMachines([sent({ ...open, state: 'processing' }), sent({ ...open, state: 'stopped' }), sent()])).toEqual({
      state: 'stopped',
      sheets_done: 4,
      sheets_total: 20,
    });
    expect(onMachines([sent({ state: 'aborted' }), sent()])).toEqual({
      state: 'aborted',
      sheets_done: 20,
      sheets_total: 20,
    });
    // older than sendings are: the last alone
    expect(onMachines([sent({ root: null }), sent({ root: null })])?.sheets_total).toBe(10);
    expect(onMachines([])).toBeNull();
  });
});
