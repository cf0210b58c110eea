import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { numberedPages, writePdf } from '../src/pdf/made';
import { accessible, fill, openJob, openDropped, openStation, saved, scratch, takeByTyping } from './helpers';

test('everything works without a mouse', async ({ page }) => {
  await page.goto('/');
  await page.locator('[data-ready]').waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('edges');
  await expect(page.getByRole('grid', { name: 'Jobs' }).getByRole('link')).toHaveText(['Care of edges']);
  await page.getByRole('link', { name: 'Care of edges' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[aria-label^="Light table"]')).toBeVisible();

  // a word of the brief, from the keyboard alone
  const words = page.getByLabel('Brief').getByRole('button');
  await words.nth(0).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('10*9');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Brief')).toContainText('90 copies');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  // the stock from its list, by typing its name
  await page
    .getByLabel('Brief')
    .getByRole('button', { name: /^Stock/ })
    .focus();
  await page.keyboard.press('Enter');
  await takeByTyping(page, 'silk 170 short');
  await expect(page.getByLabel('Brief')).toContainText('Silk 170 SRA3');

  // Tab walks the docket; stations open with Enter
  const marks = page.locator('[data-station=marks]').getByRole('button').first();
  await marks.focus();
  await page.keyboard.press('Enter');
  await expect(marks).toHaveAttribute('aria-expanded', 'true');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Space');
  // what comes first is the finding’s first remedy
  await expect(page.getByRole('button', { name: 'Undo: One up instead' })).toBeEnabled();
  await expect(page.getByLabel('Brief')).toContainText('one up');
  await accessible(page);
  await saved(page);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Brief')).toContainText('120 copies');
});

test('images are artwork too, and a job can be made in inches', async ({ page }) => {
  const path = join(scratch, 'poster.png');
  await sharp({ create: { width: 1650, height: 2550, channels: 3, background: '#a03d1a' } })
    .withMetadata({ density: 300 })
    .png()
    .toFile(path);
  await openDropped(page, path);
  // 5.5 × 8.5 in
  await expect(page.getByLabel('Brief')).toContainText('half letter upright');
  await page.getByRole('button', { name: /change to inches/ }).click();
  const product = await openStation(page, 'product');
  await fill(product.getByLabel('Finished size'), '4.25x5.5in');
  await expect(page.getByLabel('Brief')).toContainText('4.25 × 5.5 in');
  await fill(product.getByLabel('Finished size'), 'a wall');
  await expect(product.getByRole('alert')).toContainText('Type a size');
  await product.getByLabel('Finished size').press('Escape');
  await fill(product.getByLabel('Copies'), '-4');
  await expect(product.getByRole('alert')).toContainText('whole number from 1');
  await product.getByLabel('Copies').press('Escape');
  // one page is a leaf; as a booklet it has three blanks, and it says so
  await expect(page.getByLabel('Brief')).toContainText('a one-sided print');
  await product.getByText('Bound or folded', { exact: true }).click();
  await expect(page.locator('[data-finding=blanks]')).toContainText('1 page make');
  await page.getByRole('button', { name: /change to millimetres/ }).click();
});

test('the stocks stand side by side by what the job costs; a click or a key takes one', async ({ page }) => {
  const fetched: string[] = [];
  page.on('request', (r) => fetched.push(r.url()));
  await openJob(page, 'Minute book, facsimile');
  const sheet = await openStation(page, 'sheet');
  expect(fetched.filter((url) => /BarsChart/.test(url))).toEqual([]);
  await sheet.getByText('Stocks compared').first().click();
  const table = sheet.getByRole('table', { name: 'Stocks compared' });
  const wove = table.getByRole('row', { name: /Wove 80 SRA3/ });
  await expect(wove).toContainText('€');
  await expect(table.getByRole('radio', { checked: true })).toHaveCount(1);
  const chart = sheet.getByRole('group', { name: /Stocks as bars/ });
  await expect(chart.locator('path[fill="#efe7d2"]').first()).toBeVisible();
  // the bars are what the table says: the stock taken is drawn in ink; up and down, Enter takes another
  await chart.focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  const cheapest = table.getByRole('row').nth(1);
  await expect(cheapest.getByRole('radio')).toBeChecked();
  await saved(page);
  await page.getByRole('button', { name: /^Undo: stock/ }).click();
  await expect(page.getByLabel('Brief')).toContainText('Offset 100 SRA3');
  await wove.click();
  await expect(page.getByLabel('Brief')).toContainText('Wove 80');
  await saved(page);
  await page.getByRole('button', { name: /^Undo: stock/ }).click();
  await expect(page.getByLabel('Brief')).toContainText('Offset 100 SRA3');
});

test('five thousand pages are planned, drawn and turned over', async ({ page }) => {
  const path = join(scratch, 'huge.pdf');
  writePdf(path, numberedPages(5000));
  await openDropped(page, path);
  await expect(page.locator('[aria-label^="Light table"]')).toHaveAttribute(
    'aria-label',
    'Light table: sheet 1 of 1250, front',
  );
  await expect(page.getByText(/drawing pages/)).toBeVisible();
  await page.locator('[aria-label^="Light table"]').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('f');
  await expect(page.locator('[aria-label^="Light table"]')).toHaveAttribute(
    'aria-label',
    'Light table: sheet 2 of 1250, back',
  );
  // the strip draws what is in view, not 2,500 sides
  expect(await page.getByRole('region', { name: 'Run strip' }).getByRole('button').count()).toBeLessThan(40);
  await page.keyboard.press('2');
  await fill(page.getByRole('textbox', { name: 'Open at page' }), '2500');
  await expect(page.getByTestId('opening')).toHaveText('Pages 2500 and 2501');
  const id = page.url().split('/').pop()!;
  await page.request.delete(`/api/jobs/${id}`);
});
