import { existsSync, readFileSync } from 'node:fs';

/** A press of process inks that Debian has a profile of. */
const OF_DEBIAN = '/usr/share/color/icc/ghostscript/default_cmyk.icc';
const NAME = 'Plover, as it prints';

/**
 * How the digital press of the print room prints: a profile under a name of its own.
 * @returns null where the system has none to make it of
 */
export function pressProfile(): Uint8Array | null {
  if (!existsSync(OF_DEBIAN)) return null;
  const bytes = Buffer.from(readFileSync(OF_DEBIAN));
  // its name is a text description (ICC.1:2001-04, 6.5.17): a length, letters, and room for other languages
  for (let i = 0; i < bytes.readUInt32BE(128); i++) {
    const entry = 132 + 12 * i;
    if (bytes.toString('latin1', entry, entry + 4) !== 'desc') continue;
    const [at, size] = [bytes.readUInt32BE(entry + 4), bytes.readUInt32BE(entry + 8)];
    if (size < 12 + NAME.length + 1 + 78) return null;
    bytes.fill(0, at + 8, at + size);
    bytes.writeUInt32BE(NAME.length + 1, at + 8);
    bytes.write(NAME, at + 12, 'latin1');
    return bytes;
  }
  return null;
}
