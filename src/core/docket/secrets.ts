import type { FileRef } from './file';
import type { Docket } from './schema';

const plain = ({ name, sha256 }: FileRef): FileRef => ({ name, ...(sha256 === undefined ? {} : { sha256 }) });

/**
 * A docket as a server keeps and tells it: its files by name and content. Passwords and places on somebody's disk are
 * for the command line; they are not kept.
 */
export function withoutSecrets(docket: Docket): Docket {
  const { file, more, former } = docket.artwork;
  const { table } = docket.imprint;
  const all: readonly FileRef[] = [file, ...more, ...former, ...(table ? [table] : [])];
  if (all.every((f) => f.password === undefined && f.path === undefined)) return docket;
  return {
    ...docket,
    artwork: { ...docket.artwork, file: plain(file), more: more.map(plain), former: former.map(plain) },
    imprint: { ...docket.imprint, table: table && plain(table) },
  };
}
