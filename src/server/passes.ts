import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Size } from '../core';
import { writeTestRun } from '../pdf';
import { folders } from './config';
import { sql } from './db';
import { readShop } from './tables/shop';

/** The PDF of a test run for a machine, or null where the shop has no such machine. */
export async function testRun(machineId: string, sheet: Size, pass: 'fronts' | 'backs'): Promise<Uint8Array | null> {
  const { machines } = await readShop(sql);
  if (!machines.some((m) => m.id === machineId)) return null;
  await mkdir(folders.out(), { recursive: true });
  const out = join(folders.out(), `test-run-${randomUUID()}.pdf`);
  try {
    writeTestRun(sheet, pass, out);
    return await readFile(out);
  } finally {
    await rm(out, { force: true });
  }
}
