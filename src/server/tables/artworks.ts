import { z } from 'zod';
import { packArtwork, PackedArtwork, unpackArtwork, type Artwork } from '../../core';
import type { Sql } from '../db';

export const ArtworkRow = z.object({
  sha256: z.string(),
  bytes: z.coerce.number(),
  facts: PackedArtwork,
  working_copy: z.boolean(),
});
export type ArtworkRow = z.infer<typeof ArtworkRow>;

/** Files by their content, in the order asked for; null where one is not known. */
export async function findArtworks(run: Sql, list: readonly string[]): Promise<(ArtworkRow | null)[]> {
  const rows = await run('select sha256, bytes, facts, working_copy from artworks where sha256 = any($1)', [list]);
  const known = new Map(rows.map((r) => [String(r.sha256), ArtworkRow.parse(r)]));
  return list.map((sha256) => known.get(sha256) ?? null);
}

export const findArtwork = async (run: Sql, sha256: string): Promise<ArtworkRow | null> =>
  (await findArtworks(run, [sha256]))[0] ?? null;

export async function recordArtwork(
  run: Sql,
  sha256: string,
  bytes: number,
  artwork: Artwork,
  workingCopy: boolean,
): Promise<void> {
  await run(
    `insert into artworks (sha256, bytes, facts, working_copy) values ($1, $2, $3, $4)
     on conflict (sha256) do update set facts = excluded.facts, working_copy = excluded.working_copy`,
    [sha256, bytes, JSON.stringify(packArtwork(artwork)), workingCopy],
  );
}

export const artworkOf = (row: ArtworkRow): Artwork => unpackArtwork(row.facts);
