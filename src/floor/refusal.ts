import type { Attribute } from '../machines/ipp/codec';

/** A refusal on its way to the client. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly unsupported: readonly Attribute[] = [],
  ) {
    super(message);
  }
}
