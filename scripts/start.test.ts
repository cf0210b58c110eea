import { execFile, spawnSync } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { scratch } from '../src/pdf/testing';

const dir = scratch();

/** Starts the application where it cannot start. @returns its exit status and what it complained of */
async function refused(env: Record<string, string>, hold?: number): Promise<string[]> {
  const holder = hold === undefined ? null : createServer().listen(hold, '127.0.0.1');
  const lines = await new Promise<string[]>((done) => {
    execFile(
      process.execPath,
      [join(import.meta.dirname, 'start.mjs')],
      { env: { ...process.env, DATABASE_URL: '', ODD_SPARROW_DATA: join(dir, 'data'), ...env } },
      (error, _out, err) => done([String(error ? error.code : 0), ...err.trim().split('\n')]),
    );
  });
  holder?.close();
  return lines;
}

const free = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

describe('starting where it cannot', () => {
  it('says in one line that a port is taken, and by what it may be', async () => {
    const port = await free();
    const [status, ...lines] = await refused({ ODD_SPARROW_PORT: String(port) }, port);
    expect([status, lines.length]).toEqual(['1', 1]);
    expect(lines[0]).toContain(`Port ${port} is taken`);
  });

  it('says that the database’s port is taken', async () => {
    const port = await free();
    const taken = await free();
    const [status, ...lines] = await refused(
      { ODD_SPARROW_PORT: String(port), ODD_SPARROW_DB_PORT: String(taken) },
      taken,
    );
    expect([status, lines.length]).toEqual(['1', 1]);
    expect(lines[0]).toContain(`Port ${taken}, meant for the database, is taken`);
  });

  it('says what is wrong with a port or a data folder', async () => {
    expect(await refused({ ODD_SPARROW_PORT: 'eighty' })).toEqual([
      '1',
      '✗ ODD_SPARROW_PORT is "eighty", which is no port.',
    ]);
    const file = join(dir, 'a-file');
    writeFileSync(file, '');
    const port = String(await free());
    expect((await refused({ ODD_SPARROW_PORT: port, ODD_SPARROW_DATA: join(file, 'data') }))[1]).toContain(
      'cannot be made',
    );
    const broken = join(dir, 'broken');
    mkdirSync(join(broken, 'postgres/cluster/junk'), { recursive: true });
    const lines = await refused({ ODD_SPARROW_PORT: port, ODD_SPARROW_DATA: broken });
    expect(lines).toHaveLength(2);
    expect(lines[1]).toContain('is there but holds no database. Move it away, then start again.');
  });

  it('says that another database does not answer', async () => {
    const port = String(await free());
    const lines = await refused({ ODD_SPARROW_PORT: port, DATABASE_URL: 'postgresql://nobody@127.0.0.1:9/none' });
    expect(lines.at(-1)).toBe('✗ The database at DATABASE_URL cannot be used; see above.');
  });

  it('says who has the data folder, and leaves the first alone', async () => {
    const { lockFolder } = (await import(join(import.meta.dirname, '../dist/bin/folder-lock.mjs'))) as {
      lockFolder(folder: string, purpose: string, who: string): Promise<{ release(): Promise<void> }>;
    };
    const data = join(dir, 'shared');
    const first = await lockFolder(data, 'start', 'Odd Sparrow at http://127.0.0.1:4380');
    const [status, ...lines] = await refused({ ODD_SPARROW_PORT: String(await free()), ODD_SPARROW_DATA: data });
    expect([status, lines.length]).toEqual(['1', 1]);
    expect(lines[0]).toContain(`is in use by Odd Sparrow at http://127.0.0.1:4380 (process ${process.pid})`);
    await first.release();
  });

  it('is asked of a Node.js that is new enough', () => {
    const { stderr } = spawnSync(
      process.execPath,
      [
        '-e',
        `Object.defineProperty(process.versions,'node',{value:'18.0.0'});import(${JSON.stringify(join(import.meta.dirname, 'start.mjs'))})`,
      ],
      { encoding: 'utf8' },
    );
    expect(stderr).toContain('Node.js 18.0.0 is too old');
  });
});
