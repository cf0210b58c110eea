import { chromium, type Browser, type Page } from '@playwright/test';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { numberedPages, writePdf } from '../src/pdf/made';
import { writePages } from './inputs';
import { installed, installedSharp, type Awaited, type Took } from './watching';

/**
 * Drives the built application in Chromium, with its own database and its own folder, and prints how long what an
 * operator does takes: from the input to the end of the first frame that shows what came of it, the median of twenty.
 */
const root = join(import.meta.dirname, '..', '..');
const RUNS = Number(process.env.RUNS ?? 20);

interface Application {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

const median = (figures: readonly number[]): number =>
  [...figures].sort((a, b) => a - b)[Math.floor(figures.length / 2)]!;

let missed = 0;

function line(what: string, value: number, unit: string, wanted: number, more = ''): void {
  const over = value > wanted;
  if (over) missed++;
  const figure = `${value.toFixed(0).padStart(5)} ${unit}`;
  console.log(`${over ? '✗' : '✓'} ${what.padEnd(40)} ${figure}   wanted ${wanted} ${unit}${more}`);
}

/** Waits until nothing is saved, fetched or drawn any more. */
async function calm(page: Page): Promise<void> {
  await page.locator('[data-sync=saved]').waitFor();
  await page.waitForTimeout(150);
}

/** Does something twenty times and prints its median. @param what the part of the page that changes by it */
async function time(
  page: Page,
  name: string,
  wanted: number,
  what: Omit<Awaited, 'not'>,
  act: (turn: number) => Promise<void>,
  between?: () => Promise<void>,
  saves = true,
): Promise<void> {
  const took: Took[] = [];
  // the first is what loads and compiles what is then there; it is told apart
  for (let turn = 0; turn <= RUNS; turn++) {
    await between?.();
    if (saves) await calm(page);
    else await page.waitForTimeout(150);
    await page.evaluate(({ selector, attribute }) => {
      const el = document.querySelector(selector);
      const not = attribute === 'text' ? (el?.textContent ?? '') : (el?.getAttribute(attribute) ?? '');
      window.watchFor({ selector, attribute, not });
    }, what);
    await act(turn);
    // what never shows is not waited for without end
    const came = await page.evaluate(() =>
      Promise.race([window.took, new Promise<null>((resolve) => setTimeout(() => resolve(null), 15_000))]),
    );
    if (!came) throw new Error(`Nothing came of: ${name}, time ${turn + 1}.`);
    took.push(came);
  }
  const [first, ...rest] = took;
  const long = rest.flatMap((t) => t.long);
  const times = rest.map((t) => t.ms);
  line(
    name,
    median(times),
    'ms',
    wanted,
    `; worst ${Math.max(...times).toFixed(0)}, first ${first!.ms.toFixed(0)}, long tasks ${long.length}` +
      (long.length > 0 ? ` to ${Math.max(...long).toFixed(0)} ms` : ''),
  );
}

/** Makes a job of so many pages and opens it. */
async function open(page: Page, address: string, pages: number): Promise<void> {
  const name = `bench-${pages}`;
  const path = join(root, 'var/bench-ui', `${name}.pdf`);
  await writePages(path, pages, pages <= 200);
  const res = await fetch(`${address}/api/jobs?name=${name}.pdf`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: readFileSync(path),
  });
  if (res.status !== 201) throw new Error(`No job: ${res.status} ${await res.text()}`);
  const { id } = (await res.json()) as { id: string };
  // so long a hand needs for the link that then shows
  await page.waitForTimeout(1500);
  await page.goto(`${address}/jobs/${id}`);
  await page.locator('[aria-label^="Light table"]').waitFor();
  await calm(page);
}

/** Has the small pictures made, so that what is timed has the machine for itself. */
async function picturesMade(page: Page): Promise<void> {
  await page.waitForTimeout(1500);
  await page.locator('[data-drawing]').waitFor({ state: 'detached', timeout: 180_000 });
}

/** Script that the first look at a job needs, as gzip packs it, in kB: what is fetched before the sheet is to be seen. */
async function firstLoad(browser: Browser, url: string): Promise<number> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const scripts: Promise<number>[] = [];
  page.on('response', (r) => {
    if (r.request().resourceType() === 'script') scripts.push(r.body().then((b) => gzipSync(b, { level: 9 }).length));
  });
  await page.goto(url);
  await page.locator('[data-sheet] svg').first().waitFor();
  const sizes = await Promise.all(scripts);
  await context.close();
  return sizes.reduce((a, b) => a + b, 0) / 1000;
}

/** How long after a sheet has come the pictures on it are all sharp: ms each. */
async function sharpness(page: Page): Promise<number[]> {
  const all: number[] = [];
  const table = page.locator('[aria-label^="Light table"]');
  await table.focus();
  for (let turn = 0; turn < RUNS; turn++) {
    await calm(page);
    // a sheet is looked at for a moment before the next
    await page.waitForTimeout(1000);
    await page.evaluate(() => window.watchSharp());
    await page.keyboard.press('ArrowRight');
    all.push(await page.evaluate(() => window.sharp));
  }
  return all;
}

/** Fills the board to so many jobs, of which a third has a day and every fourth is done. */
async function manyJobs(page: Page, address: string, many: number): Promise<void> {
  const ask = async (path: string, method: string, body?: object): Promise<{ id: string; version: number }[]> => {
    const res = await fetch(`${address}${path}`, {
      method,
      headers: { 'Content-Type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    if (!res.ok) throw new Error(`${path}: ${res.status} ${await res.text()}`);
    const said = (await res.json()) as { id: string; version: number } | { id: string; version: number }[];
    return Array.isArray(said) ? said : [said];
  };
  if ((await ask('/api/jobs', 'GET')).length === 0) await open(page, address, 8);
  const before = await ask('/api/jobs', 'GET');
  for (let i = before.length; i < many; i++) {
    const [made] = await ask(`/api/jobs/${before[0]!.id}/copy`, 'POST', {});
    const patch = { title: `Job ${(i * 7919) % many}`, ...(i % 3 === 0 ? { due: `2031-0${1 + (i % 9)}-11` } : {}) };
    await ask(`/api/jobs/${made!.id}/changes`, 'POST', { base: 1, patch, label: 'x' });
    if (i % 4 === 0) await ask(`/api/jobs/${made!.id}`, 'PATCH', { done: true });
  }
}

const keyOf = (page: Page) => (name: string) => async () => {
  await page.keyboard.press(name);
};

/** The clicks and keys of a job of 200 pages, and how soon its pictures are sharp. */
async function jobOf(page: Page, address: string): Promise<void> {
  await open(page, address, 200);
  const first = await page.evaluate(() => window.firstSharp);
  await picturesMade(page);

  const table = page.locator('[aria-label^="Light table"]');
  const key = keyOf(page);
  console.log(`A job of 200 pages with photographs, ${RUNS} times each.`);
  await table.focus();
  await time(page, 'turning the sheet over', 50, { selector: '[data-turned]', attribute: 'data-turned' }, key('f'));
  const through = { selector: '[data-through]', attribute: 'data-through' };
  await time(page, 'see through', 50, through, key('x'));
  const numbers = { selector: '[data-numbers]', attribute: 'data-numbers' };
  await time(page, 'numbers', 50, numbers, key('n'));
  await time(page, 'the sheet after', 50, { selector: '[data-sheet]', attribute: 'data-sheet' }, key('ArrowRight'));

  for (const name of ['artwork', 'product', 'sheet', 'marks', 'finish', 'send']) {
    const station = page.locator(`[data-station=${name}]`);
    const button = station.getByRole('button').first();
    await time(
      page,
      `opening ${name}`,
      100,
      { selector: `[data-station=${name}] > [role=group]`, attribute: 'text' },
      () => button.click(),
      async () => {
        if ((await button.getAttribute('aria-expanded')) === 'true') await button.click();
      },
    );
    if ((await button.getAttribute('aria-expanded')) === 'true') await button.click();
  }

  await page.locator('[data-station=product]').getByRole('button').first().click();
  const type = (label: string, texts: readonly string[]) => {
    const field = page.getByLabel(label, { exact: true }).last();
    let turn = 0;
    return {
      before: async () => field.fill(texts[turn++ % texts.length]!),
      act: async () => field.press('Enter'),
    };
  };
  const total = { selector: '[aria-label=Reckoning] ul', attribute: 'text' };
  const copies = type('Copies', ['120', '75', '300']);
  await time(page, 'copies', 100, total, copies.act, copies.before);
  const bleed = type('Bleed', ['2', '4', '0']);
  const drawn = { selector: '[data-station=product] button[aria-expanded]', attribute: 'text' };
  const side = { selector: '[data-sheet] [aria-hidden=false] clipPath rect', attribute: 'width' };
  await time(page, 'bleed', 100, side, bleed.act, bleed.before);
  const size = type('Finished size', ['140 x 200', '130 x 190', '145 x 205']);
  await time(page, 'finished size', 100, drawn, size.act, size.before);

  line('sharp, opened when it has just come', first, 'ms', 300);
  const sharp = await sharpness(page);
  line('sharp after the next sheet', median(sharp), 'ms', 300, `; worst ${Math.max(...sharp).toFixed(0)}`);
}

/** A job of 1,000 pages: its page list, and the script of the first look. */
async function pagesOf(browser: Browser, page: Page, address: string): Promise<void> {
  await open(page, address, 1000);
  await picturesMade(page);
  const key = keyOf(page);
  console.log('A job of 1,000 pages.');
  const list = { selector: '[aria-label="Page list"] [role=option]', attribute: 'aria-label' };
  await page.locator('[aria-label^="Light table"]').focus();
  await time(page, 'the page list', 150, list, key('3'), key('1'));
  line('script at the first look, compressed', await firstLoad(browser, page.url()), 'kB', 250);
}

/** A card of two pages: from its drop on the board to its sheet drawn, opened as soon as there is a link to it. */
async function dropOf(page: Page, address: string): Promise<void> {
  console.log('A card of two pages, dropped on the board.');
  const took: number[] = [];
  for (let turn = 0; turn < Math.ceil(RUNS / 2); turn++) {
    const path = join(data, `card-${turn}.pdf`);
    // each another file: one that is known already is not read again
    writePdf(path, numberedPages(2, 255 + turn / 100, 142, 8.5));
    const bytes = readFileSync(path).toString('base64');
    await page.goto(`${address}/`);
    await page.locator('[data-ready]').waitFor();
    const transfer = await page.evaluateHandle(
      ([name, base64]) => {
        const t = new DataTransfer();
        t.items.add(new File([Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0))], name!));
        return t;
      },
      [`card-${turn}.pdf`, bytes],
    );
    await page.dispatchEvent('body', 'dragenter', { dataTransfer: transfer });
    const start = performance.now();
    await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
    await page.locator('[data-arrival=done]').first().getByRole('link', { name: 'Open' }).click();
    await page.locator('[data-sheet] svg image').first().waitFor();
    took.push(performance.now() - start);
  }
  line('card, dropped to its drawn sheet', median(took), 'ms', 1500, `; worst ${Math.max(...took).toFixed(0)}`);
}

/** The board: when it is first painted with jobs on it, and how quickly it is filtered and sorted. */
async function boardOf(page: Page, address: string): Promise<void> {
  await manyJobs(page, address, 500);
  console.log('A board of 500 jobs.');
  const paints: number[] = [];
  for (let turn = 0; turn < RUNS; turn++) {
    await page.goto(`${address}/`);
    await page.locator('[data-ready]').waitFor();
    const rows = await page.locator('[data-job]').count();
    if (rows === 0) throw new Error('There is no job on the board.');
    paints.push(await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]!.startTime));
  }
  line('board of 500, first paint', median(paints), 'ms', 300, `; worst ${Math.max(...paints).toFixed(0)}`);
  const first = { selector: '[role=grid] [data-job]', attribute: 'data-job' };
  const chip = (name: RegExp) => page.getByRole('radio', { name }).press('Space');
  await timeOnBoard(page, 'board, filtered', first, (turn) => chip(turn % 2 === 0 ? /^Done/ : /^All/));
  await chip(/^All/);
  const order = page.getByRole('button', { name: /Order$/ });
  await timeOnBoard(page, 'board, sorted', first, (turn) => order.press(turn % 2 === 0 ? 'ArrowRight' : 'ArrowLeft'));
}

const timeOnBoard = (page: Page, name: string, what: Omit<Awaited, 'not'>, act: (turn: number) => Promise<void>) =>
  time(page, name, 50, what, act, undefined, false);

const data = join(root, 'var/bench-ui');
rmSync(data, { recursive: true, force: true });
mkdirSync(data, { recursive: true });
const { startApplication } = (await import(join(root, 'scripts/lib/application.mjs'))) as {
  startApplication(o: object): Promise<Application>;
};
const app = await startApplication({
  env: { ...process.env, DATABASE_URL: undefined, ODD_SPARROW_PORT: '4580', ODD_SPARROW_DATA: data },
  demo: false,
});
let browser: Browser | null = null;
try {
  browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking', '--disable-sync'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(30_000);
  await page.addInitScript(installed);
  await page.addInitScript(installedSharp);
  const { address } = app;
  const parts = {
    job: () => jobOf(page, address),
    pages: () => pagesOf(browser!, page, address),
    drop: () => dropOf(page, address),
    board: () => boardOf(page, address),
  };
  const only = process.argv[2];
  for (const [name, part] of Object.entries(parts)) if (!only || only === name) await part();
} finally {
  await browser?.close();
  await app.stop();
}
console.log(missed === 0 ? 'All as wanted.' : `${missed} not as wanted.`);
process.exit(0);
