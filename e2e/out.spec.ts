import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { numberedPages, wordsOf, writePdf } from '../src/pdf/made';
import { accessible, fill, FLOOR, openJob, openDropped, openStation, saved, scratch } from './helpers';

test('the exported sheets, folded, are the booklet', async ({ page }) => {
  const path = join(scratch, 'numbers.pdf');
  writePdf(path, numberedPages(20));
  await openDropped(page, path);
  await openStation(page, 'sheet');
  await page
    .locator('[data-station=sheet]')
    .getByRole('button', { name: /Pieces up/ })
    .click();
  await page.getByRole('option', { name: 'One', exact: true }).click();
  await openStation(page, 'send');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export PDF' }).click();
  const file = join(scratch, 'sheets.pdf');
  const got = await download;
  expect(got.suggestedFilename()).toBe('Numbers sheets.pdf');
  await got.saveAs(file);
  expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain(
    'No syntax or stream encoding errors',
  );

  // Folded by hand: which way the halves lie is read off the sheet itself, by where the page numbers stand.
  const sides = wordsOf(file).map((s) => ({ ...s, words: s.words.filter((w) => /^\d+$/.test(w.text)) }));
  expect(sides).toHaveLength(10);
  const upright = sides.every((s) => Math.abs(s.words[0]!.x - s.words[1]!.x) > 50);
  const order = (s: (typeof sides)[0]): string[] =>
    [...s.words].sort((a, b) => (upright ? a.x - b.x : a.y - b.y)).map((w) => w.text);
  const front: string[] = [];
  const rear: string[] = [];
  for (let i = 0; i < sides.length; i += 2) {
    const [outer, inner] = [order(sides[i]!), order(sides[i + 1]!)];
    const at = outer.indexOf(String(2 * (i / 2) + 1));
    expect(at).toBeGreaterThanOrEqual(0);
    // behind the outer page at one end lies, the sheet turned about the upright axis, the inner page at the other
    const behind = upright ? inner[1 - at]! : inner[at]!;
    front.push(outer[at]!, behind);
    rear.unshift(upright ? inner[at]! : inner[1 - at]!, outer[1 - at]!);
  }
  expect([...front, ...rear]).toEqual(Array.from({ length: 20 }, (_, i) => String(i + 1)));
});

test('a demo job exports clean, its inks and text where they belong', async ({ page }) => {
  await openJob(page, 'The borrower’s handbook');
  await openStation(page, 'send');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export PDF' }).click();
  const file = join(scratch, 'handbook.pdf');
  await (await download).saveAs(file);
  expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain('No syntax');
  const text = wordsOf(file).map((s) => s.words.map((w) => w.text).join(' '));
  // two up: each twice, the cover outside on the first sheet, the innermost spread on the last
  expect(text[0]!.match(/borrower’s/g)).toHaveLength(2);
  expect(text[13]).toContain('quay');
  expect(
    execFileSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], { encoding: 'latin1', maxBuffer: 1 << 28 }),
  ).toContain('/Gull#20Rust');
});

test('an export can be stopped', async ({ page }) => {
  await openJob(page, 'Minute book, facsimile');
  await openStation(page, 'send');
  // others stand before it, so that it is stopped before it is written
  const id = page.url().split('/').pop()!;
  for (let i = 0; i < 5; i++) expect((await page.request.post(`/api/jobs/${id}/exports`)).status()).toBe(202);
  const asked = page.waitForResponse((r) => r.url().endsWith('/exports') && r.request().method() === 'POST');
  await page.getByRole('button', { name: 'Export PDF' }).click();
  const { id: mine } = (await (await asked).json()) as { id: string };
  await page.getByRole('button', { name: 'Stop the export' }).click();
  await expect(page.getByRole('button', { name: 'Export PDF' })).toBeVisible();
  expect(await (await page.request.get(`/api/exports/${mine}`)).json()).toMatchObject({ state: 'canceled' });
  expect((await page.request.get(`/api/exports/${mine}/file`)).status()).toBe(404);
});

const provoke = (page: Page, what: string) => page.request.post(`${FLOOR}/provoke/${what}`);

test('a job goes to the press: pending, processing, out of paper, on again, completed', async ({ page }) => {
  await openJob(page, 'Care of edges');
  const product = await openStation(page, 'product');
  await fill(product.getByLabel('Copies'), '60');
  await saved(page);
  const send = await openStation(page, 'send');
  await send.getByRole('button', { name: 'Send to Plover', exact: true }).click();
  const delivery = send.locator('[data-delivery]').first();
  // 60 ÷ 2 up × 4 sheets = 120
  await expect(delivery).toContainText('of 120');
  await expect(delivery).toHaveAttribute('data-state', 'processing');
  await expect
    .poll(async () =>
      Number(
        await delivery
          .getByRole('progressbar')
          .getAttribute('aria-valuenow')
          .catch(() => 0),
      ),
    )
    .toBeGreaterThan(0);
  await provoke(page, 'media-empty');
  await expect(delivery).toHaveAttribute('data-state', 'stopped');
  await expect(delivery).toContainText('Out of paper. Load the tray; the job goes on by itself.');
  await accessible(page);
  await provoke(page, 'media-jam');
  await expect(delivery).toContainText('Paper is jammed. Clear it');
  await provoke(page, 'clear');
  await expect(delivery).toHaveAttribute('data-state', 'completed');
  await page.goto('/floor');
  await expect(page.getByRole('region', { name: 'Ended' })).toContainText('Care of edges');
  await accessible(page);
  await page.goto('/');
  await page.getByRole('radio', { name: /^To finish/ }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Care of edges' })).toContainText('stitch on Heron');
  // the output tray of the press shows the sheets
  await page.goto(FLOOR);
  await expect(page.getByRole('img', { name: 'Side 1', exact: true }).first()).toBeVisible();
  await accessible(page);
});

test('held until released, and canceled', async ({ page }) => {
  await openJob(page, 'Harbour notes');
  const send = await openStation(page, 'send');
  await send.getByText('Hold until released').click();
  await saved(page);
  await send.getByRole('button', { name: 'Send to Plover', exact: true }).click();
  const delivery = send.locator('[data-delivery]').first();
  await expect(delivery).toHaveAttribute('data-state', 'held');
  await provoke(page, 'pause');
  await delivery.getByRole('button', { name: 'Release' }).click();
  await expect(delivery).toContainText('Paused at the printer');
  await delivery.getByRole('button', { name: 'Cancel' }).click();
  await expect(delivery).toHaveAttribute('data-state', 'canceled');
  await provoke(page, 'resume');
  await delivery.getByRole('button', { name: 'Send again' }).click();
  await expect(send.locator('[data-delivery]')).toHaveCount(2);
  await expect(send.locator('[data-delivery]').first()).toHaveAttribute('data-state', 'held');
  await send.locator('[data-delivery]').first().getByRole('button', { name: 'Cancel' }).click();
  await expect(send.locator('[data-delivery]').first()).toHaveAttribute('data-state', 'canceled');
});
