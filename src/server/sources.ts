import {
  albumFrom,
  colourProfile,
  unpackArtwork,
  withFiles,
  type Artwork,
  type Docket,
  type TableFacts,
} from '../core';
import type { Sql } from './db';
import { sourceOf } from './pictures';
import { profileAt } from './profiles';
import { keepRows } from './rows';
import { rowsAt } from './store';
import { findArtworks } from './tables/artworks';
import { findTable } from './tables/record-tables';

/** What a docket is made from: facts of all its files, and where each lies. */
export interface Sources {
  readonly artwork: Artwork;
  readonly source: string;
  readonly more: readonly string[];
  /** The pictures that its imprints show, as a PDF; null where it has none. */
  readonly album: string | null;
  /** Where the rows of its table are kept; null where it has none. */
  readonly rows: string | null;
  /** Where the profile is kept that its colours are brought to; null where they are not. */
  readonly profile: string | null;
}

/** The files of a docket, or null where its artwork is not in the store. A further file that is gone has no pages. */
export async function sourcesOf(run: Sql, docket: Docket): Promise<Sources | null> {
  const { file, more } = docket.artwork;
  const { album } = docket.imprint;
  const known = await findArtworks(
    run,
    [file, ...more, ...(album ? [album] : [])].map((f) => f.sha256 ?? ''),
  );
  const [first, ...others] = known;
  const pictures = album ? (others.pop() ?? null) : null;
  if (!first) return null;
  const facts = others.map((row) => (row ? unpackArtwork(row.facts) : null));
  const table = await tableOf(run, docket);
  const profile = colourProfile(docket);
  return {
    artwork: {
      ...withFiles(unpackArtwork(first.facts), facts),
      ...(table ? { table: table.facts } : {}),
      ...(pictures ? { album: albumFrom(unpackArtwork(pictures.facts)) } : {}),
    },
    album: pictures && sourceOf(pictures.sha256, pictures.working_copy),
    rows: table?.rows ?? null,
    profile: profile && profileAt(profile.sha256),
    source: sourceOf(first.sha256, first.working_copy),
    // a file without pages is never opened for one: any file that can be read stands in its place
    more: others.map((row) => sourceOf((row ?? first).sha256, (row ?? first).working_copy)),
  };
}

/** A docket's table: what is known of it, and where its rows are, kept anew where they were lost. */
async function tableOf(run: Sql, { imprint }: Docket): Promise<{ facts: TableFacts; rows: string } | null> {
  const sha256 = imprint.table?.sha256;
  const facts = sha256 === undefined ? null : await findTable(run, sha256);
  if (sha256 === undefined || !facts) return null;
  const rows = rowsAt(sha256);
  await keepRows(sha256);
  return { facts, rows };
}
