import iconv from 'iconv-lite';

/** A table's bytes as text, whatever wrote them: UTF-8 or UTF-16 by their marks, else what they can only be. */
export function decoded(bytes: Uint8Array): { readonly text: string; readonly encoding: string } {
  const [a, b] = bytes;
  const as = (encoding: string, fatal = false): string => new TextDecoder(encoding, { fatal }).decode(bytes);
  if (a === 0xff && b === 0xfe) return { text: as('utf-16le'), encoding: 'UTF-16' };
  if (a === 0xfe && b === 0xff) return { text: as('utf-16be'), encoding: 'UTF-16' };
  // without a mark: of letters of the west every other byte is 0
  const some = bytes.subarray(0, 1000);
  const zeros = [0, 0];
  some.forEach((byte, i) => byte === 0 && zeros[i % 2]!++);
  if (zeros[1]! > some.length / 4) return { text: as('utf-16le'), encoding: 'UTF-16' };
  if (zeros[0]! > some.length / 4) return { text: as('utf-16be'), encoding: 'UTF-16' };
  try {
    return { text: as('utf-8', true), encoding: 'UTF-8' };
  } catch {
    // Node.js 20 decodes it as ISO 8859-1
    return { text: iconv.decode(Buffer.from(bytes), 'windows-1252'), encoding: 'Windows-1252' };
  }
}
