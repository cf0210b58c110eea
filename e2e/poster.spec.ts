import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { numberedPages, writePdf } from '../src/pdf/made';
import {
  accessible,
  atEachSize,
  exported,
  figure,
  fill,
  openDropped,
  openJob,
  openStation,
  saved,
  scratch,
} from './helpers';

/** Posters in the real interface: the demonstration's tide table, its PDF read back; artwork larger than any sheet, dropped. */

const MM = 72 / 25.4;
const undo = (page: Page) => page.getByRole('button', { name: /^Undo: / }).click();
const brief = (page: Page) => page.getByLabel('Brief');
const joint = (page: Page, name: string) => page.getByRole('slider', { name: `Joint ${name}` });

test('the tide table: six panels, joints dragged and moved by keys as far as they go, put into quiet places', async ({
  page,
}) => {
  await openJob(page, 'Tide table for the wall');
  await expect(brief(page)).toContainText(
    '12 copies of a poster, A1 upright, in 6 panels, 2 across and 3 down, overlapping by 20 mm',
  );
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText('Nothing against it');
  await page.keyboard.press('3');
  await expect(page.getByRole('button', { name: 'Panel C2' })).toBeVisible();
  await accessible(page, 'the wall');
  const first = joint(page, '1 from the left');
  await expect(first).toHaveAttribute('aria-valuetext', '287 mm');
  // dragged past its limit it stays there; what it comes to is said meanwhile, and Escape takes it back
  const box = (await first.boundingBox())!;
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(box.x + 600, box.y + 12, { steps: 4 });
  await expect(page.locator('[data-dragged]')).toContainText('seen beside it');
  const most = Number(await first.getAttribute('aria-valuemax'));
  await expect(first).toHaveAttribute('aria-valuenow', String(most));
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(first).toHaveAttribute('aria-valuetext', '287 mm');
  await first.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(first).toHaveAttribute('aria-valuetext', '298 mm');
  await saved(page);
  await page.getByRole('button', { name: 'Panels of one size' }).click();
  await expect(first).toHaveAttribute('aria-valuetext', '287 mm');
  await page.getByRole('button', { name: 'Joints into quiet places' }).click();
  await expect(page.getByText(/% quieter along the joints/)).toBeVisible();
  await expect(first).not.toHaveAttribute('aria-valuetext', '287 mm');
  await saved(page);
  const { sides } = await exported(page, 'tides');
  // a side for every panel; the lettering stands whole on one
  expect(sides).toHaveLength(6);
  expect(sides[0]!.words.map((w) => w.text).join(' ')).toContain('High water');
});

test('a panel is printed first, left off, put on another stock, and lifted off the wall', async ({ page }) => {
  await openJob(page, 'Tide table for the wall');
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Panel B2' }).click();
  await page.getByText('First', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'Panel B2, printed as number 1' })).toBeVisible();
  await page.getByText('Printed', { exact: true }).click();
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText('1 panel of 6 is not printed');
  await expect(brief(page)).toContainText('1 of them off');
  await undo(page);
  await undo(page);
  await page.getByRole('button', { name: 'Stock of panel B2' }).click();
  await page
    .getByRole('option', { name: /Harbour board 250 SRA3/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Sheet 4, front' })).toBeVisible();
  await undo(page);
  await page.keyboard.press('2');
  const panel = page.getByRole('button', { name: 'Panel A1, hanging' });
  await panel.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Panel A1, lifted' })).toBeVisible();
  await atEachSize(page, (size) => accessible(page, `a poster hung at ${size}`));
});

test('artwork larger than any sheet is a poster; size, overlap and panels are changed where they are said', async ({
  page,
}) => {
  const path = join(scratch, 'wall.pdf');
  writePdf(path, numberedPages(1, 900 * MM, 600 * MM, 3 * MM));
  await openDropped(page, path);
  await expect(brief(page)).toContainText('1 copy of a poster, 900 × 600 mm, in ');
  const product = await openStation(page, 'product');
  await fill(product.getByLabel('As large as so many sheets'), '6');
  await expect(brief(page)).toContainText('in 6 panels');
  await fill(product.getByLabel('Overlap', { exact: true }), '400');
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText('leaves nothing of a panel');
  await product.getByRole('button', { name: /^Overlap of 20 mm/ }).click();
  await expect(page.getByRole('status', { name: 'Foremost finding' })).not.toContainText('leaves nothing');
  await fill(product.getByLabel('Panels across'), '5');
  await expect(brief(page)).toContainText('5 across');
  await fill(product.getByLabel('Panels across'), 'as it takes');
  const sheet = await openStation(page, 'sheet');
  await sheet.getByText('Stocks compared').click();
  await expect(sheet.getByRole('table', { name: 'Stocks compared' }).getByRole('row').nth(2)).toBeVisible();
  await sheet.getByText('Sheets by overlap').click();
  await expect(sheet.getByRole('group', { name: /^Overlaps as bars/ })).toBeVisible();
  await page.getByRole('button', { name: 'All figures' }).click();
  await expect(figure(page, 'panels')).toHaveText('6');
});
