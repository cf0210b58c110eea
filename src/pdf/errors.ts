/** Why a file cannot be taken as artwork; `message` says so in the operator's words, with what to do. */
export class ArtworkError extends Error {
  constructor(
    readonly code: 'empty' | 'not-artwork' | 'damaged' | 'locked' | 'sealed' | 'no-pages' | 'too-large',
    message: string,
  ) {
    super(message);
    this.name = 'ArtworkError';
  }
}

/** What cannot be put on a page: said with the record that wants it, so that it can be mended. */
export class ImprintError extends Error {}

/** A side that cannot be parted into the inks of its job: said with the sheet and what to do. */
export class PlateError extends ImprintError {}
