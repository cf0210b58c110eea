import { describe, expect, it } from 'vitest';
import { eventStream, listen, tell } from './events';

/** Reads a stream's text until it has said `wanted`. */
async function readUntil(stream: ReadableStream<Uint8Array>, wanted: string): Promise<string> {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  let text = '';
  while (!text.includes(wanted)) {
    const { value, done } = await reader.read();
    if (done) break;
    text += decoder.decode(value);
  }
  await reader.cancel();
  return text;
}

describe('news for the windows', () => {
  it('goes to all who listen, as one line of JSON each', async () => {
    const streams = [eventStream(new AbortController().signal), eventStream(new AbortController().signal)];
    tell({ kind: 'job', id: 'a', version: 2 });
    tell({ kind: 'jobs' });
    for (const stream of streams)
      expect(await readUntil(stream, '"jobs"')).toBe(
        'retry: 1000\n\ndata: {"kind":"job","id":"a","version":2}\n\ndata: {"kind":"jobs"}\n\n',
      );
  });

  it('is not kept for a window that is gone', async () => {
    const heard: string[] = [];
    const stop = listen((e) => heard.push(e.kind));
    const abort = new AbortController();
    const gone = eventStream(abort.signal);
    abort.abort();
    tell({ kind: 'jobs' });
    stop();
    tell({ kind: 'jobs' });
    expect(heard).toEqual(['jobs']);
    await gone.cancel();
  });
});
