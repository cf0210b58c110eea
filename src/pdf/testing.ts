import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll } from 'vitest';

export * from './made';
export * from './testing-cut';

/** A folder that goes away after the tests of a file. */
export function scratch(): string {
  const dir = mkdtempSync(join(tmpdir(), 'sparrow-'));
  afterAll(() => rmSync(dir, { recursive: true, force: true }));
  return dir;
}
