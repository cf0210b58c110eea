/** The printer cannot be reached, or went away in the middle: whether it has what was sent is not known. */
export class PrinterAway extends Error {
  constructor(readonly reason: string) {
    super(`The printer does not answer (${reason}).`);
    this.name = 'PrinterAway';
  }
}

/** The printer answered, and refused. */
export class PrinterRefused extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message || `The printer refused (status 0x${status.toString(16).padStart(4, '0')}).`);
    this.name = 'PrinterRefused';
  }
}
