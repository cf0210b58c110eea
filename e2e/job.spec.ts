import { expect, test } from '@playwright/test';
import { accessible, figure, fill, openJob, openStation, saved } from './helpers';

test('the handbook lies on the table as the press turns it, and is read through in the dummy', async ({ page }) => {
  await openJob(page, 'The borrower’s handbook');
  const table = page.locator('[aria-label^="Light table"]');
  await expect(page.getByLabel('Brief')).toContainText('400 copies of a 28-page, saddle-stitched booklet, A5 upright');
  await expect(table).toHaveAttribute('aria-label', 'Light table: sheet 1 of 7, front');
  // two up: the outer sheet carries the covers, twice
  await expect(
    table
      .getByRole('img', { name: 'front: pages 1, 28, 1, 28' })
      .or(table.getByRole('img', { name: 'front: pages 28, 1, 28, 1' })),
  ).toBeVisible();
  await expect
    .poll(() =>
      table
        .locator('image')
        .first()
        .evaluate((i: SVGImageElement) => i.getBoundingClientRect().width),
    )
    .toBeGreaterThan(50);
  const [picture] = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter((r) => r.name.includes('/pages/'))
      .map((r) => r.name),
  );
  expect(picture).toBeDefined();
  await accessible(page);

  await page.keyboard.press('f');
  await expect(table).toHaveAttribute('data-turned', 'true');
  await expect(table).toHaveAttribute('aria-label', /back/);
  await page.keyboard.press('x');
  await expect(page.getByRole('button', { name: 'See through' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('x');
  await table.focus();
  await page.keyboard.press('ArrowRight');
  await expect(table).toHaveAttribute('data-sheet', '2');
  await page.getByRole('button', { name: 'Sheet 7, front' }).click();
  await expect(table).toHaveAttribute('aria-label', 'Light table: sheet 7 of 7, front');

  // zooming to the pointer keeps what is under it, and fit brings the sheet back
  const box = (await table.boundingBox())!;
  const image = table.locator('svg').first();
  // the sheet has come over before it is measured
  await page.waitForTimeout(700);
  const before = (await image.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.wheel(0, -400);
  await expect.poll(async () => (await image.boundingBox())!.width).toBeGreaterThan(before.width * 1.2);
  await page.getByRole('button', { name: 'Fit the sheet' }).click();
  await expect.poll(async () => Math.round((await image.boundingBox())!.width)).toBe(Math.round(before.width));

  await page.keyboard.press('2');
  const opening = page.getByTestId('opening');
  await expect(opening).toHaveText('Front cover');
  await page.getByRole('button', { name: 'Turn on' }).click();
  await expect(opening).toHaveText('Pages 2 and 3');
  await page.locator('[aria-label^="Dummy"]').focus();
  await page.keyboard.press('ArrowRight');
  await expect(opening).toHaveText('Pages 4 and 5');
  await page.keyboard.press('End');
  await expect(opening).toHaveText('Back cover');
  await fill(page.getByRole('textbox', { name: 'Open at page' }), '14');
  await expect(opening).toHaveText('Pages 14 and 15');
  // six sheets round the innermost of 0.104 mm
  await expect(page.getByText(/Creep 0.62 mm/)).toBeVisible();
  await accessible(page);
});

test('words of the brief and fields replan at once, each figure shows its sum', async ({ page }) => {
  await openJob(page, 'The borrower’s handbook');
  await page.getByRole('button', { name: 'Copies: 400' }).click();
  await fill(page.getByRole('dialog').getByLabel('Copies'), '2*250');
  await expect(page.getByLabel('Brief')).toContainText('500 copies');
  // 500 ÷ 2 up = 250 × 7 = 1750; spoilage 3 + 1 % = 20.5 → 21
  await expect(figure(page, 'sheets')).toHaveText('1\u2009771');
  await page.locator('[data-figure=sheets]').click();
  await expect(page.getByText('1\u2009750 good + 21 spoilage = 1\u2009771')).toBeVisible();
  await page.getByRole('button', { name: 'All figures' }).click();
  for (const key of ['up', 'sheetsPerCopy', 'spoilage', 'waste', 'paper', 'clicks', 'printTime', 'finishTime'])
    await expect(figure(page, key)).toBeVisible();

  const product = await openStation(page, 'product');
  await fill(product.getByLabel('Bleed'), '1/8in');
  await expect(page.getByLabel('Brief')).toContainText('3.175 mm bleed');
  await product.getByLabel('Bleed').fill('three');
  await product.getByLabel('Bleed').press('Enter');
  await expect(product.getByRole('alert')).toContainText('is not a length');
  await product.getByLabel('Bleed').press('Escape');
  await product.getByText('Right', { exact: true }).click();
  await expect(page.getByLabel('Brief')).toContainText('bound on the right');
  await page.getByRole('button', { name: /change to inches/ }).click();
  await expect(page.getByLabel('Brief')).toContainText('0.125 in bleed');
  await page.getByRole('button', { name: /change to millimetres/ }).click();

  const marks = await openStation(page, 'marks');
  await marks.locator('label', { hasText: 'Crop marks' }).click();
  await saved(page);
  await expect(page.getByRole('button', { name: 'Undo: crop marks off' })).toBeEnabled();

  // everything back, one by one, across a reload
  await page.reload();
  for (const said of ['crop marks off', 'bound right', 'bleed 3.175 mm', '500 copies'])
    await page.getByRole('button', { name: `Undo: ${said}` }).click();
  await expect(page.getByLabel('Brief')).toContainText('400 copies');
  await expect(page.getByLabel('Brief')).toContainText('bound on the left, 3 mm bleed');
  await page.getByRole('button', { name: 'Redo: 500 copies' }).click();
  await expect(page.getByLabel('Brief')).toContainText('500 copies');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Brief')).toContainText('400 copies');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await accessible(page);
});

test('two windows do not overwrite each other unseen', async ({ page, context }) => {
  await openJob(page, 'Volunteer roster');
  const other = await context.newPage();
  await other.goto(page.url());
  await openStation(page, 'product');
  await openStation(other, 'product');
  // the other window follows
  await fill(page.locator('[data-station=product]').getByLabel('Copies'), '36');
  await expect(other.getByLabel('Brief')).toContainText('36 copies');

  // cut off from what happens, it changes another wish: both are kept
  await other.addInitScript(() => {
    class Deaf {
      addEventListener(): void {
        // nothing is heard
      }
      close(): void {
        // nothing was open
      }
    }
    Object.assign(window, { SharedWorker: undefined, EventSource: Deaf });
  });
  await other.reload();
  await openStation(other, 'product');
  await fill(page.locator('[data-station=product]').getByLabel('Copies'), '37');
  await saved(page);
  await fill(other.locator('[data-station=product]').getByLabel('Bleed'), '2');
  await expect(other.getByText('both changes are kept')).toBeVisible();
  await expect(other.getByLabel('Brief')).toContainText('37 copies');
  await expect(other.getByLabel('Brief')).toContainText('2 mm bleed');
  await saved(other);

  // the same wish in both: the operator is asked
  await page.reload();
  await openStation(page, 'product');
  await fill(page.locator('[data-station=product]').getByLabel('Copies'), '40');
  await saved(page);
  await fill(other.locator('[data-station=product]').getByLabel('Copies'), '50');
  const asked = other.getByRole('dialog', { name: 'Changed in two windows' });
  await expect(asked.getByRole('row', { name: 'product copies 40 50' })).toBeVisible();
  await accessible(other);
  await asked.getByRole('button', { name: 'Take mine' }).click();
  await expect(other.getByLabel('Brief')).toContainText('50 copies');
  await saved(other);
  for (let i = 0; i < 5; i++) await other.getByRole('button', { name: /^Undo: / }).click();
  await expect(other.getByLabel('Brief')).toContainText('35 copies');
});

test('what is done while the server does not answer is kept and saved after', async ({ page, context }) => {
  await openJob(page, 'Volunteer roster');
  await context.route('**/changes', (r) => r.abort());
  await openStation(page, 'product');
  await fill(page.locator('[data-station=product]').getByLabel('Copies'), '77');
  await expect(page.getByText('Not saved yet')).toBeVisible();
  await expect(page.getByLabel('Brief')).toContainText('77 copies');
  await context.unroute('**/changes');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Brief')).toContainText('77 copies');
  await page.getByRole('button', { name: 'Undo: 77 copies' }).click();
  await expect(page.getByLabel('Brief')).toContainText('35 copies');
});

test('creep is corrected as one likes, and every sheet’s shift can be read', async ({ page }) => {
  await openJob(page, 'The borrower’s handbook');
  const product = await openStation(page, 'product');
  await product.getByText('Shift of every leaf').click();
  const rows = product.getByRole('row');
  // six sheets of 0.104 mm round the innermost
  await expect(rows.last()).toHaveText('70.62 mm0.62 mm');
  await product.getByRole('button', { name: /Creep/ }).click();
  await page.getByRole('option', { name: 'Half of each' }).click();
  await expect(rows.last()).toHaveText('70.62 mm0.31 mm');
  await expect(rows.nth(1)).toHaveText('10 mm-0.31 mm');
  await product.getByRole('button', { name: /Creep/ }).click();
  await page.getByRole('option', { name: 'Inner pages narrower' }).click();
  await expect(rows.last()).toHaveText('70.62 mm0.42 %');
  await fill(product.getByLabel('Creep measured'), '12');
  await expect(rows.last()).toHaveText('712 mm8.11 %');
  await product.getByRole('button', { name: /Creep/ }).click();
  await page.getByRole('option', { name: 'Left alone' }).click();
  const finding = page.locator('[data-finding=creep]');
  await expect(finding).toContainText('The trim takes 12 mm of pages at the face');
  await finding.getByRole('button', { name: /Make inner pages narrower/ }).click();
  await expect(finding).toHaveCount(0);
  await page.keyboard.press('2');
  await fill(page.getByRole('textbox', { name: 'Open at page' }), '14');
  await expect(page.getByText(/Creep 12 mm: trimmed to 136 mm, page made narrower/)).toBeVisible();
  await accessible(page);
  await saved(page);
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
});
