import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { otherPrinter } from '../src/floor/testing';
import { numberedPages, writePdf } from '../src/pdf/made';
import { accessible, fill, FLOOR, openDropped, openJob, openStation, saved, scratch, takeByTyping } from './helpers';

const pdf = (name: string, pages = 8): string => {
  const path = join(scratch, name);
  writePdf(path, numberedPages(pages));
  return path;
};

test('the shop: a stock typed and drawn, taken back, retired; a table of stocks; its own way to write', async ({
  page,
}) => {
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByRole('button', { name: 'New stock' }).click();
  const form = page.getByRole('region', { name: /^New stock/ });
  await fill(form.getByLabel('Name', { exact: true }), 'Lighthouse');
  const mine = page.getByRole('region', { name: /^Lighthouse/ });
  await fill(mine.getByLabel('Size', { exact: true }), '13x19in');
  await fill(mine.getByLabel('Weight'), '216');
  await mine.getByText('Along the short edge').click();
  await mine.getByText('Gloss').click();
  await mine.getByText('Estimated', { exact: true }).click();
  // 216 × 0.8 ÷ 1000
  await expect(mine.getByLabel('Caliper', { exact: true })).toHaveValue('0.173 mm');
  await mine.getByRole('button', { name: /Bought by/ }).click();
  await page.getByRole('option', { name: 'by the thousand' }).click();
  await fill(mine.getByLabel('Price by the thousand'), '125,50');
  await expect(mine).toContainText('12.55 ct a sheet');
  await expect(mine.getByRole('img', { name: /short grain/ })).toBeVisible();
  await accessible(page);
  await page.keyboard.press('Control+z');
  await expect(mine).not.toContainText('12.55 ct a sheet');
  await mine.getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByRole('list', { name: 'In the shop' })).toContainText('retired: jobs keep it');
  await mine.getByRole('button', { name: 'Delete Lighthouse' }).click();
  await expect(page.getByRole('list', { name: 'In the shop' })).not.toContainText('Lighthouse');

  await page.getByRole('button', { name: 'From a CSV' }).click();
  const csv = page.getByRole('dialog', { name: 'Stocks from a CSV' });
  await csv.getByLabel('Table').fill('name,size,gsm,price\nHeron laid,A3,90,4.2\nNothing,Z9,90,4');
  await expect(csv).toContainText('“Z9” is no size');
  await accessible(page);
  await csv.getByRole('button', { name: 'Take 1 stock' }).click();
  await expect(page.getByRole('list', { name: 'In the shop' })).toContainText('Heron laid A3');
  await page.getByRole('button', { name: 'Delete Heron laid' }).click();

  await page.getByText('The shop itself').click();
  await page.getByText('1,234.5', { exact: true }).click();
  await page.getByText('December 11').click();
  await accessible(page);
  await expect(page.locator('[data-sync=saved]')).toBeVisible();
  await openJob(page, 'The borrower’s handbook');
  await expect(page.locator('[data-figure=sheets] [data-value]')).toHaveText('1,417');
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('The shop itself').click();
  await page.getByText('1 234.5', { exact: true }).click();
  await page.getByText('11 December').click();
  await expect(page.locator('[data-sync=saved]')).toBeVisible();
});

test('a press by its address says its figures; a test sheet; a folder as a machine; what changed is asked in its jobs', async ({
  page,
}) => {
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('Presses').click();
  await page.getByRole('button', { name: 'Press by its address' }).click();
  const ask = page.getByRole('dialog', { name: 'A press by its address' });
  await ask.getByPlaceholder('ipp://').fill('ipp://127.0.0.1:9/ipp/print');
  await ask.getByRole('button', { name: 'Ask it' }).click();
  await expect(ask.getByRole('alert')).toContainText('does not answer');
  const uri = FLOOR.replace('http:', 'ipp:');
  await ask.getByPlaceholder('ipp://').fill(`${uri}/ipp/print?second`);
  await ask.getByRole('button', { name: 'Ask it' }).click();
  await expect(ask).toContainText('Tray 2: 320 × 450 mm, 130 g/m², silk');
  await expect(ask).toContainText('margins: left 3, right 4, top 3, bottom 3 mm');
  await fill(ask.getByLabel('Click'), '1,25');
  await accessible(page);
  await ask.getByRole('button', { name: 'Take it into the shop' }).click();
  const press = page.getByRole('region', { name: 'Plover' });
  await expect(press.getByLabel('Not printed, lead edge')).toHaveValue('4 mm');
  await press.getByRole('button', { name: 'Print a test sheet' }).click();
  await expect(page.getByText('A test sheet is on its way to Plover')).toBeVisible();
  await accessible(page);
  await press.getByRole('button', { name: 'Delete Plover' }).click();

  // a folder gets the sheets of a job
  const folder = join(scratch, 'hot');
  mkdirSync(folder);
  await page.getByRole('button', { name: 'By hand', exact: true }).click();
  const fresh = page.getByRole('region', { name: 'New press' });
  await fresh.getByText('Folder', { exact: true }).click();
  await fill(fresh.getByRole('textbox', { name: 'Folder' }), folder);
  await expect(page.locator('[data-sync=saved]')).toBeVisible();
  await openDropped(page, pdf('hot.pdf'));
  const brief = page.getByLabel('Brief');
  await brief.getByRole('button', { name: /^Machine/ }).click();
  await takeByTyping(page, 'new press');
  await expect(brief).toContainText('run on New press');
  await saved(page);
  const send = await openStation(page, 'send');
  await send.getByRole('button', { name: 'Send to New press', exact: true }).click();
  await expect(send.locator('[data-delivery]').first()).toHaveAttribute('data-state', 'completed');
  expect(readdirSync(folder).filter((f) => f.endsWith('.pdf'))).toHaveLength(2);

  // what the shop changes is asked about in the job, and taken by a remedy
  const url = page.url();
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('Presses').click();
  await page.getByRole('button', { name: /^New press/ }).click();
  await fill(fresh.getByLabel('Speed'), '2400');
  await expect(page.locator('[data-sync=saved]')).toBeVisible();
  await page.goto(url);
  const sheet = await openStation(page, 'sheet');
  await expect(sheet).toContainText('New press is not as the shop has it now');
  await sheet.getByRole('button', { name: 'Take the new figures' }).click();
  await expect(sheet).not.toContainText('is not as the shop has it now');
  await saved(page);
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('Presses').click();
  await page.getByRole('button', { name: /^New press/ }).click();
  await fresh.getByRole('button', { name: 'Retire' }).click();
  await expect(page.locator('[data-sync=saved]')).toBeVisible();
});

test('a press of another maker is added by its address with its own figures, and prints what is planned for it', async ({
  page,
}) => {
  const eve = await otherPrinter(join(scratch, 'other'));
  try {
    await page.goto('/shop');
    await page.locator('[data-ready]').waitFor();
    await page.getByText('Presses').click();
    await page.getByRole('button', { name: 'Press by its address' }).click();
    const ask = page.getByRole('dialog', { name: 'A press by its address' });
    await ask.getByPlaceholder('ipp://').fill(eve.uri);
    await ask.getByRole('button', { name: 'Ask it' }).click();
    await expect(ask).toContainText('11 sizes, up to 215.9 × 355.6 mm');
    await expect(ask).toContainText('14 sides a minute');
    await fill(ask.getByLabel('Click'), '2');
    await ask.getByRole('button', { name: 'Take it into the shop' }).click();
    const press = page.getByRole('region', { name: 'Eve' });
    await expect(press.getByLabel('Speed')).toHaveValue('840 sides/h');
    await expect(press.getByLabel('Not printed, lead edge')).toHaveValue('3.4 mm');

    await openDropped(page, pdf('other.pdf'));
    const brief = page.getByLabel('Brief');
    await brief.getByRole('button', { name: /^Machine/ }).click();
    await takeByTyping(page, 'eve');
    await brief.getByRole('button', { name: /^Stock/ }).click();
    await takeByTyping(page, 'wove 80 a4');
    await brief.getByRole('button', { name: /^Copies/ }).click();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await saved(page);
    const send = await openStation(page, 'send');
    await send.getByRole('button', { name: 'Send to Eve', exact: true }).click();
    await expect(send.locator('[data-delivery]').first()).toHaveAttribute('data-state', 'completed', {
      timeout: 120_000,
    });
    // two sheets of A4, both sides of each
    const [printed, ...more] = eve.printed();
    expect(more).toEqual([]);
    const told = execFileSync('pdfinfo', [printed!], { encoding: 'utf8' });
    expect(told).toMatch(/^Pages: +4$/m);
    expect(told).toMatch(/^Page size: .*\(A4\)$/m);
  } finally {
    await eve.stop();
  }
});
