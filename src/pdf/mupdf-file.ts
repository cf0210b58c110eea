import type { Document, PDFDocument } from 'mupdf';
import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { mupdf, outOfMemory } from './mupdf';
import { ArtworkError } from './errors';

/** A document that MuPDF reads from disk as it needs it. */
export interface OpenedPdf {
  readonly doc: PDFDocument;
  readonly close: () => void;
}

/**
 * Opens a PDF with MuPDF without holding the file in memory.
 * @throws ArtworkError `locked` where it needs a password that was not given or is wrong, `damaged` where it is past mending
 */
export function openWithMupdf(path: string, password?: string): OpenedPdf {
  const fd = openSync(path, 'r');
  let doc: Document;
  try {
    const size = fstatSync(fd).size;
    const stream = new mupdf.Stream({
      fileSize: () => size,
      read: (memory, offset, length, position) => readSync(fd, memory, offset, length, position),
      close: () => undefined,
    });
    doc = mupdf.Document.openDocument(stream, 'application/pdf');
  } catch (e) {
    closeSync(fd);
    // it has fallen over, not refused: nothing more can be asked of it in this thread
    if (e instanceof WebAssembly.RuntimeError || outOfMemory(e)) throw e;
    throw new ArtworkError('damaged', 'This PDF is damaged beyond mending. Ask for it to be saved or exported again.');
  }
  const close = (): void => {
    doc.destroy();
    closeSync(fd);
  };
  if (doc.needsPassword() && !(password !== undefined && doc.authenticatePassword(password))) {
    close();
    throw new ArtworkError(
      'locked',
      password === undefined
        ? 'This PDF is locked. Type its password to open it.'
        : 'That password does not open this PDF. Try again.',
    );
  }
  return { doc: doc as PDFDocument, close };
}
