/** Strings of PDF (ISO 32000-1, 7.3.4) as this reader keeps them: their own text, in Latin-1. */

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', r: '\r', t: '\t', b: '\b', f: '\f' };

/** The bytes of a string object `(…)` or `<…>`, in Latin-1; null for what is none. */
export function stringBytes(text: unknown): string | null {
  if (typeof text !== 'string') return null;
  if (text.startsWith('<') && text.endsWith('>')) {
    const hex = text.slice(1, -1).replace(/[^0-9a-fA-F]/g, '');
    return Buffer.from(hex.length % 2 === 1 ? `${hex}0` : hex, 'hex').toString('latin1');
  }
  if (!text.startsWith('(') || !text.endsWith(')')) return null;
  return text
    .slice(1, -1)
    .replace(
      /\\(?:([0-7]{1,3})|(\r\n|\r|\n)|([\s\S]))|\r\n?/g,
      (all, octal?: string, line?: string, other?: string) => {
        if (octal !== undefined) return String.fromCharCode(parseInt(octal, 8) & 0xff);
        if (line !== undefined) return '';
        if (other !== undefined) return ESCAPES[other] ?? other;
        return all === '' ? '' : '\n';
      },
    );
}

/** A text string (7.9.2.2): UTF-16BE or UTF-8 by its mark, else taken as Latin-1; null for what is none. */
export function textString(text: unknown): string | null {
  const bytes = stringBytes(text);
  if (bytes === null) return null;
  const raw = Buffer.from(bytes, 'latin1');
  if (bytes.startsWith('\xfe\xff'))
    return raw
      .subarray(2, raw.length - (raw.length % 2))
      .swap16()
      .toString('utf16le');
  if (bytes.startsWith('\xef\xbb\xbf')) return raw.subarray(3).toString('utf8');
  return bytes;
}
