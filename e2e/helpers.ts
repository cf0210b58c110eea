import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { wordsOf } from '../src/pdf/made';

export const FLOOR = 'http://127.0.0.1:4482';
export const scratch = mkdtempSync(join(tmpdir(), 'sparrow-e2e-'));

/** Opens a demo job by its title. */
export async function openJob(page: Page, title: string): Promise<void> {
  await page.goto('/');
  await page.locator('[data-ready]').waitFor();
  // what is far down the board is not drawn until it is looked for
  await page.getByRole('searchbox').fill(title);
  await page.getByRole('link', { name: title, exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title);
  await expect(page.locator('[aria-label^="Light table"]')).toBeVisible();
}

/** Drops files on the window, as a hand would. */
export async function dropFiles(page: Page, paths: readonly (string | { path: string; as: string })[]): Promise<void> {
  const files = paths.map((p) =>
    typeof p === 'string'
      ? { name: basename(p), data: readFileSync(p).toString('base64') }
      : { name: p.as, data: readFileSync(p.path).toString('base64') },
  );
  await page.locator('[data-ready]').or(page.locator('[data-sheet]')).first().waitFor();
  const transfer = await page.evaluateHandle((list) => {
    const t = new DataTransfer();
    for (const { name, data } of list)
      t.items.add(new File([Uint8Array.from(atob(data), (c) => c.charCodeAt(0))], name));
    return t;
  }, files);
  await page.dispatchEvent('body', 'dragenter', { dataTransfer: transfer });
  await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
}

/** Drops a file and opens the job that comes of it. */
export async function openDropped(page: Page, path: string): Promise<void> {
  await page.goto('/');
  await dropFiles(page, [path]);
  await page.locator('[data-arrival=done]').first().getByRole('link', { name: 'Open' }).click();
}

export const station = (page: Page, name: string): Locator => page.locator(`[data-station=${name}]`);

/** Opens a station if it is closed. */
export async function openStation(page: Page, name: string): Promise<Locator> {
  const it = station(page, name);
  const button = it.getByRole('button').first();
  if ((await button.getAttribute('aria-expanded')) !== 'true') await button.click();
  return it;
}

export const saved = (page: Page): Promise<void> => expect(page.locator('[data-sync=saved]')).toBeVisible();

/** Exports the open job and reads it back: the words of every side, as poppler finds them. */
export async function exported(page: Page, name: string): Promise<{ file: string; sides: ReturnType<typeof wordsOf> }> {
  await openStation(page, 'send');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export PDF' }).click();
  const file = join(scratch, `${name}.pdf`);
  await (await download).saveAs(file);
  expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain('No syntax');
  return { file, sides: wordsOf(file) };
}

export const figure = (page: Page, key: string): Locator => page.locator(`[data-figure=${key}] [data-value]`);

/** Types into a field and leaves it. */
export async function fill(field: Locator, text: string): Promise<void> {
  await field.fill(text);
  await field.press('Enter');
}

/** As the window is, a small one, and at 200 per cent. */
const SIZES = [
  [1280, 800],
  [1024, 700],
  [640, 400],
] as const;

/** Does something at every size of window. */
export async function atEachSize(page: Page, act: (size: string) => Promise<void>): Promise<void> {
  const was = page.viewportSize()!;
  for (const [width, height] of SIZES) {
    await page.setViewportSize({ width, height });
    await act(`${width} × ${height}`);
  }
  await page.setViewportSize(was);
}

/** Nothing at all by axe in a part of what is shown, best practice and the size of targets among it. */
export async function cleanIn(page: Page, part: string, what: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .include(part)
    // one frame: no page of its own is opened to put the answers together
    .setLegacyMode()
    .options({ resultTypes: ['violations'], rules: { 'target-size': { enabled: true } } })
    .analyze();
  const said = violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`);
  expect.soft(said, what).toEqual([]);
}

/** Nothing at all by axe on what is shown, at every size of window. */
export const accessible = (page: Page, what = 'this'): Promise<void> =>
  atEachSize(page, (size) => cleanIn(page, 'html', `${what} at ${size}`));

/** The board, ready. */
export async function openBoard(page: Page): Promise<void> {
  await page.goto('/');
  await page.locator('[data-ready]').waitFor();
}

/** Takes one of a list that a word of the brief has opened, by what is typed of it. */
export async function takeByTyping(page: Page, text: string): Promise<void> {
  const field = page.getByRole('dialog').getByRole('searchbox');
  await expect(field).toBeFocused();
  await page.keyboard.type(text);
  await expect(page.getByRole('option')).toHaveCount(1);
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('option')).toHaveAttribute('data-focused', 'true');
  await page.keyboard.press('Enter');
}
