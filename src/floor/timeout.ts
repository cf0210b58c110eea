/** Seconds that a job may wait for its document, as the press tells and keeps (RFC 8011, 5.4.31). */
export const DOCUMENT_TIMEOUT = 300;
