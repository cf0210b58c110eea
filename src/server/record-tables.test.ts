import { execFileSync } from 'node:child_process';
import { createReadStream, existsSync, rmSync, truncateSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { KeptImprint, MadeBleed, patched, plan } from '../core';
import { SHOP } from '../core/testing';
import { ArtworkError } from '../pdf';
import { numberedPages, scratch, wordsOf, writePdf } from '../pdf/testing';
import { TableError } from '../records';
import { closeDatabase, sql, transaction } from './db';
import { exportFile, runExport, startExport } from './exports';
import { patchJob, putAlbum, readStored, stepJob, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { forgetImprint, keepImprint, keptImprints } from './kept';
import { migrate } from './migrate';
import { putTable, readStoredTable, someRows } from './record-tables';
import { sourcesOf } from './sources';
import { rowsAt, storedAt, sweepStore } from './store';
import { findExport } from './tables/exports';
import { readJob } from './tables/jobs';
import { imprintsKept } from './tables/kept';
import { writeShop } from './tables/shop';
import { withServer } from './testing';
import { closeWorkers } from './workers';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;
beforeAll(async () => {
  server = await withServer();
  await migrate();
  await transaction((tx) => writeShop(tx, SHOP));
});
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

const MEMBERS = `Member,Name\n${Array.from({ length: 40 }, (_, i) => `GTL-${i + 1},Member ${i + 1}`).join('\n')}\n`;

async function cardJob(): Promise<string> {
  const path = join(dir, 'card.pdf');
  writePdf(path, numberedPages(1, 241, 153));
  const { sha256, bytes } = await takeIn(createReadStream(path), null);
  const artwork = await readStored(sha256, bytes);
  return (await jobFromArtwork({ sha256, name: 'card.pdf', artwork, wish: { sheet: { stock: SHOP.stocks[2]! } } })).id;
}
async function tableIn(text: string): Promise<string> {
  const { sha256, bytes } = await takeIn(Readable.from(Buffer.from(text)), null);
  await readStoredTable(sha256, bytes);
  return sha256;
}
const NAME = {
  name: 'Name',
  text: '{Member}',
  says: { kind: 'text', font: 'mono', size: 12, align: 'left', fit: 'as-is', width: null, height: null },
  ink: { spot: null, cmyk: { c: 0, m: 0, y: 0, k: 100 } },
  anchor: 'centre',
  x: 0,
  y: 12,
  turned: 0,
  parts: 'all',
  on: 'all',
} as const;

describe('a table of a job', () => {
  it('makes a record of every row, one of each, in order; and is taken back by one undo', async () => {
    const id = await cardJob();
    const sha256 = await tableIn(MEMBERS);
    const before = (await readJob(sql, id))!;
    const row = (await putTable(id, sha256, 'folder/members.csv'))!;
    expect(row.docket.imprint.table).toEqual({ name: 'members.csv', sha256 });
    expect(row.docket.product).toMatchObject({ copies: 1, order: { kind: 'stack' } });
    const { artwork, rows } = (await sourcesOf(sql, row.docket))!;
    expect(artwork.table).toMatchObject({ rows: 40 });
    expect(rows).toBe(rowsAt(sha256));
    expect(plan(row.docket, artwork).pieces).toHaveLength(40);
    expect(await someRows(sha256, [0, 39, 40])).toEqual([['GTL-1', 'Member 1'], ['GTL-40', 'Member 40'], null]);
    const undone = (await stepJob(id, row.version, -1))!;
    expect(undone.docket).toEqual(before.docket);
  });

  it('is printed from, even where its kept rows were lost', async () => {
    const id = await cardJob();
    const sha256 = await tableIn(MEMBERS);
    const row = (await putTable(id, sha256, 'members.csv'))!;
    await patchJob(id, row.version, { imprint: { prints: [NAME] } }, 'a name');
    // cut short, as after a power cut
    truncateSync(rowsAt(sha256), 100);
    expect(await someRows(sha256, [1])).toEqual([['GTL-2', 'Member 2']]);
    rmSync(rowsAt(sha256));
    const made = await startExport(id, { pass: 'all', proof: null });
    await runExport(made!);
    expect(await findExport(sql, made!)).toMatchObject({ state: 'done' });
    const words = wordsOf(exportFile(made!)).flatMap((s) => s.words.map((w) => w.text));
    expect(words.filter((w) => w.startsWith('GTL-')).sort()).toEqual(
      Array.from({ length: 40 }, (_, i) => `GTL-${i + 1}`).sort(),
    );
    expect(existsSync(rowsAt(sha256))).toBe(true);
  });

  it('that cannot be put on the pages fails the export in words', async () => {
    const id = await cardJob();
    const sha256 = await tableIn('Code\n123456789012\n12345\n');
    const row = (await putTable(id, sha256, 'codes.csv'))!;
    const says = { kind: 'code', symbology: 'ean-13', module: 0.33, height: 10, spoken: true, light: true } as const;
    await patchJob(id, row.version, { imprint: { prints: [{ ...NAME, text: '{Code}', says }] } }, 'a code');
    const made = await startExport(id, { pass: 'all', proof: null });
    await runExport(made!);
    expect((await findExport(sql, made!))!.message).toContain('Record 2, “Name”: “12345” is not 12 digits');
  });

  it('brings pictures with it, a ZIP of them; one that is missing fails the export in words', async () => {
    const id = await cardJob();
    const dots = async (background: string): Promise<Uint8Array> =>
      sharp({ create: { width: 30, height: 40, channels: 3, background } })
        .png()
        .toBuffer();
    const zip = zipSync({ 'Ada.png': await dots('#ff0000'), 'Bo.png': await dots('#0000ff') });
    const { sha256, bytes } = await takeIn(Readable.from(Buffer.from(zip)), null);
    await readStored(sha256, bytes);
    await putTable(id, await tableIn('Photo\nada.png\nbo.png\ncy.png\n'), 'members.csv');
    const row = (await putAlbum(id, sha256, 'folder/members.zip'))!;
    expect(row.docket.imprint.album).toEqual({ name: 'members.zip', sha256 });
    const { artwork, album } = (await sourcesOf(sql, row.docket))!;
    expect(artwork.album!.names).toEqual(['Ada.png', 'Bo.png']);
    expect(artwork.more).toBeUndefined();
    expect(existsSync(album!)).toBe(true);
    const says = { kind: 'picture', width: 20, height: 20, fit: 'whole' } as const;
    const shown = await patchJob(
      id,
      row.version,
      { imprint: { prints: [{ ...NAME, text: '{Photo}', says }] } },
      'a picture',
    );
    const export_ = async (): Promise<string> => {
      const made = (await startExport(id, { pass: 'all', proof: null }))!;
      await runExport(made);
      const { state, message } = (await findExport(sql, made))!;
      return state === 'done' ? exportFile(made) : message!;
    };
    expect(await export_()).toContain('Record 3, “Name”: There is no picture called “cy.png”');
    await patchJob(id, shown!.version, { imprint: { only: [{ from: 1, to: 2 }] } }, 'two of them');
    const images = execFileSync('pdfimages', ['-list', await export_()], { encoding: 'utf8' });
    expect(images.trim().split('\n')).toHaveLength(2 + 2);
    // a docket does not take to pictures that are not there
    const { version } = (await readJob(sql, id))!;
    const gone = { imprint: { album: { name: 'x.zip', sha256: 'cd'.repeat(32) } } };
    await expect(patchJob(id, version, gone, 'pictures')).rejects.toThrow('not in the store');
  });

  it('that is none is refused, and not kept', async () => {
    const { sha256, bytes } = await takeIn(Readable.from(Buffer.from('only,names\n')), null);
    await expect(readStoredTable(sha256, bytes)).rejects.toThrow(TableError);
    expect(existsSync(storedAt(sha256))).toBe(false);
    expect(await someRows(sha256, [0])).toBeNull();
  });

  it('is not lost when it is dropped as artwork, nor artwork that is dropped as a table', async () => {
    const table = await tableIn(`${MEMBERS}GTL-77,Another\n`);
    await expect(readStored(table, 0)).rejects.toThrow(ArtworkError);
    expect(existsSync(storedAt(table))).toBe(true);
    expect(existsSync(rowsAt(table))).toBe(true);
    const id = await cardJob();
    const artwork = (await readJob(sql, id))!.docket.artwork.file.sha256!;
    await expect(readStoredTable(artwork, 0)).rejects.toThrow(TableError);
    expect(existsSync(storedAt(artwork))).toBe(true);
  });

  it('stays in the store when what became nothing is swept', async () => {
    const sha256 = await tableIn(`${MEMBERS}GTL-99,One more\n`);
    await sweepStore(sql, Date.now() + 3 * 86_400_000);
    expect(existsSync(storedAt(sha256))).toBe(true);
    expect(existsSync(rowsAt(sha256))).toBe(true);
  });

  it('that is not in the store is not taken into a docket', async () => {
    const id = await cardJob();
    const { version } = (await readJob(sql, id))!;
    const gone = { imprint: { table: { name: 'x.csv', sha256: 'ab'.repeat(32) } } };
    await expect(patchJob(id, version, gone, 'a table')).rejects.toThrow('not in the store');
  });

  it('leaves a job printed as it is present where only defaults came', async () => {
    const id = await cardJob();
    const { docket } = (await readJob(sql, id))!;
    const old = JSON.parse(JSON.stringify(docket)) as {
      imprint?: unknown;
      marks: { ticks?: unknown; crop: { at?: unknown } };
      sheet: { machine: { dpi?: number } };
    };
    delete old.imprint;
    delete old.marks.ticks;
    delete old.marks.crop.at;
    delete old.sheet.machine.dpi;
    const same = async (a: unknown, b: unknown): Promise<unknown> =>
      (
        await sql<{ same: boolean }>('select printed_of($1::jsonb) = printed_of($2::jsonb) as same', [
          JSON.stringify(a),
          JSON.stringify(b),
        ])
      )[0]!.same;
    expect(await same(docket, old)).toBe(true);
    expect(await same(patched(docket, { imprint: { prints: [NAME] } }), old)).toBe(false);
    expect(await same(patched(docket, { marks: { ticks: { on: true } } }), old)).toBe(false);
    expect(await same(patched(docket, { marks: { crop: { at: 'pieces' } } }), old)).toBe(false);
    // a wish that was taken back is as one that nobody had
    const bleed = MadeBleed.parse({ way: 'mirrored' });
    expect(await same(patched(docket, { artwork: { bleed } }), docket)).toBe(false);
    expect(await same(patched(docket, { artwork: { bleed: null } }), docket)).toBe(true);
    // imprints from before there were pictures
    const printed = patched(docket, { imprint: { prints: [NAME] } });
    const without = JSON.parse(JSON.stringify(printed)) as { imprint: { album?: unknown } };
    delete without.imprint.album;
    expect(await same(printed, without)).toBe(true);
  });
});

describe('imprints that are kept', () => {
  const kept = (name: string, text = '{Member}'): KeptImprint =>
    KeptImprint.parse({ name, counters: [], prints: [{ ...NAME, text }] });

  it('are listed by name; the same name in other capitals is the same', async () => {
    await keepImprint(kept('Name below'));
    await keepImprint(kept('a number'));
    await keepImprint(kept('NAME BELOW', '{Name}'));
    expect((await keptImprints()).map((k) => [k.name, k.prints[0]!.text])).toEqual([
      ['a number', '{Member}'],
      ['NAME BELOW', '{Name}'],
    ]);
    expect(await forgetImprint('Name Below')).toBe(true);
    expect(await forgetImprint('Name Below')).toBe(false);
    expect((await keptImprints()).map((k) => k.name)).toEqual(['a number']);
  });

  it('are no more than there may be, and one that is there can be kept anew', async () => {
    expect(await imprintsKept.put(sql, kept('second'), 2)).toBe(true);
    expect(await imprintsKept.put(sql, kept('third'), 2)).toBe(false);
    expect(await imprintsKept.put(sql, kept('Second', '{Name}'), 2)).toBe(true);
    expect((await keptImprints()).map((k) => k.name)).toEqual(['a number', 'Second']);
  });
});
