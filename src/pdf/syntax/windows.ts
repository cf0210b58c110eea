/** Bytes that are read at once where little is asked for. */
const LENGTH = 1 << 16;
/** Windows kept: pages, their content and what they share often stand far from each other. */
const MOST = 8;

/**
 * A file seen through some windows: what is short is taken out of one, so that objects that stand beside each other are
 * read at once. What was given stays as it was when the window moves on.
 */
export class Windows {
  private readonly kept: { readonly at: number; readonly bytes: Buffer; text: string | null }[] = [];
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
    const wanted = this.within(offset, length);
    if (wanted > LENGTH / 2) return this.readFrom(offset, Buffer.allocUnsafe(wanted));
    const { at, bytes } = this.around(offset, wanted);
    return bytes.subarray(offset - at, Math.min(offset - at + wanted, bytes.length));
  }

  /** The same as Latin-1 text: a character a byte. */
  text(offset: number, length: number): string {
    const wanted = this.within(offset, length);
    if (wanted > LENGTH / 2) return this.read(offset, wanted).toString('latin1');
    const window = this.around(offset, wanted);
    const text = (window.text ??= window.bytes.toString('latin1'));
    return text.slice(offset - window.at, offset - window.at + wanted);
  }

  private within(offset: number, length: number): number {
    return Math.max(0, Math.min(length, this.size - offset));
  }

  private around(offset: number, wanted: number): { readonly at: number; readonly bytes: Buffer; text: string | null } {
    for (const window of this.kept)
      if (offset >= window.at && offset + wanted <= window.at + window.bytes.length) return window;
    // most is asked for in the order in which it stands, and now and then a little before
    const at = Math.max(0, offset - LENGTH / 32);
    const bytes = this.readFrom(at, Buffer.allocUnsafe(Math.max(0, Math.min(LENGTH, this.size - at))));
    const window = { at, bytes, text: null };
    this.kept[this.next] = window;
    this.next = (this.next + 1) % MOST;
    return window;
  }
}
