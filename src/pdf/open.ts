import type { RawPage } from './geometry';
import { rawPage } from './raw-page';
import { PdfFile } from './syntax/file';
import type { Dict } from './syntax/objects';

/** A file that is open, with its pages; the boxes of a page are read when somebody asks for them, and once. */
export class OpenPdf {
  readonly file: PdfFile;
  readonly pages: readonly Dict[];
  private readonly boxes: (RawPage | undefined)[] = [];

  /** @throws PdfSyntaxError where it cannot be followed */
  constructor(path: string) {
    this.file = new PdfFile(path);
    try {
      this.pages = this.file.pages();
    } catch (e) {
      this.file.close();
      throw e;
    }
  }

  /** The boxes of a page. @param page from 1 */
  raw(page: number): RawPage {
    return (this.boxes[page] ??= rawPage(this.file, this.pages[page - 1]!));
  }

  close(): void {
    this.file.close();
  }
}
