import { z } from 'zod';
import { packArtwork, PackedArtwork, unpackArtwork, type Artwork } from '../../core';
import { sql } from '../db';

export const ArtworkRow = z.object({
  sha256: z.string(),
  bytes: z.coerce.number(),
  facts: PackedArtwork,
  working_copy: z.boolean(),
});
export type ArtworkRow = z.infer<typeof ArtworkRow>;

export async function findArtwork(sha256: string): Promise<ArtworkRow | null> {
  const [row] = await sql('select sha256, bytes, facts, working_copy from artworks where sha256 = $1', [sha256]);
  return row ? ArtworkRow.parse(row) : null;
}

export async function recordArtwork(
  sha256: string,
  bytes: number,
  artwork: Artwork,
  workingCopy: boolean,
): Promise<void> {
  await sql(
    `insert into artworks (sha256, bytes, facts, working_copy) values ($1, $2, $3, $4)
     on conflict (sha256) do update set facts = excluded.facts, working_copy = excluded.working_copy`,
    [sha256, bytes, JSON.stringify(packArtwork(artwork)), workingCopy],
  );
}

export const artworkOf = (row: ArtworkRow): Artwork => unpackArtwork(row.facts);
