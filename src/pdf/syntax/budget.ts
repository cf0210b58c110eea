import { PdfSyntaxError } from './objects';

/** What a file unpacks to is out of all measure: made so, not grown so. */
export class PdfTooLarge extends PdfSyntaxError {
  constructor(message: string) {
    super(message);
    this.name = 'PdfTooLarge';
  }
}

/** Bytes that streams may unpack to, however small the file. */
const LEAST = 64 << 20;
/** Times its own size that a file may unpack to in all; text and drawings come to ten or twenty. */
const TIMES = 200;
/** However large the file. */
const CEILING = 4 * 2 ** 30;
/** What one stream may unpack to where it must be held whole: tables, object streams, pieces of content. */
const AT_ONCE = 96 << 20;

/** What may still be unpacked of a file. */
export class Budget {
  private left: number;

  constructor(readonly size: number) {
    this.left = Math.min(CEILING, Math.max(LEAST, TIMES * size));
  }

  /** Bytes that the next stream may unpack to at once. */
  get next(): number {
    return Math.min(this.left, AT_ONCE);
  }

  /** @throws PdfTooLarge where that is more than may be */
  spend(bytes: number): void {
    this.left -= bytes;
    if (this.left < 0) this.refuse();
  }

  refuse(): never {
    throw new PdfTooLarge(
      `Its ${Math.max(1, Math.round(this.size / 1024)).toLocaleString('en')} KB unpack to more than can be held. Ask for it to be exported again.`,
    );
  }
}
