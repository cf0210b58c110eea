import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { numberedPages, writePdf } from '../src/pdf/made';
import { accessible, fill, openJob, openDropped, openStation, saved, scratch } from './helpers';

/** A finding in its station, opened. */
async function finding(page: Page, stationName: string, id: string) {
  await openStation(page, stationName);
  return page.locator(`[data-finding=${id}]`);
}

const undo = (page: Page) => page.getByRole('button', { name: /^Undo: / }).click();

test('blanks: three places, one click, one undo', async ({ page }) => {
  await openJob(page, 'Tide almanac');
  const blanks = await finding(page, 'product', 'blanks');
  await expect(blanks).toContainText('22 pages make 24 with 2 blanks');
  await expect(blanks).toContainText('pages 23–24 blank');
  await expect(blanks.getByRole('button')).toHaveCount(4);
  await expect(blanks.getByRole('button').last()).toHaveText('Let it stand');
  await blanks.getByRole('button', { name: /Inside the back cover/ }).click();
  await expect(blanks).toContainText('pages 22–23 blank');
  await saved(page);
  await undo(page);
  await expect(blanks).toContainText('pages 23–24 blank');
});

test('bleed that is not there, sizes that differ, marks that came along', async ({ page }) => {
  await openJob(page, 'Volunteer roster');
  const bleed = await finding(page, 'artwork', 'no-bleed');
  await bleed.getByRole('button', { name: /Enlarge the artwork to 104.1 %/ }).click();
  await expect(bleed).toHaveCount(0);
  await saved(page);
  await undo(page);
  await expect(bleed).toBeVisible();

  await openJob(page, 'Loft inventory');
  const size = await finding(page, 'artwork', 'artwork-size');
  await expect(size).toContainText('3 pages are not of the finished size');
  await size.getByRole('button', { name: /nothing cut off/ }).click();
  await expect(size).toHaveCount(1);
  await expect(size).toContainText('2 pages are not of the finished size');
  await saved(page);
  await undo(page);
  await expect(size).toContainText('3 pages are');

  await openJob(page, 'Care of edges');
  const marks = await finding(page, 'artwork', 'own-marks');
  await expect(marks).toContainText('they are left off');
  await page.getByText('Media', { exact: true }).click();
  const shown = await finding(page, 'artwork', 'own-marks-show');
  await expect(shown).toContainText('would print inside the page');
  await shown.getByRole('button', { name: /Use the trim box/ }).click();
  await expect(shown).toHaveCount(0);
  await expect(page.getByLabel('Brief')).toContainText('A5 upright');
  await saved(page);
  await undo(page);
  await undo(page);
});

test('a sheet too small: the next stock with its price, less bleed, a smaller page; sending waits', async ({
  page,
}) => {
  await openJob(page, 'Harbour notes');
  await openStation(page, 'sheet');
  await page.locator('[data-station=sheet]').getByRole('button', { name: /Stock/ }).click();
  await page.getByRole('option', { name: /Wove 80 A4/ }).click();
  // A4 is the open booklet’s own size: untrimmed it fits, trimmed it does not
  const finish = await openStation(page, 'finish');
  await expect(finish.locator('[data-finding=white-edge]')).toBeVisible();
  await finish.getByRole('button', { name: /Trimmed/ }).click();
  await page.getByRole('option', { name: 'Three sides, when bound' }).click();
  const fit = await finding(page, 'sheet', 'fit-sheet');
  await expect(fit).toContainText('The pages do not fit the sheet');
  await expect(fit).toContainText('302 × 216 mm');
  await openStation(page, 'send');
  await expect(page.getByRole('button', { name: 'Send to Plover', exact: true })).toBeDisabled();
  await openStation(page, 'sheet');
  await fit.getByRole('button', { name: /Wove 80 (A3|SRA3) instead.* in all/ }).click();
  await expect(fit).toHaveCount(0);
  await saved(page);
  await undo(page);
  await fit.getByRole('button', { name: /% smaller/ }).click();
  await expect(fit).toHaveCount(0);
  await saved(page);
  for (let i = 0; i < 3; i++) await undo(page);
  // and what was mended on the way in is said
  await expect(await finding(page, 'artwork', 'note-0')).toContainText('was damaged and has been mended');
});

test('a booklet too thick for the stitcher goes to the other one', async ({ page }) => {
  const path = join(scratch, 'thick.pdf');
  writePdf(path, numberedPages(84));
  await openDropped(page, path);
  const thick = await finding(page, 'finish', 'too-thick');
  await expect(thick).toContainText('21 sheets are too many for Heron');
  await thick.getByRole('button', { name: /Bittern/ }).click();
  await expect(thick).toHaveCount(0);

  // swapped for a corrected file: every wish stays, the former one is kept and can come back
  const product = await openStation(page, 'product');
  await fill(product.getByLabel('Copies'), '321');
  await saved(page);
  const artwork = await openStation(page, 'artwork');
  const better = join(scratch, 'thick-corrected.pdf');
  writePdf(better, numberedPages(80));
  const chooser = page.waitForEvent('filechooser');
  await artwork.getByRole('button', { name: 'Swap the file' }).click();
  await (await chooser).setFiles(better);
  // what it changes is said, page by page
  const changes = page.getByRole('dialog', { name: 'What the new file changes' });
  await expect(changes).toContainText('84 → 80');
  await expect(changes).toContainText('21 → 20');
  await expect(changes.getByRole('status')).toHaveText('Pages 81–84 of the former are gone.');
  await accessible(page);
  await expect(changes.getByText('1 of 4')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(changes.getByRole('img', { name: 'Former, page 82' })).toBeVisible();
  await changes.getByRole('button', { name: 'Keep the new file' }).click();
  await expect(page.getByLabel('Brief')).toContainText('321 copies of an 80-page');
  await expect(artwork).toContainText('Former files');
  await expect(artwork).toContainText('thick.pdf');
  await page.getByRole('button', { name: /^Undo: artwork swapped/ }).click();
  await expect(page.getByLabel('Brief')).toContainText('an 84-page');
});
