import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { ImageKind } from './image';

/** What a file is by its first bytes. */
export function sniff(path: string): 'pdf' | ImageKind | 'empty' | 'unknown' {
  const fd = openSync(path, 'r');
  try {
    if (fstatSync(fd).size === 0) return 'empty';
    const head = Buffer.alloc(1024);
    const n = readSync(fd, head, 0, 1024, 0);
    const text = head.subarray(0, n).toString('latin1');
    if (text.includes('%PDF-')) return 'pdf';
    if (text.startsWith('\x89PNG\r\n')) return 'png';
    if (text.startsWith('\xff\xd8\xff')) return 'jpeg';
    if (/^(II[*+]\0|MM\0[*+])/.test(text)) return 'tiff';
    return 'unknown';
  } finally {
    closeSync(fd);
  }
}
