/** A job that must not go out as it is; `message` says why. */
export class NotSendable extends Error {}
