import { useEffect, useSyncExternalStore } from 'react';
import type { Coder, ImprintWish, Row, Symbology } from '../../../core';
import { ask } from '../../../ui/client';

/** Rows of tables as they are looked at, and what makes codes: fetched when a page is first drawn that has them. */

/** Rows that are kept, and asked for at once. */
const MOST_KEPT = 5000;
const AT_ONCE = 200;

/** Tells those who look when something came. */
class Coming {
  private readonly heard = new Set<() => void>();
  private version = 0;

  readonly listen = (hear: () => void): (() => void) => {
    this.heard.add(hear);
    return () => void this.heard.delete(hear);
  };
  readonly now = (): number => this.version;
  came(): void {
    this.version++;
    for (const hear of this.heard) hear();
  }
}

/** The rows of one table. */
class TableRows extends Coming {
  readonly known = new Map<number, Row | null>();
  private readonly asked = new Set<number>();

  constructor(private readonly sha256: string) {
    super();
  }

  /** Asks for rows that are not here yet. */
  want(places: readonly number[]): void {
    const missing = [...new Set(places)].filter((i) => !this.known.has(i) && !this.asked.has(i));
    for (let from = 0; from < missing.length; from += AT_ONCE) {
      const some = missing.slice(from, from + AT_ONCE);
      for (const i of some) this.asked.add(i);
      ask<(Row | null)[]>(`/api/tables/${this.sha256}/rows?at=${some.join(',')}`)
        .then((rows) => {
          if (this.known.size > MOST_KEPT) this.known.clear();
          some.forEach((i, k) => this.known.set(i, rows[k] ?? null));
        })
        // they are asked for again when they are next looked at
        .catch(() => undefined)
        .finally(() => {
          for (const i of some) this.asked.delete(i);
          this.came();
        });
    }
  }
}

const tables = new Map<string, TableRows>();

function rowsOf(sha256: string): TableRows {
  let rows = tables.get(sha256);
  if (!rows) tables.set(sha256, (rows = new TableRows(sha256)));
  return rows;
}

const NEVER = (): (() => void) => () => undefined;
const ZERO = (): number => 0;

/**
 * Rows of the job's table.
 * @returns of a record, from 0, its row; undefined while it is on its way, null where there is none
 */
export function useRows(
  sha256: string | undefined,
  records: readonly number[],
): (record: number) => Row | null | undefined {
  const rows = sha256 === undefined ? null : rowsOf(sha256);
  useSyncExternalStore(rows?.listen ?? NEVER, rows?.now ?? ZERO, ZERO);
  const wanted = records.join();
  useEffect(() => rows?.want(wanted === '' ? [] : wanted.split(',').map(Number)), [rows, wanted]);
  return (record) => (rows ? rows.known.get(record) : null);
}

const coders = new Map<string, Coder>();
const loading = new Coming();

/** What makes the codes of these imprints; null while it is on its way. */
export const useCoder = (prints: ImprintWish['prints']): Coder | null =>
  useCodes(prints.flatMap(({ says }) => (says.kind === 'code' ? [says.symbology] : [])));

/** What makes codes of these kinds; null while it is on its way. */
export function useCodes(wanted: readonly Symbology[]): Coder | null {
  const kinds = [...new Set(wanted)];
  const key = kinds.sort().join();
  useSyncExternalStore(loading.listen, loading.now, ZERO);
  useEffect(() => {
    if (key === '' || coders.has(key)) return;
    void import('../../../core/codes')
      .then(({ coderFor }) => coderFor(key.split(',') as (typeof kinds)[number][]))
      .then((coder) => {
        coders.set(key, coder);
        loading.came();
      });
  }, [key]);
  return key === '' ? NO_CODES : (coders.get(key) ?? null);
}

const NO_CODES: Coder = () => ({ wrong: 'There is no such code.' });
