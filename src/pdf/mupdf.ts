/**
 * MuPDF, without its running commentary on what it mends: findings say that in the operator's words. Its settings
 * must stand before it is loaded, so it is loaded here and nowhere else.
 */
(globalThis as Record<string, unknown>)['$libmupdf_wasm_Module'] = { printErr: () => undefined };

/** The most that MuPDF may ever take, in bytes. */
const CEILING = 2000 * 2 ** 20;
/** As much as it may take now: beyond it an allocation fails, and with it the file at hand alone. */
let most = 320 * 2 ** 20;

/** Lets MuPDF take so much for what is done next. */
export function allow(bytes: number): void {
  most = Math.min(CEILING, Math.max(bytes, mupdfBytes()));
  refused = false;
}

const PAGE = 65_536;
let bytes = 0;
let refused = false;

// WebAssembly has no limit to be set from outside; what grows asks here first
const grow = WebAssembly.Memory.prototype.grow;
WebAssembly.Memory.prototype.grow = function (this: WebAssembly.Memory, pages: number): number {
  if (this.buffer.byteLength + pages * PAGE > most) {
    refused = true;
    throw new RangeError('There is no more memory for this file.');
  }
  const before = grow.call(this, pages);
  bytes = this.buffer.byteLength;
  return before;
};

export const mupdf = await import('mupdf');

/** Bytes MuPDF holds; it never gives any back. */
export const mupdfBytes = (): number => bytes;

/** Whether an error is of memory that was refused. */
export function outOfMemory(e: unknown): boolean {
  const said = e instanceof Error ? e.message : '';
  const it = refused && /malloc|memory|calloc|realloc|allocat|out of/i.test(said);
  return it || (e as { code?: string } | null)?.code === 'ERR_MEMORY_ALLOCATION_FAILED';
}
