/** A profile that cannot be used: why, as a sentence. */
export class ProfileError extends Error {
  override readonly name = 'ProfileError';
}
