import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { numberedPages, wordsOf, writePdf } from '../src/pdf/made';
import { accessible, dropFiles, FLOOR, fill, openBoard, openJob, openStation, saved, scratch } from './helpers';

/** Orders from the stand-in order system and from tickets dropped, to imposed forms and the layout that goes on. */

const MM = 72 / 25.4;
const waiting = (page: Page) => page.getByRole('region', { name: 'Orders waiting for artwork' });
const order = (page: Page, number: string) => waiting(page).locator(`[data-order="${number}"]`);

/** Sends an order from the stand-in order system. */
async function sendFrom(page: Page, number: string, as: string): Promise<void> {
  await page.goto(`${FLOOR}/orders`);
  await page.getByRole('button', { name: `${as} of ${number}`, exact: true }).click();
  await expect(page.locator(`tr[data-number="${number}"]`)).toContainText(`sent as ${as}: waits for its artwork`);
}

test('seven posters, from a ticket to seven imposed PDFs and an XJDF', async ({ page }) => {
  await sendFrom(page, '26-118', 'XJDF');
  await openBoard(page);
  await expect(order(page, '26-118')).toContainText('Berth notices');
  await expect(order(page, '26-118')).toContainText('7 forms, 300 + 200 + 300 + 300 + 150 + 300 + 300');
  await accessible(page, 'orders that wait');
  // the artwork is called as the ticket says
  const artwork = join(scratch, 'berth-notices.pdf');
  writePdf(artwork, numberedPages(7, 350 * MM, 500 * MM));
  await dropFiles(page, [artwork]);
  const arrival = page.locator('[data-arrival=done]').first();
  await expect(arrival).toContainText('for order 26-118');
  await expect(waiting(page)).toHaveCount(0);
  await arrival.getByRole('link', { name: 'Open' }).click();
  const brief = page.getByLabel('Brief');
  await expect(brief).toContainText(/1.850 in all of 7 one-sided prints, 350 × 500 mm/);
  await expect(brief).toContainText('run on Curlew, offset in 4/0, for Gullcroft Harbour Office');
  await openStation(page, 'send');

  const zipped = page.waitForEvent('download');
  await page.getByRole('button', { name: '7 forms, a PDF each' }).click();
  const zip = join(scratch, 'forms.zip');
  await (await zipped).saveAs(zip);
  const forms = Object.entries(unzipSync(readFileSync(zip)));
  expect(forms.map(([name]) => name)).toEqual([1, 2, 3, 4, 5, 6, 7].map((n) => `form-${n}.pdf`));

  const written = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Layout XJDF' }).click();
  const layout = join(scratch, 'notices.xjdf');
  await (await written).saveAs(layout);
  const xjdf = readFileSync(layout, 'utf8');
  const runs = [...xjdf.matchAll(/<PartAmount Amount="(\d+)"/g)].map((m) => Number(m[1]));
  expect(runs).toEqual([300, 200, 300, 300, 150, 300, 300]);
  // the paper of 740 × 520 mm in the middle of a plate of 770 × 620, 43 mm behind its lead edge
  const curve = /TransferCurveName="Paper"\/>\s*<TransferCurve CTM="([^"]+)"/.exec(xjdf)![1]!.split(' ').map(Number);
  expect(curve.map((v) => Math.round((v * 10) / MM) / 10)).toEqual([0.4, 0, 0, 0.4, 15, 43]);
  const boxes = [...xjdf.matchAll(/Ord="(\d)"[^>]*ClipBox="([^"]+)"/g)];
  expect(boxes.map((m) => Number(m[1]))).toEqual([0, 1, 2, 3, 4, 5, 6]);
  forms.forEach(([name, bytes], i) => {
    const file = join(scratch, name);
    writeFileSync(file, bytes);
    expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain('No syntax');
    expect(wordsOf(file)[0]!.words.map((w) => w.text)).toContain(String(i + 1));
    // where the layout says that the page lies on the plate, the PDF has it: its boxes begin at the paper's corner
    const info = execFileSync('pdfinfo', ['-box', file], { encoding: 'utf8' });
    const box = (of: string) =>
      new RegExp(`${of}: +([-\\d.]+) +([-\\d.]+) +([-\\d.]+) +([-\\d.]+)`).exec(info)!.slice(1).map(Number);
    const media = box('MediaBox');
    const bleed = box('BleedBox').map((v, k) => v - media[k % 2]!);
    const said = boxes[i]![2]!.split(' ').map(Number);
    for (const k of [0, 1, 2, 3]) expect(said[k]).toBeCloseTo(bleed[k]!, 1);
  });

  // what was ordered and what is made are compared
  await openStation(page, 'product');
  await fill(page.getByRole('textbox', { name: 'Copies' }).first(), '310');
  await saved(page);
  const finding = page.getByText('The quantity is not as ordered').first();
  await expect(finding).toBeVisible();
  await page
    .getByRole('button', { name: /Make the runs ordered/ })
    .first()
    .click();
  await expect(finding).toHaveCount(0);

  await page.goto(`${FLOOR}/orders`);
  await page.getByRole('button', { name: 'Fetch layout of 26-118' }).click();
  await expect(page.locator('tr[data-number="26-118"]')).toContainText('layout: 7 sheets, 7 pages placed');
});

test('tickets dropped wait as orders; one takes the file let go on it, one is put off and back; bad ones say why', async ({
  page,
}) => {
  const csv = join(scratch, 'week.csv');
  writeFileSync(
    csv,
    'number;title;kind;copies;width;height\r\nT-1;Chart cards;flat;120;105;148\r\nT-2;Mooring list;bound;30;148;210\r\n',
  );
  const bad = join(scratch, 'bad.csv');
  writeFileSync(bad, 'number;copies\r\nT-3;plenty\r\n');
  await openBoard(page);
  await dropFiles(page, [bad, csv]);
  await expect(page.locator('[data-arrival=failed]')).toContainText(
    'Row 2: copies says “plenty”. It takes a whole number.',
  );
  await expect(page.locator('[data-arrival=done]')).toContainText('2 orders wait for their artwork');
  await expect(order(page, 'T-1')).toContainText('120 copies · 105 × 148 mm');

  const artwork = join(scratch, 'unnamed.pdf');
  writePdf(artwork, numberedPages(8));
  const chosen = page.waitForEvent('filechooser');
  await order(page, 'T-2').getByRole('button', { name: 'Artwork for order T-2' }).click();
  await (await chosen).setFiles(artwork);
  await expect(page.locator('[data-arrival=done]').filter({ hasText: 'for order T-2' })).toBeVisible();
  await expect(order(page, 'T-2')).toHaveCount(0);

  await order(page, 'T-1').getByRole('button', { name: 'Take order T-1 off the list' }).click();
  await expect(waiting(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(order(page, 'T-1')).toBeVisible();
  await order(page, 'T-1').getByRole('button', { name: 'Take order T-1 off the list' }).click();
  await expect(waiting(page)).toHaveCount(0);
  // what an order is called is found on the board
  await page.getByRole('searchbox').fill('T-2');
  await expect(page.getByRole('link', { name: 'Mooring list', exact: true })).toBeVisible();
});

test('a proof of the plates on a smaller machine: as a file, and as a job of its own', async ({ page }) => {
  await openJob(page, 'Seven harbour notices, offset');
  await openStation(page, 'send');
  await page.getByRole('button', { name: 'Proof elsewhere…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Proof elsewhere' });
  await expect(dialog.getByRole('status')).toContainText(/^7 pages, at \d+(\.\d)? % of its size\./);
  await accessible(page, 'the proof');
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Export the proof' }).click();
  const file = join(scratch, 'proof.pdf');
  await (await download).saveAs(file);
  const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  expect(text.match(/Proof, not for print · Seven harbour notices, offset · sheet \d, front · \d+/g)).toHaveLength(7);

  await page.getByRole('button', { name: 'Proof elsewhere…' }).click();
  await dialog.getByText('In panels').click();
  await expect(dialog.getByRole('status')).toContainText(/^\d+ pages, at 100 % of its size\./);
  await dialog.getByText('Whole, made smaller').click();
  await dialog.getByRole('button', { name: /^A job for / }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Proof of Seven harbour notices, offset');
  await expect(page.getByLabel('Brief')).toContainText('ready-imposed job');
  await expect(page.getByRole('status', { name: 'Foremost finding' })).not.toContainText(
    /blank|does not fit|not be printed/,
  );
  await expect(page.locator('[data-severity=stop]')).toHaveCount(0);
});
