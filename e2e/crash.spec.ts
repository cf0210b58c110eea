import type { ChildProcess } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { numberedPages, writePdf } from '../src/pdf/made';
import { scratch } from './helpers';

/** An application of its own, to be killed. */
interface App {
  readonly address: string;
  readonly panel: string;
  readonly dataFolder: string;
  readonly server: ChildProcess;
  readonly launch: (name: string, args: string[], env: Record<string, string>) => ChildProcess;
  readonly stop: () => Promise<void>;
}
interface Delivery {
  readonly id: string;
  readonly state: string;
}

const PORT = 4490;
const root = join(import.meta.dirname, '..');
let app: App;
let server: ChildProcess;

test.beforeAll(async () => {
  const data = join(root, 'var', 'crash');
  rmSync(data, { recursive: true, force: true });
  const { startApplication } = (await import('../scripts/lib/application.mjs' as string)) as {
    startApplication(o: object): Promise<App>;
  };
  app = await startApplication({
    env: { ...process.env, DATABASE_URL: undefined, ODD_SPARROW_PORT: String(PORT), ODD_SPARROW_DATA: data },
    demo: false,
    factor: 300,
  });
  ({ server } = app);
});
test.afterAll(async () => {
  await end();
  await app.stop();
});

const healthy = async (): Promise<boolean> =>
  fetch(`${app.address}/api/health`).then(
    (r) => r.ok,
    () => false,
  );

/** Kills the server as a power cut would. */
async function end(): Promise<void> {
  if (server.exitCode !== null || server.signalCode !== null) return;
  const gone = new Promise((r) => server.once('exit', r));
  server.kill('SIGKILL');
  await gone;
}
async function begin(): Promise<void> {
  server = app.launch('server', [join(root, 'dist/bin/server.mjs')], { HOST: '127.0.0.1', PORT: String(PORT) });
  server.stdout?.resume();
  await expect.poll(healthy, { timeout: 30_000 }).toBe(true);
}

async function newJob(name: string, pages = 12): Promise<string> {
  const path = join(scratch, name);
  writePdf(path, numberedPages(pages));
  const res = await fetch(`${app.address}/api/jobs?name=${name}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: readFileSync(path),
  });
  expect(res.status).toBe(201);
  return ((await res.json()) as { id: string }).id;
}
const post = (path: string, body: object) =>
  fetch(`${app.address}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });

test('the server killed at any instant: what it accepted is printed, once', async () => {
  test.setTimeout(180_000);
  const sent: string[] = [];
  for (const wait of [0, 120, 350, 600, 900, 1400]) {
    const job = await newJob(`killed-${wait}.pdf`);
    const res = await post(`/api/jobs/${job}/deliveries`, { base: 1 });
    expect(res.status).toBe(202);
    sent.push(...((await res.json()) as { ids: string[] }).ids);
    await new Promise((r) => setTimeout(r, wait));
    await end();
    await begin();
  }
  await expect
    .poll(
      async () => {
        const list = (await (await fetch(`${app.address}/api/deliveries`)).json()) as Delivery[];
        return sent.map((id) => list.find((d) => d.id === id)?.state);
      },
      { timeout: 60_000 },
    )
    .toEqual(sent.map(() => 'completed'));
  const { jobs } = (await (await fetch(`${app.panel}state`)).json()) as {
    jobs: { name: string; sheetsDone: number; sheets: number; state: string }[];
  };
  const printed = jobs.filter((j) => j.state === 'completed');
  // every delivery is on the press once, whole
  expect(printed.map((j) => /\[(.*)\]/.exec(j.name)![1]).sort()).toEqual(sent.map((id) => id.slice(0, 13)).sort());
  for (const j of printed) expect(j.sheetsDone).toBe(j.sheets);
});

test('the server killed while a job is changed: what was saved is there', async ({ page }) => {
  const id = await newJob('kept.pdf');
  await page.goto(`${app.address}/jobs/${id}`);
  await copies(page, '222');
  await expect(page.locator('[data-sync=saved]')).toBeVisible();
  await end();
  await copies(page, '333');
  await expect(page.getByText('Not saved yet')).toBeVisible();
  await begin();
  await expect(page.locator('[data-sync=saved]')).toBeVisible({ timeout: 30_000 });
  await page.reload();
  await expect(page.getByLabel('Brief')).toContainText('333 copies');
  await page.getByRole('button', { name: 'Undo: 333 copies' }).click();
  await expect(page.getByLabel('Brief')).toContainText('222 copies');
});

test('the database gone and back: said, and nothing lost', async ({ page }) => {
  const id = await newJob('waits.pdf');
  await page.goto(`${app.address}/jobs/${id}`);
  const pid = Number(readFileSync(join(app.dataFolder, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0]);
  process.kill(pid, 'SIGINT');
  await expect.poll(healthy).toBe(false);
  const refused = await fetch(`${app.address}/api/jobs`);
  expect([refused.status, ((await refused.json()) as { message: string }).message]).toEqual([
    503,
    'The database does not answer. Nothing was changed; try again in a moment.',
  ]);
  await copies(page, '444');
  await expect(page.getByText('Not saved yet')).toBeVisible();
  const { startPostgres } = (await import('../scripts/lib/postgres.mjs' as string)) as {
    startPostgres(folder: string, port: number): Promise<{ stop(): Promise<void> }>;
  };
  const again = await startPostgres(app.dataFolder, PORT + 1);
  await expect(page.locator('[data-sync=saved]')).toBeVisible({ timeout: 30_000 });
  await page.reload();
  await expect(page.getByLabel('Brief')).toContainText('444 copies');
  await end();
  await again.stop();
});

async function copies(page: Page, n: string): Promise<void> {
  await page.getByRole('button', { name: /^Copies: / }).click();
  const field = page.getByRole('dialog').getByLabel('Copies');
  await field.fill(n);
  await field.press('Enter');
}
