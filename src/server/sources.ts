import { unpackArtwork, type Artwork, type Docket } from '../core';
import type { Sql } from './db';
import { sourceOf } from './pictures';
import { findArtworks } from './tables/artworks';

/** What a docket is made from: facts of all its files, and where each lies. */
export interface Sources {
  readonly artwork: Artwork;
  readonly source: string;
  readonly more: readonly string[];
}

/** The files of a docket, or null where its artwork is not in the store. A further file that is gone has no pages. */
export async function sourcesOf(run: Sql, docket: Docket): Promise<Sources | null> {
  const { file, more } = docket.artwork;
  const known = await findArtworks(
    run,
    [file, ...more].map((f) => f.sha256 ?? ''),
  );
  const [first, ...others] = known;
  if (!first) return null;
  const facts = others.map((row) => (row ? unpackArtwork(row.facts).pages : []));
  const artwork = unpackArtwork(first.facts);
  return {
    artwork: facts.length > 0 ? { ...artwork, more: facts } : artwork,
    source: sourceOf(first.sha256, first.working_copy),
    // a file without pages is never opened for one: any file that can be read stands in its place
    more: others.map((row) => sourceOf((row ?? first).sha256, (row ?? first).working_copy)),
  };
}
