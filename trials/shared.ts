/** What the trials share: an application of their own, figures, and how they are told. */
import type { ChildProcess } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { numberedPages, writePdf } from '../src/pdf/made';

export const root = process.cwd();

export interface Application {
  readonly address: string;
  readonly panel: string;
  readonly dataFolder: string;
  readonly databaseUrl: string;
  readonly server: ChildProcess;
  readonly floorChild: ChildProcess;
  readonly stop: () => Promise<void>;
}

/** Starts the application in a folder of its own, on ports of its own. */
export async function startFresh(
  name: string,
  port: number,
  options: { watched?: boolean; factor?: number } = {},
): Promise<Application> {
  const data = join(root, 'var', name);
  rmSync(data, { recursive: true, force: true });
  const { startApplication } = (await import(join(root, 'scripts/lib/application.mjs'))) as {
    startApplication(o: object): Promise<Application>;
  };
  return startApplication({
    env: { ...process.env, DATABASE_URL: undefined, ODD_SPARROW_PORT: String(port), ODD_SPARROW_DATA: data },
    demo: false,
    ...options,
  });
}

/** The value below which a share of the values lie. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}

/** Megabytes of memory that a process holds, or 0 where it has ended. */
export function megabytes(pid: number | undefined): number {
  try {
    return Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024);
  } catch {
    return 0;
  }
}

/** A job of so many pages, by one upload. @returns its id */
export async function newJob(address: string, name: string, pages = 12): Promise<string> {
  const path = join(root, 'var', `${name.replace(/\W/g, '-')}.pdf`);
  writePdf(path, numberedPages(pages));
  const body = readFileSync(path);
  rmSync(path);
  const res = await fetch(`${address}/api/jobs?name=${encodeURIComponent(name)}.pdf`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body,
  });
  if (res.status !== 201) throw new Error(`No job: ${res.status} ${await res.text()}`);
  return ((await res.json()) as { id: string }).id;
}

export const post = (url: string, body: object): Promise<Response> =>
  fetch(url, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });

export const pause = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

/** A table of figures, as it stands in docs/reliability.md. */
export function table(rows: readonly (readonly [string, string | number])[]): string {
  return ['| figure | value |', '|---|---|', ...rows.map(([what, value]) => `| ${what} | ${value} |`)].join('\n');
}
