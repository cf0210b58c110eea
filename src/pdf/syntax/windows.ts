/** Bytes that are read at once where little is asked for. */
const LENGTH = 1 << 16;
/** Windows kept: pages, their content and what they share often stand far from each other. */
const MOST = 8;

/**
 * A file seen through some windows: what is short is taken out of one, so that objects that stand beside each other are
 * read at once. What was given stays as it was when the window moves on.
 */
export class Windows {
  private readonly kept: { at: number; bytes: Buffer }[] = [];
  private next = 0;

  /**
   * @param size of the file
   * @param readFrom fills a buffer from an offset on; gives what of it there was
   */
  constructor(
    private readonly size: number,
    private readonly readFrom: (offset: number, buffer: Buffer) => Buffer,
  ) {}

  /** Bytes of the file; fewer at its end. */
  read(offset: number, length: number): Buffer {
    const wanted = Math.max(0, Math.min(length, this.size - offset));
    if (wanted > LENGTH / 2) return this.readFrom(offset, Buffer.allocUnsafe(wanted));
    for (const { at, bytes } of this.kept)
      if (offset >= at && offset + wanted <= at + bytes.length)
        return bytes.subarray(offset - at, offset - at + wanted);
    // most is asked for in the order in which it stands, and now and then a little before
    const at = Math.max(0, offset - LENGTH / 32);
    const bytes = this.readFrom(at, Buffer.allocUnsafe(Math.min(LENGTH, this.size - at)));
    this.kept[this.next] = { at, bytes };
    this.next = (this.next + 1) % MOST;
    return bytes.subarray(offset - at, Math.min(offset - at + wanted, bytes.length));
  }
}
