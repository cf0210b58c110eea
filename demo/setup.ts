import { createReadStream, statSync } from 'node:fs';
import { join } from 'node:path';
import {
  addFile,
  closeDatabase,
  databaseAway,
  jobFromArtwork,
  keepProfile,
  migrate,
  patchJob,
  putTable,
  readJob,
  readShop,
  readStored,
  readStoredTable,
  sql,
  takeIn,
  transaction,
  writeHouse,
  writeShop,
} from '../src/server';
import { House, madeAs } from '../src/core';
import { closeWorkers } from '../src/server/workers';
import { DEMO_JOBS, demoShop, makeDemoFiles } from '.';
import { stockOf } from './job';
import { pressProfile } from './profile';

/** Brings the database up to date and, into an empty one, loads the shop and the demonstration. */
async function setup(): Promise<void> {
  await migrate();
  const printer = process.env.ODD_SPARROW_PRINTER ?? null;
  const shop = await readShop(sql);
  if (!process.env.ODD_SPARROW_EMPTY && shop.stocks.length === 0) {
    const bytes = pressProfile();
    const profile = bytes && (await keepProfile(bytes, ''));
    await transaction(async (run) => {
      await writeShop(run, demoShop(printer, profile));
      await writeHouse(run, House.parse({ name: 'Bindweed Lane' }));
    });
  }
  const [row] = await sql<{ n: number }>('select count(*)::int as n from jobs');
  if (!process.env.ODD_SPARROW_DEMO || row!.n > 0) return;
  console.log('making the demo artwork');
  const files = await makeDemoFiles(join(process.env.ODD_SPARROW_DATA ?? 'var', 'demo'));
  const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);
  for (const job of [...DEMO_JOBS].reverse()) {
    const path = files[job.file]!;
    const { sha256, bytes } = await takeIn(createReadStream(path), statSync(path).size);
    const artwork = await readStored(sha256, bytes);
    const now = await readShop(sql);
    const stock = job.stock === undefined ? null : stockOf(now, job.stock);
    const { id } = await jobFromArtwork({
      sha256,
      name: job.file,
      artwork,
      wish: {
        product: { copies: job.copies },
        customer: job.customer,
        due: day(job.dueIn),
        ...(stock ? { sheet: { stock } } : {}),
      },
      title: job.title,
    });
    for (const name of job.more ?? []) {
      const further = await takeIn(createReadStream(files[name]!), statSync(files[name]!).size);
      await readStored(further.sha256, further.bytes);
      await addFile(id, further.sha256, name);
    }
    const fresh = await readJob(sql, id);
    if (job.made && fresh && fresh.docket.product.kind !== job.made)
      await patchJob(id, fresh.version, madeAs(fresh.docket, artwork, now, job.made), 'as wished');
    if (job.table) {
      const table = await takeIn(createReadStream(files[job.table]!), statSync(files[job.table]!).size);
      await readStoredTable(table.sha256, table.bytes);
      await putTable(id, table.sha256, job.table);
    }
    const row = await readJob(sql, id);
    if (job.wish && row) await patchJob(id, row.version, job.wish(now), 'as wished');
  }
}

setup()
  .catch((e: unknown) => {
    console.error(databaseAway(e) ? `The database does not answer: ${(e as Error).message}` : e);
    process.exitCode = 1;
  })
  .finally(() => Promise.all([closeDatabase(), closeWorkers()]));
