import { fork } from 'node:child_process';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { scratch } from '../pdf/testing';
import { FolderTaken, lockFolder } from './folder-lock';

const dir = scratch();

describe('a data folder', () => {
  it('is one process’s: the next is told whose, and has it when that one is killed', async () => {
    const code = `import(${JSON.stringify(join(process.cwd(), 'dist/bin/folder-lock.mjs'))}).then(async (m) => {
      await m.lockFolder(${JSON.stringify(dir)}, 'trial', 'somebody at his table');
      process.send('have it'); setInterval(() => undefined, 1000);
    })`;
    const other = fork('-e', [code], {
      execArgv: [],
      silent: true,
      execPath: process.execPath,
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    await new Promise((r) => other.once('message', r));
    const taken = await lockFolder(dir, 'trial', 'me').catch((e: unknown) => e);
    expect(taken).toBeInstanceOf(FolderTaken);
    expect((taken as FolderTaken).owner).toBe(`somebody at his table (process ${other.pid})`);
    // for another purpose it is free
    await (await lockFolder(dir, 'other', 'me')).release();
    const gone = new Promise((r) => other.once('exit', r));
    other.kill('SIGKILL');
    await gone;
    const mine = await lockFolder(dir, 'trial', 'me');
    // by two names of the same folder, and again by the same process
    await expect(lockFolder(join(dir, '.'), 'trial', 'me')).resolves.toBeDefined();
    await mine.release();
  });
});
