import { expect, test } from '@playwright/test';
import { run } from '../src/pdf/made';
import { accessible, exported, openJob, openStation, saved } from './helpers';

test('a die line prints on the sheet ahead alone, and the ink is looked at closely', async ({ page }) => {
  await openJob(page, 'Key tags, die cut');
  await expect(page.getByText('goes ahead, printed once')).toBeVisible();
  await openStation(page, 'artwork');
  await expect(page.getByText('“Die line” prints on a sheet ahead alone')).toBeVisible();
  const { file, sides } = await exported(page, 'key-tags');
  // a front and nothing behind it, twice: 32 tags on each
  expect(sides).toHaveLength(2);
  for (const side of sides) expect(side.words.filter((w) => w.text === 'Chest')).toHaveLength(32);
  const inks = (nth: number): string => {
    const one = `${file}.${nth}.pdf`;
    run('qpdf', file, '--pages', '.', String(nth), '--', '--qdf', '--object-streams=disable', one);
    return run('strings', one);
  };
  expect(inks(1)).toContain('/Die#20line');
  expect(inks(2)).not.toContain('/Die#20line');
  await page.getByText('Pages', { exact: true }).click();
  await page.getByText('One page', { exact: true }).click();
  await page.getByText('Inks', { exact: true }).click();
  const whole = page.getByRole('img', { name: 'Page 1 in its inks', exact: true });
  await expect(page.getByText(/Most ink in one place/)).toBeVisible({ timeout: 30_000 });
  await whole.click({ position: { x: 60, y: 60 } });
  await expect(page.getByRole('img', { name: 'Page 1 in its inks, closely' })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('12 mm across')).toBeVisible();
  await page.getByRole('button', { name: 'To the right', exact: true }).click();
  await expect(page.getByText('12 mm across')).toBeVisible({ timeout: 30_000 });
  await accessible(page);
  await page.getByRole('button', { name: 'Whole page' }).click();
  await expect(whole).toBeVisible();
});

test('scans are set straight by a click, and undone by one', async ({ page }) => {
  await openJob(page, 'Loan cards, scanned');
  await openStation(page, 'artwork');
  const finding = page.getByRole('button', { name: 'Scans lie crooked · 3' });
  await finding.click({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Set straight', exact: true }).click();
  await saved(page);
  await expect(finding).toContainText('set straight where they are printed');
  await expect(page.getByRole('button', { name: 'Set straight', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Set straight', exact: true })).toBeVisible();
});

test('a page has more pieces, or fewer, each with boxes of its own', async ({ page }) => {
  await openJob(page, 'Loan cards, scanned');
  await page.getByText('Pages', { exact: true }).click();
  await page.getByText('One page', { exact: true }).click();
  const trim = page.getByLabel('Size of the box');
  const own = await trim.inputValue();
  await page.getByRole('button', { name: 'One more piece' }).click();
  await expect(page.getByText('of 2', { exact: true })).toBeVisible();
  await trim.fill('60x40');
  await trim.press('Enter');
  await expect(trim).toHaveValue('60 × 40 mm');
  await page.locator('[data-piece="1"]').dispatchEvent('pointerdown');
  await expect(trim).toHaveValue(own);
  await saved(page);
  await accessible(page);
  await page.getByRole('button', { name: 'Without this one' }).click();
  await expect(trim).toHaveValue('60 × 40 mm');
  await expect(page.getByText('of 2', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(trim).toHaveValue(own);
});
