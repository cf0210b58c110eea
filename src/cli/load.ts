import { accessSync, constants, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { albumFrom, type Artwork, type Docket, type FileRef, withFiles } from '../core';
import { ArtworkError, Hands, scratchFolder, sweepEnded, TookTooLong, TookTooMuch } from '../pdf';
import { Complaint, pathOf, systemSaid, withFile, type Loaded } from './inputs';

export { inWords } from '../pdf';

export const tooHeavy = (e: unknown): e is Error => e instanceof TookTooLong || e instanceof TookTooMuch;

/** Files of strangers are read and composed in a thread that can be taken away from them. @param worker its program */
export const threadFor = (worker: string): Hands => new Hands({ file: worker, hands: 1, seconds: 600 });

/** Reads an artwork file that a docket names. @returns its facts, and where it, or a copy of it, can be imposed from */
async function readFile(
  hands: Hands,
  docketPath: string,
  file: FileRef,
  field: string,
  copy: string,
): Promise<{ artwork: Artwork; source: string }> {
  const source = pathOf(docketPath, file, field);
  try {
    withFile(source, () => accessSync(source, constants.R_OK));
    if (statSync(source).isDirectory()) throw new Complaint(`${source} is a folder.`);
    const { artwork, workingCopy } = await hands.run('read', { path: source, copy, password: file.password });
    return { artwork, source: workingCopy ? copy : source };
  } catch (e) {
    if (e instanceof ArtworkError)
      throw new Complaint(
        `${source}: ${e.code === 'locked' ? `it is locked; put its password into ${field}.password.` : e.message}`,
      );
    if (tooHeavy(e)) throw new Complaint(`${source}: it is too heavy to read. ${e.message}`);
    const said = systemSaid(e);
    throw said ? new Complaint(`${source} ${said}.`) : e;
  }
}

/** Pages of a file whose pictures are looked at: what has more is no poster. */
const LOOKED_AT = 60;

/** The facts with how coarse pictures are, where that can be told in time. */
async function withPpi(hands: Hands, { artwork, source }: { artwork: Artwork; source: string }): Promise<Artwork> {
  if (artwork.pages.length > LOOKED_AT) return artwork;
  const pages = [];
  for (const [i, page] of artwork.pages.entries()) {
    const ppi = await hands.run('coarsest', { path: source, page: i + 1 }).catch(() => null);
    pages.push({ ...page, ppi });
  }
  return { ...artwork, pages };
}

/** Reads a docket's artwork with all care; `work` is called with it, and what was made on the way is removed after. */
export async function load(
  hands: Hands,
  path: string,
  docket: Docket,
  work: (it: Loaded) => void | Promise<void>,
): Promise<void> {
  sweepEnded();
  const scratch = scratchFolder();
  const sweep = (): void => rmSync(scratch, { recursive: true, force: true });
  const signals = [
    ['SIGINT', 130],
    ['SIGTERM', 143],
    ['SIGHUP', 129],
  ] as const;
  const stops = signals.map(([signal, status]) => {
    const stop = (): void => {
      sweep();
      process.exit(status);
    };
    process.once(signal, stop);
    return () => process.off(signal, stop);
  });
  process.once('exit', sweep);
  try {
    const first = await readFile(hands, path, docket.artwork.file, 'artwork.file', join(scratch, 'artwork.pdf'));
    const more = [];
    for (const [i, file] of docket.artwork.more.entries())
      more.push(await readFile(hands, path, file, `artwork.more.${i}`, join(scratch, `artwork-${i + 1}.pdf`)));
    const { album: named } = docket.imprint;
    const album = named && (await readFile(hands, path, named, 'imprint.album', join(scratch, 'album.pdf')));
    if (docket.product.kind === 'poster') first.artwork = await withPpi(hands, first);
    const files = withFiles(
      first.artwork,
      more.map((m) => m.artwork),
    );
    const artwork = album ? { ...files, album: albumFrom(album.artwork) } : files;
    const table = docket.imprint.table ? await (await import('./table')).tableOf(path, docket) : null;
    try {
      await work({
        docket,
        artwork: table ? { ...artwork, table: table.facts } : artwork,
        sources: [first.source, ...more.map((m) => m.source)],
        album: album?.source ?? null,
        rows: table?.rows ?? null,
      });
    } finally {
      table?.remove();
    }
  } finally {
    stops.forEach((off) => off());
    process.off('exit', sweep);
    sweep();
  }
}
