import * as z from 'zod';
import { packArtwork, PackedArtwork, type Artwork } from '../../core';
import type { Sql } from '../db';

export const ArtworkRow = z.object({
  sha256: z.string(),
  bytes: z.coerce.number(),
  facts: PackedArtwork,
  working_copy: z.boolean(),
});
export type ArtworkRow = z.infer<typeof ArtworkRow>;

/** What is known of a file does not change, and every change of a job asks for it. */
const known = new Map<string, ArtworkRow>();
const MOST_KNOWN = 100;

/** Files by their content, in the order asked for; null where one is not known. */
export async function findArtworks(run: Sql, list: readonly string[]): Promise<(ArtworkRow | null)[]> {
  const missing = list.filter((sha256) => !known.has(sha256));
  if (missing.length > 0)
    for (const r of await run('select sha256, bytes, facts, working_copy from artworks where sha256 = any($1)', [
      missing,
    ])) {
      const row = ArtworkRow.parse(r);
      known.set(row.sha256, row);
    }
  const found = list.map((sha256) => known.get(sha256) ?? null);
  for (const sha256 of known.keys()) {
    if (known.size <= MOST_KNOWN) break;
    known.delete(sha256);
  }
  return found;
}

export const findArtwork = async (run: Sql, sha256: string): Promise<ArtworkRow | null> =>
  (await findArtworks(run, [sha256]))[0] ?? null;

/** Files that jobs print and whose pages were not looked at for ink, or not all of them. */
export async function unseenArtworks(run: Sql): Promise<string[]> {
  const rows = await run<{ sha256: string }>(
    `select sha256 from artworks
     where exists (select 1 from jsonb_array_elements(facts->'alike') p where not p ? 'ink' or not p ? 'ppi')
       and exists (select 1 from jobs where removed_at is null and summary->>'sha256' = artworks.sha256)`,
  );
  return rows.map((r) => r.sha256);
}

export async function recordArtwork(
  run: Sql,
  sha256: string,
  bytes: number,
  artwork: Artwork,
  workingCopy: boolean,
): Promise<void> {
  known.delete(sha256);
  await run(
    `insert into artworks (sha256, bytes, facts, working_copy) values ($1, $2, $3, $4)
     on conflict (sha256) do update set facts = excluded.facts, working_copy = excluded.working_copy`,
    [sha256, bytes, JSON.stringify(packArtwork(artwork)), workingCopy],
  );
}
