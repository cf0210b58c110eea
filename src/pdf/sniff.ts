import { closeSync, fstatSync, openSync, readSync } from 'node:fs';

export type ImageKind = 'png' | 'jpeg' | 'tiff';

/** What a file is by its first bytes. */
export function sniff(path: string): 'pdf' | ImageKind | 'zip' | 'empty' | 'unknown' {
  const fd = openSync(path, 'r');
  try {
    if (fstatSync(fd).size === 0) return 'empty';
    const head = Buffer.alloc(1024);
    const n = readSync(fd, head, 0, 1024, 0);
    const text = head.subarray(0, n).toString('latin1');
    // a ZIP may have a PDF in it, as it stands
    if (text.startsWith('PK\x03\x04')) return 'zip';
    if (text.includes('%PDF-')) return 'pdf';
    if (text.startsWith('\x89PNG\r\n')) return 'png';
    if (text.startsWith('\xff\xd8\xff')) return 'jpeg';
    if (/^(II[*+]\0|MM\0[*+])/.test(text)) return 'tiff';
    return 'unknown';
  } finally {
    closeSync(fd);
  }
}
