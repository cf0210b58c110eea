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

/** Its web server answered in the print service's place: a password wanted, too large, out of order (RFC 9110, 15). */
export class PrinterHttp extends Error {
  constructor(
    readonly status: number,
    /** What it said, in its own words. */
    readonly said: string,
  ) {
    super(`${MEANING[status] ?? 'The printer’s web server refused'} (HTTP ${status}${said ? `: ${said}` : ''}).`);
    this.name = 'PrinterHttp';
  }
}

const MEANING: Readonly<Record<number, string>> = {
  401: 'The printer wants a user name and password, which are not sent. Let this computer print without, on its settings page',
  403: 'The printer does not let this computer print. Allow it on the printer’s settings page',
  404: 'There is no print service at that address of the printer. Mend the machine’s address',
  413: 'The sheets are too large a file for the printer. Send fewer sheets at once, or export them',
  426: 'The printer takes encrypted connections only. Change the machine’s address to ipps',
  429: 'The printer is asked too often and wants a pause',
  500: 'The printer’s own service failed',
  503: 'The printer is busy or starting up',
};

/** Who answers there cannot show that it is the printer: its certificate is not known, or another than was pinned. */
export class PrinterUntrusted extends Error {
  constructor(
    /** SHA-256 of the certificate, in upper case hexadecimal with colons. */
    readonly fingerprint: string,
    readonly why: string,
  ) {
    super(
      `The printer’s certificate is not trusted (${why}). Compare its SHA-256 with the printer’s settings page; if they are the same, keep it on the Floor: ${fingerprint}`,
    );
    this.name = 'PrinterUntrusted';
  }
}

/** An address that no printer can be asked at; nothing was tried. */
export class PrinterAddress extends Error {
  constructor(address: string, why: string) {
    super(`The machine’s address ${address} cannot be used: ${why}. Write it as ipp://host/path or ipps://host/path.`);
    this.name = 'PrinterAddress';
  }
}
