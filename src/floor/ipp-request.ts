import type { IncomingMessage } from 'node:http';
import { Readable } from 'node:stream';
import { decode, IppIncomplete, type Message } from '../machines/ipp/codec';

/** A message's header may not be longer: what comes after it is the document. */
const MAX_HEADER = 1 << 20;

/** Reads a request's message as it comes in; `rest` is the document behind it, or null where it is no IPP. */
export async function readHeader(req: IncomingMessage): Promise<{ message: Message | null; rest: Readable }> {
  const chunks: Buffer[] = [];
  let size = 0;
  const iterator = req[Symbol.asyncIterator]() as AsyncIterator<Buffer>;
  for (;;) {
    const next = await iterator.next();
    if (!next.done) {
      chunks.push(next.value);
      size += next.value.length;
    }
    const bytes = Buffer.concat(chunks);
    try {
      const { message, end } = decode(bytes);
      const rest = Readable.from(
        (async function* () {
          if (bytes.length > end) yield bytes.subarray(end);
          for (let chunk = await iterator.next(); !chunk.done; chunk = await iterator.next()) yield chunk.value;
        })(),
        { objectMode: false },
      );
      return { message, rest };
    } catch (e) {
      if (!(e instanceof IppIncomplete) || next.done || size > MAX_HEADER) return { message: null, rest: req };
    }
  }
}
