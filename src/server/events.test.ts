import { describe, expect, it } from 'vitest';
import { eventStream, openStreams, since, tell } from './events';

const FAST = { waiting: () => 0, drop: () => undefined };
const open = (lastId: string | null = null, signal = new AbortController().signal) =>
  eventStream(signal, lastId, FAST)!.getReader();
type Reader = ReturnType<typeof open>;

/** Reads until a word has come, or the stream has ended. */
async function readUntil(reader: Reader, word: string): Promise<string> {
  let text = '';
  while (!text.includes(word)) {
    const { value, done } = await reader.read();
    if (done) break;
    text += new TextDecoder().decode(value);
  }
  return text;
}
const events = (text: string): string[] => [...text.matchAll(/^data: (.*)$/gm)].map(([, data]) => data!);
const lastIdIn = (text: string): string => [...text.matchAll(/^id: (.*)$/gm)].at(-1)![1]!;

describe('the stream of events', () => {
  it('tells every window the same, in order, each with a name of its own', async () => {
    const readers = [open(), open()];
    tell({ kind: 'job', id: 'a', version: 2 });
    tell({ kind: 'jobs' });
    for (const reader of readers) {
      const text = await readUntil(reader, '"jobs"');
      expect(text).toMatch(/^retry: 1000\nevent: anew\n/);
      expect(events(text)).toEqual(['{}', '{"kind":"job","id":"a","version":2}', '{"kind":"jobs"}']);
      await reader.cancel();
    }
  });

  it('goes on behind the last event that was heard, with what was missed', async () => {
    const first = open();
    tell({ kind: 'job', id: 'b', version: 1 });
    const last = lastIdIn(await readUntil(first, '"b"'));
    await first.cancel();
    tell({ kind: 'job', id: 'b', version: 2 });
    tell({ kind: 'job', id: 'b', version: 3 });
    const again = open(last);
    const text = await readUntil(again, '"version":3');
    expect(text).not.toContain('anew');
    expect(events(text)).toEqual(['{"kind":"job","id":"b","version":2}', '{"kind":"job","id":"b","version":3}']);
    await again.cancel();
  });

  it('begins anew where what was missed is not known: another run of the server, or too long ago', () => {
    expect(since(null)).toBeNull();
    expect(since('0011-5')).toBeNull();
    const reader = open();
    return readUntil(reader, 'anew').then(async (text) => {
      const last = lastIdIn(text);
      expect(since(last)).toEqual([]);
      for (let i = 0; i < 1000; i++) tell({ kind: 'jobs' });
      expect(since(last)).toHaveLength(1000);
      tell({ kind: 'jobs' });
      expect(since(last)).toBeNull();
      await reader.cancel();
    });
  });

  it('is not kept for a window that is gone', async () => {
    const before = openStreams();
    const abort = new AbortController();
    const reader = open(null, abort.signal);
    expect(openStreams()).toBe(before + 1);
    abort.abort();
    expect(openStreams()).toBe(before);
    await reader.cancel();
    const canceled = open();
    await canceled.cancel();
    expect(openStreams()).toBe(before);
  });

  it('drops a reader that does not read', async () => {
    const before = openStreams();
    let waiting = 0;
    let dropped = 0;
    eventStream(new AbortController().signal, null, { waiting: () => waiting, drop: () => dropped++ });
    waiting = 300 << 10;
    tell({ kind: 'jobs' });
    await new Promise((r) => setTimeout(r, 40));
    expect([dropped, openStreams()]).toEqual([1, before]);
  });

  it('is refused beyond some hundreds', async () => {
    const many = Array.from({ length: 400 - openStreams() }, () =>
      eventStream(new AbortController().signal, null, FAST)!,
    );
    expect(eventStream(new AbortController().signal, null, FAST)).toBeNull();
    await Promise.all(many.map((s) => s.cancel()));
    const free = eventStream(new AbortController().signal, null, FAST);
    expect(free).not.toBeNull();
    await free!.cancel();
  });
});
