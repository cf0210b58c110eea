import { readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { numberedPages, wordsOf, writePdf } from '../src/pdf/made';
import { accessible, fill, openDropped, openJob, openStation, saved, scratch } from './helpers';

const brief = (page: Page): Locator => page.getByLabel('Brief');

/** Drops a file on a place, as a hand would. */
async function dropOn(page: Page, place: Locator, path: string): Promise<void> {
  const file = { name: basename(path), data: readFileSync(path).toString('base64') };
  const dataTransfer = await page.evaluateHandle(({ name, data }) => {
    const t = new DataTransfer();
    t.items.add(new File([Uint8Array.from(atob(data), (c) => c.charCodeAt(0))], name));
    return t;
  }, file);
  await place.dispatchEvent('dragover', { dataTransfer });
  await place.dispatchEvent('drop', { dataTransfer });
}

test('the office booklet: an A4 file as A5 on A4 paper, folded and not trimmed', async ({ page }) => {
  const path = join(scratch, 'minutes.pdf');
  writePdf(path, numberedPages(16, 595.28, 841.89, 0));
  await openDropped(page, path);
  const product = await openStation(page, 'product');
  await fill(product.getByLabel('Finished size'), 'A5');
  // it fits at once: nothing is said of its size
  await expect(brief(page)).toContainText('A5 upright');
  await expect(page.locator('[data-finding=artwork-size]')).toHaveCount(0);
  const sheet = await openStation(page, 'sheet');
  await sheet.getByRole('button', { name: /Stock/ }).first().click();
  await page.getByRole('option', { name: /Wove 80 A4/ }).click();
  await expect(brief(page)).toContainText('bound on the left, not trimmed, on Wove 80 A4');

  const finish = await openStation(page, 'finish');
  const edge = finish.locator('[data-finding=white-edge]');
  await expect(edge).toContainText('Folded, not trimmed: 4 mm at the edges stay white');
  await edge.getByRole('button', { name: 'Folded, not trimmed', exact: true }).click();
  await saved(page);
  await expect(finish.getByRole('button', { name: /Trimmed/ })).toContainText('Folded, not trimmed');
  await expect(finish.getByText('4 mm at the edges stay white').first()).toBeVisible();
  await accessible(page);

  await page.keyboard.press('2');
  await expect(page.locator('[data-opening]')).toContainText(
    'Not trimmed: the outermost leaf, 4 mm at the edges stay white',
  );
  await expect(page.locator('[data-white-edge="4"]').first()).toBeVisible();

  // nothing stops it: it goes to the press
  const send = await openStation(page, 'send');
  await expect(send.getByRole('button', { name: 'Send to Plover', exact: true })).toBeEnabled();
  const download = page.waitForEvent('download');
  await send.getByRole('button', { name: 'Export PDF' }).click();
  const file = join(scratch, 'minutes-imposed.pdf');
  await (await download).saveAs(file);
  const sides = wordsOf(file);
  expect(sides.map((s) => [Math.round(s.width), Math.round(s.height)])).toEqual(
    Array.from({ length: 8 }, () => [297, 210]),
  );
  expect(sides[0]!.words.map((w) => w.text).filter((t) => /^\d+$/.test(t))).toEqual(['16', '1']);
});

test('the cover’s file is dropped in the Product station, and of one page is printed outside', async ({ page }) => {
  const text = join(scratch, 'walks.pdf');
  writePdf(text, numberedPages(24));
  const cover = join(scratch, 'walks-cover.pdf');
  writePdf(cover, numberedPages(1, 2 * 419.53));
  await openDropped(page, text);
  const product = await openStation(page, 'product');
  await dropOn(page, product.getByRole('group', { name: 'A file for the cover' }), cover);
  await expect(product.getByRole('button', { name: /^Own stock, from walks-cover.pdf/ }).first()).toBeVisible();
  await expect(product.getByRole('radio', { name: 'Outside only' })).toBeChecked();
  await expect(brief(page)).toContainText('cover on Harbour board 250');
  await saved(page);
  await accessible(page);
  // beside its place a file is dropped for nothing, and the window stays
  await dropOn(page, page.locator('body'), cover);
  await expect(brief(page)).toContainText('cover on Harbour board 250');
});

test('chapters come from the file’s bookmarks, each on the page that it leads to', async ({ page }) => {
  const path = join(scratch, 'tales.pdf');
  const outline = {
    100: '<</First 101 0 R/Last 102 0 R/Count 2>>',
    101: '<</Title(Ashore)/Parent 100 0 R/Dest[1004 0 R/Fit]/Next 102 0 R>>',
    102: '<</Title(Afloat)/Parent 100 0 R/Dest[1012 0 R/Fit]/Prev 101 0 R>>',
  };
  writePdf(path, numberedPages(16), outline, '/Outlines 100 0 R');
  await openDropped(page, path);
  const product = await openStation(page, 'product');
  await product.getByRole('button', { name: 'From the file’s 2 bookmarks' }).click();
  await expect(product.getByLabel('Chapter 1', { exact: true })).toHaveValue('Ashore');
  await expect(product.getByLabel('Chapter 1 begins on page')).toHaveValue('3');
  await expect(product.getByLabel('Chapter 2', { exact: true })).toHaveValue('Afloat');
  await expect(product.getByLabel('Chapter 2 begins on page')).toHaveValue('7');
});

test('what is reckoned as spoilage is said at the sending, and printed where that is wished', async ({ page }) => {
  await openJob(page, 'Care of edges');
  const send = await openStation(page, 'send');
  // 120 copies two up; of 3 sheets and 1 % of 240 six are reckoned, and the four sheets of a copy go into them once
  await expect(send).toContainText('4 sheets, two sides, printed 60 times');
  await expect(send).toContainText('6 sheets reckoned as spoilage: lay them ready, they are not printed');
  await send.getByText('Print 4 sheets more').click();
  await expect(send).toContainText('printed 61 times');
  await expect(send).toContainText('6 sheets reckoned as spoilage; 4 of them printed as overs');
  await saved(page);
  await page.getByRole('button', { name: 'Undo: overs printed' }).click();
  await expect(send).toContainText('printed 60 times');
});
