/**
 * Things in a row, each made when it is asked for: a hundred thousand of them cost what is looked at. A list is one too.
 */
export interface Series<T> extends Iterable<T> {
  readonly length: number;
  /** @param i from 0 @returns undefined where there is none */
  readonly at: (i: number) => T | undefined;
}

/** A series of so many, the i-th from 0 made by `at`. */
export const seriesOf = <T>(length: number, at: (i: number) => T): Series<T> => ({
  length,
  at: (i) => (i >= 0 && i < length ? at(i) : undefined),
  *[Symbol.iterator]() {
    for (let i = 0; i < length; i++) yield at(i);
  },
});

/** What a figure comes to over all of them, none of them kept. */
export function totalOf<T>(list: Series<T>, of: (it: T) => number): number {
  let sum = 0;
  for (let i = 0; i < list.length; i++) sum += of(list.at(i)!);
  return sum;
}

/** Some of them in a row, as a list. @param from the first, from 0 @param to the one behind the last */
export const someOf = <T>(list: Series<T>, from: number, to: number): T[] =>
  Array.from({ length: Math.max(0, Math.min(to, list.length) - from) }, (_, i) => list.at(from + i)!);

/** Whether there is one among them that is so. */
export function anyOf<T>(list: Series<T>, is: (it: T) => boolean): boolean {
  for (let i = 0; i < list.length; i++) if (is(list.at(i)!)) return true;
  return false;
}
