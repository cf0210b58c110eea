import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { ArtworkError } from '../errors';

/** Pictures in a ZIP at most, and bytes of one of them. */
const MAX_ENTRIES = 10_000;
const MAX_BYTES = 1 << 30;
/** Bytes of all together: as many as a day of photographs. */
const MAX_IN_ALL = 8 * MAX_BYTES;

/** A file in a ZIP. */
export interface Zipped {
  readonly name: string;
  /** Writes it out. @throws where it is not whole */
  readonly unpack: (to: string) => Promise<void>;
}

/** Documents that are packed as ZIP: ISO/IEC 29500-2, ISO/IEC 26300-3. */
const OFFICE = /^(\[Content_Types\]\.xml|mimetype)$/;

const UNREADABLE = 'This ZIP cannot be read: it is damaged, or locked. Pack the pictures again, without a password.';

/** What a system puts beside files: not the sender’s. */
const isClutter = (name: string): boolean => /(^|\/)(\.|__MACOSX\/|Thumbs\.db$|desktop\.ini$)/i.test(name);

/**
 * The files of a ZIP in the order of their names (APPNOTE.TXT 6.3: names as UTF-8 or code page 437), one after the other.
 * @throws ArtworkError where it is none, or too much
 */
export async function eachZipped(path: string, take: (it: Zipped) => Promise<void>): Promise<void> {
  const zip = await open(path);
  try {
    const entries = await entriesOf(zip);
    if (entries.some((e) => OFFICE.test(e.fileName)))
      throw new ArtworkError('not-artwork', 'This is an office document, and no artwork. Export it as PDF.');
    if (entries.length > MAX_ENTRIES)
      throw new ArtworkError(
        'too-large',
        `Too many pictures: ${entries.length.toLocaleString('en')}; up to ${MAX_ENTRIES.toLocaleString('en')} in one ZIP are taken.`,
      );
    if (entries.reduce((sum, e) => sum + e.uncompressedSize, 0) > MAX_IN_ALL)
      throw new ArtworkError(
        'too-large',
        'The pictures in this ZIP are more than 8 GB unpacked. Pack them in several.',
      );
    for (const entry of entries) await take({ name: entry.fileName, unpack: (to) => unpacked(zip, entry, to) });
  } finally {
    zip.close();
  }
}

const open = (path: string): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (e, zip) =>
      e ? reject(new ArtworkError('damaged', UNREADABLE)) : resolve(zip),
    );
  });

function entriesOf(zip: ZipFile): Promise<Entry[]> {
  return new Promise((resolve, reject) => {
    const entries: Entry[] = [];
    zip.on('entry', (entry: Entry) => {
      if (!entry.fileName.endsWith('/') && !isClutter(entry.fileName)) entries.push(entry);
      if (entries.length > MAX_ENTRIES) resolve(entries);
      else zip.readEntry();
    });
    zip.on('end', () => resolve(entries.sort((a, b) => a.fileName.localeCompare(b.fileName, 'en', { numeric: true }))));
    zip.on('error', () => reject(new ArtworkError('damaged', UNREADABLE)));
    zip.readEntry();
  });
}

async function unpacked(zip: ZipFile, entry: Entry, to: string): Promise<void> {
  if (entry.uncompressedSize > MAX_BYTES)
    throw new ArtworkError('too-large', `${entry.fileName} is too large: up to a gigabyte a picture is taken.`);
  const stream = await new Promise<NodeJS.ReadableStream>((resolve, reject) => {
    zip.openReadStream(entry, (e, s) => (e ? reject(new ArtworkError('damaged', UNREADABLE)) : resolve(s)));
  });
  try {
    await pipeline(stream, createWriteStream(to));
  } catch (e) {
    // a full disk is no damage of the file
    if ((e as NodeJS.ErrnoException).syscall !== undefined) throw e;
    throw new ArtworkError('damaged', `${entry.fileName} in this ZIP is damaged. Pack the pictures again.`);
  }
}
