/** Numbers of the Internet Printing Protocol: RFC 8010 (encoding) and RFC 8011 (model). */

export const Group = {
  operation: 0x01,
  job: 0x02,
  end: 0x03,
  printer: 0x04,
  unsupported: 0x05,
} as const;

/** Value tags, RFC 8010, 3.5.2. */
export const Tag = {
  unsupported: 0x10,
  unknown: 0x12,
  noValue: 0x13,
  integer: 0x21,
  boolean: 0x22,
  enum: 0x23,
  octetString: 0x30,
  dateTime: 0x31,
  resolution: 0x32,
  rangeOfInteger: 0x33,
  begCollection: 0x34,
  textWithLanguage: 0x35,
  nameWithLanguage: 0x36,
  endCollection: 0x37,
  text: 0x41,
  name: 0x42,
  keyword: 0x44,
  uri: 0x45,
  uriScheme: 0x46,
  charset: 0x47,
  naturalLanguage: 0x48,
  mimeMediaType: 0x49,
  memberAttrName: 0x4a,
} as const;

/** Operations, RFC 8011, 5.4.15. */
export const Operation = {
  printJob: 0x0002,
  validateJob: 0x0004,
  createJob: 0x0005,
  sendDocument: 0x0006,
  cancelJob: 0x0008,
  getJobAttributes: 0x0009,
  getJobs: 0x000a,
  getPrinterAttributes: 0x000b,
  holdJob: 0x000c,
  releaseJob: 0x000d,
  pausePrinter: 0x0010,
  resumePrinter: 0x0011,
} as const;

/** Status codes, RFC 8011, appendix B. */
export const Status = {
  ok: 0x0000,
  okIgnored: 0x0001,
  badRequest: 0x0400,
  forbidden: 0x0401,
  notPossible: 0x0404,
  notFound: 0x0406,
  gone: 0x0407,
  entityTooLarge: 0x0408,
  formatNotSupported: 0x040a,
  attributesNotSupported: 0x040b,
  charsetNotSupported: 0x040d,
  formatError: 0x0411,
  compressionNotSupported: 0x040f,
  internalError: 0x0500,
  operationNotSupported: 0x0501,
  versionNotSupported: 0x0503,
  temporaryError: 0x0505,
  notAccepting: 0x0506,
} as const;

/** Job states, RFC 8011, 5.3.7. */
export const JobState = {
  pending: 3,
  held: 4,
  processing: 5,
  stopped: 6,
  canceled: 7,
  aborted: 8,
  completed: 9,
} as const;

/** Printer states, RFC 8011, 5.4.11. */
export const PrinterState = { idle: 3, processing: 4, stopped: 5 } as const;
