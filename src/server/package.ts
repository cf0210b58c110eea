import { createReadStream } from 'node:fs';
import { Zip, ZipPassThrough } from 'fflate';
import type { Docket } from '../core';
import { layoutWritten } from '../core/ticket';
import { laidOut } from './orders';

/** A day before which no ZIP can be dated: the same job gives the same bytes. */
const DATED = new Date(1980, 0, 2);

/** Names of a docket's files as they lie beside their ticket: PDFs, each name once, in no folder. */
export function namesBeside({ file, more }: Docket['artwork']): string[] {
  const taken = new Set<string>();
  return [file, ...more].map(({ name }, i) => {
    const plain = name
      .replace(/\.[a-z0-9]{1,5}$/i, '')
      .replace(/[^\p{L}\p{N} ._-]+/gu, '_')
      .replace(/^\.+/, '')
      .trim()
      .slice(0, 100);
    const base = plain || `file ${i + 1}`;
    let to = `${base}.pdf`;
    for (let n = 2; taken.has(to.toLowerCase()); n++) to = `${base} ${n}.pdf`;
    taken.add(to.toLowerCase());
    return to;
  });
}

/**
 * A job's layout as XJDF in a ZIP with the PDFs that it places, each by the name that the ticket has for it (XJDF 2.1,
 * packaging). What was mended or made of pictures goes as the PDF that it is imposed from.
 * @returns null where there is no such job or its artwork is not in the store
 * @throws NotSendable
 */
export async function packageOfJob(
  id: string,
): Promise<{ readonly title: string; readonly number: number; readonly parts: AsyncGenerator<Uint8Array> } | null> {
  const laid = await laidOut(id);
  if (!laid) return null;
  const { docket, number, sources, planned } = laid;
  const { file, more } = docket.artwork;
  const [first, ...others] = namesBeside(docket.artwork);
  const named: Docket = {
    ...docket,
    artwork: {
      ...docket.artwork,
      file: { ...file, name: first! },
      more: more.map((f, i) => ({ ...f, name: others[i]! })),
    },
  };
  const ticket = layoutWritten('xjdf', named, planned, sources.artwork);
  const files = [sources.source, ...sources.more].map((path, i) => ({ name: [first!, ...others][i]!, path }));
  return { title: docket.title, number, parts: zipped(`${number}.xjdf`, ticket, files) };
}

const CHUNK = 1 << 18;

/** A ticket and files as a ZIP, part by part: nothing of it is held whole. */
async function* zipped(
  name: string,
  ticket: Iterable<string>,
  files: readonly { readonly name: string; readonly path: string }[],
): AsyncGenerator<Uint8Array> {
  const ready: Uint8Array[] = [];
  let failed: Error | null = null;
  const zip = new Zip((e, data) => {
    if (e) failed = e;
    else ready.push(data.slice());
  });
  const taken = (): Uint8Array[] => {
    if (failed) throw failed;
    return ready.splice(0);
  };
  const entry = (of: string): ZipPassThrough => {
    const it = new ZipPassThrough(of);
    it.mtime = DATED;
    zip.add(it);
    return it;
  };
  const words = entry(name);
  let text = '';
  for (const piece of ticket) {
    text += piece;
    if (text.length < CHUNK) continue;
    words.push(Buffer.from(text), false);
    text = '';
    yield* taken();
    // others are answered between the parts
    await new Promise(setImmediate);
  }
  words.push(Buffer.from(text), true);
  for (const { name: of, path } of files) {
    const it = entry(of);
    for await (const part of createReadStream(path, { highWaterMark: CHUNK })) {
      it.push(part as Buffer, false);
      yield* taken();
    }
    it.push(new Uint8Array(), true);
  }
  zip.end();
  yield* taken();
}
