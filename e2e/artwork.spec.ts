import { expect, test } from '@playwright/test';
import { CARD_FILES, writeCards } from '../src/pdf/testing-cards';
import { accessible, dropFiles, exported, fill, openDropped, openStation, saved, scratch } from './helpers';

test('seven unlike files of one card become one run without a click, and single jobs again with one', async ({
  page,
}) => {
  const paths = await writeCards(scratch);
  await page.goto('/');
  await dropFiles(page, paths);
  const arriving = page.getByRole('region', { name: 'Arriving files' });
  await expect(arriving.getByText('7 files are cards of one size')).toBeVisible({ timeout: 60_000 });
  await accessible(page);
  const run = arriving.getByRole('link', { name: /^8 cards/ });
  await run.click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('8 cards: without bleed and others');
  const brief = page.getByLabel('Brief');
  await expect(brief).toContainText('85 × 55');
  await expect(page.getByText('has no bleed')).toHaveCount(0);
  const { sides } = await exported(page, 'seven-cards');
  const words = sides.flatMap((s) => s.words.map((w) => w.text));
  // what stood on the cards is there
  for (const word of ['plain', 'upright', 'marked', 'somewhere', 'turned', 'first', 'second'])
    expect(words, word).toContain(word);
  await page.goto('/');
  await page.locator('[data-ready]').waitFor();
  await expect(page.getByRole('link', { name: 'With marks', exact: true })).toHaveCount(0);
});

test('files dropped together that are taken apart again are jobs of their own', async ({ page }) => {
  const paths = (await writeCards(scratch)).slice(0, 3);
  expect(Object.keys(CARD_FILES)).toHaveLength(6);
  await page.goto('/');
  await dropFiles(page, paths);
  const arriving = page.getByRole('region', { name: 'Arriving files' });
  await expect(arriving.getByText('3 files are cards of one size')).toBeVisible({ timeout: 60_000 });
  await arriving.getByRole('button', { name: 'As 3 jobs' }).click();
  await expect(arriving.getByText('3 files are cards of one size')).toHaveCount(0);
  await arriving.getByRole('link', { name: 'Open' }).nth(2).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('With marks');
  // found between its marks, by itself as well
  await openStation(page, 'artwork');
  await expect(page.getByText(/was found between its crop marks/).first()).toBeVisible();
});

test('a box is dragged and typed for pages of a range, and taken back', async ({ page }) => {
  const paths = await writeCards(scratch);
  await openDropped(page, paths[3]!);
  await expect(page.getByLabel('Brief')).toContainText('85 × 55');
  await page.keyboard.press('3');
  await page.getByText('One page', { exact: true }).click();
  const size = page.getByLabel('Size of the box');
  await expect(size).toHaveValue('85 × 55 mm');
  await accessible(page);
  // the right edge as far as the ink goes: held there, 3 mm further
  const grip = page.locator('[data-grip="1 0"]');
  const { x, y, width, height } = (await grip.boundingBox())!;
  const scale = (await page.locator('[data-box=trim]').boundingBox())!.width / 85;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(x + width / 2 + 3.4 * scale, y + height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(size).toHaveValue('88 × 55 mm');
  await page.keyboard.press('Control+z');
  await expect(size).toHaveValue('85 × 55 mm');
  await fill(page.getByLabel('For pages'), '1-2-3');
  await expect(page.getByText('is no range of pages')).toBeVisible();
  await fill(page.getByLabel('For pages'), 'odd');
  await fill(size, '3x2in');
  await expect(size).toHaveValue('76.2 × 50.8 mm');
  await fill(page.getByLabel('Margin at the left'), '2in');
  await expect(page.getByLabel('Box from the left')).toHaveValue('50.8 mm');
  await page
    .getByRole('radio', { name: '180°' })
    .or(page.getByText('180°', { exact: true }))
    .first()
    .click();
  await saved(page);
  await page.getByRole('button', { name: 'The file’s own again' }).click();
  await expect(size).toHaveValue('85 × 55 mm');
});
