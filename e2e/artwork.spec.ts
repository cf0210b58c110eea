import { expect, test } from '@playwright/test';
import { CARD_FILES, writeCards } from '../src/pdf/testing-cards';
import { accessible, dropFiles, exported, openStation, scratch } from './helpers';

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
