import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { lying, type Size } from '../core';
import { createJob, getPrinter, jobAttributes, sendDocument } from '../machines';
import { writeTestRun, writeTestSheet } from '../pdf';
import { printerOf } from './addresses';
import { folders } from './config';
import { sql } from './db';
import { findMachine, readShop } from './tables/shop';

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

/**
 * Prints a sheet that shows how a machine turns: on what lies in its first tray, else the smallest that it takes.
 * @returns whether the shop has such a machine @throws what the printer's client throws
 */
export async function printTestSheet(machineId: string): Promise<boolean> {
  const machine = await findMachine(sql, machineId);
  if (!machine) return false;
  const { stocks } = await readShop(sql);
  const at = await printerOf(machine.id, machine.name);
  const [tray] = machine.trays;
  const stock = stocks.find((s) => s.id === tray?.stock);
  const sheet = lying(stock ?? machine.smallest);
  const out = join(folders.out(), `test-run-${randomUUID()}.pdf`);
  await mkdir(folders.out(), { recursive: true });
  try {
    writeTestSheet(sheet, machine.turn, machine.name, out);
    const printer = await getPrinter(at);
    const name = `Test sheet, ${machine.name}`;
    const attributes = jobAttributes(
      {
        name,
        copies: 1,
        // the sheet lies with its long edge level: turned about the upright axis it comes over its short edge
        sides:
          machine.sides === 'one'
            ? 'one-sided'
            : machine.turn === 'turn'
              ? 'two-sided-short-edge'
              : 'two-sided-long-edge',
        media: {
          width: sheet.height,
          height: sheet.width,
          grammage: stock?.grammage ?? 100,
          name: stock?.name ?? 'plain',
          source: tray?.source ?? null,
        },
        otherMedia: [],
        hold: false,
      },
      printer,
    );
    await sendDocument(at, await createJob(at, name, attributes), out);
    return true;
  } finally {
    await rm(out, { force: true });
  }
}
