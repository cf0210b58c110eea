import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import * as mupdf from 'mupdf';
import { root } from './lib/project.mjs';

/** Makes the pictures in docs/screenshots from a running application with fresh demo data. Leaves its jobs as they were. */
const base = process.env.SPARROW_URL ?? 'http://127.0.0.1:4380';
const floor = process.env.FLOOR_URL ?? 'http://127.0.0.1:4382';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shot = async (/** @type {string} */ name) => {
  await page.waitForTimeout(1200);
  await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
};
const open = async (/** @type {string} */ title) => {
  await page.goto(base);
  await page.locator('[data-ready]').waitFor();
  // what is far down the board is not drawn until it is looked for
  await page.getByRole('searchbox').fill(title);
  await page.getByRole('link', { name: title, exact: true }).click();
  await page.locator('[aria-label^="Light table"]').waitFor();
};
const station = async (/** @type {string} */ name) => {
  const button = page.locator(`[data-station=${name}]`).getByRole('button').first();
  if ((await button.getAttribute('aria-expanded')) !== 'true') await button.click();
};

/** The tide almanac as its customer sends it once more: a page less, and a tide that was wrong. */
function corrected() {
  const file = join(process.env.ODD_SPARROW_DATA ?? join(root, 'var'), 'demo/tide-almanac.pdf');
  const doc = /** @type {import('mupdf').PDFDocument} */ (mupdf.Document.openDocument(readFileSync(file), file));
  const at = doc.findPage(8);
  const contents = doc.newArray();
  const before = at.get('Contents');
  if (before.isArray()) before.forEach((part) => contents.push(part));
  else contents.push(before);
  contents.push(doc.addStream('q 0.93 0.85 0.72 rg 96 322 70 11 re f Q', doc.newDictionary()));
  at.put('Contents', contents);
  doc.deletePage(19);
  const out = join(mkdtempSync(join(tmpdir(), 'sparrow-shots-')), 'tide-almanac-corrected.pdf');
  writeFileSync(out, doc.saveToBuffer('garbage=1').asUint8Array());
  return out;
}

/** A card of the demonstration as some programs send it: on a larger page, with marks, bars and its name, and no trim box. */
function marked() {
  const file = join(process.env.ODD_SPARROW_DATA ?? join(root, 'var'), 'demo/staff-cards.pdf');
  const doc = /** @type {import('mupdf').PDFDocument} */ (mupdf.Document.openDocument(readFileSync(file), file));
  while (doc.countPages() > 1) doc.deletePage(1);
  const at = doc.findPage(0);
  const trim = at.get('TrimBox');
  const side = (/** @type {number} */ i) => trim.get(i).asNumber();
  const [x0, y0, x1, y1] = [side(0), side(1), side(2), side(3)];
  const room = 60;
  for (const box of ['TrimBox', 'BleedBox', 'CropBox', 'ArtBox']) at.delete(box);
  at.put('MediaBox', [x0 - room, y0 - room - 20, x1 + room, y1 + room]);
  /** @param {number[]} p */
  const line = (...p) => `${p[0]} ${p[1]} m ${p[2]} ${p[3]} l S `;
  let marks = 'q 0 0 0 1 K 0.35 w ';
  for (const x of [x0, x1]) marks += line(x, y0 - 12, x, y0 - 30) + line(x, y1 + 12, x, y1 + 30);
  for (const y of [y0, y1]) marks += line(x0 - 12, y, x0 - 30, y) + line(x1 + 12, y, x1 + 30, y);
  ['1 0 0 0', '0 1 0 0', '0 0 1 0', '0 0 0 1'].forEach((ink, i) => {
    marks += `${ink} k ${x0 + 40 + 16 * i} ${y0 - 56} 14 10 re f `;
  });
  const contents = doc.newArray();
  const before = at.get('Contents');
  if (before.isArray()) before.forEach((part) => contents.push(part));
  else contents.push(before);
  contents.push(doc.addStream(`${marks}Q`, doc.newDictionary()));
  at.put('Contents', contents);
  const out = join(mkdtempSync(join(tmpdir(), 'sparrow-shots-')), 'keeper-of-the-loft.pdf');
  writeFileSync(out, doc.saveToBuffer('garbage=1').asUint8Array());
  return out;
}

await page.goto(base);
await page.locator('[data-ready]').waitFor();
await shot('jobs');
await page.goto(`${base}/shop`);
await page.locator('[data-ready]').waitFor();
await page.getByRole('button', { name: /^Kelp recycled 115/ }).click();
await shot('shop');
await open('The borrower’s handbook');
await shot('sheet');
await page.keyboard.press('2');
await page.getByRole('button', { name: 'Turn on' }).click();
await page.waitForTimeout(800);
await page.getByRole('button', { name: 'Turn on' }).click();
await shot('dummy');
await open('Harbour postcards');
await station('artwork');
await page.keyboard.press('3');
await page.getByText('One page', { exact: true }).click();
await page.getByText('Before, after').click();
await page.getByText('Black and greys in black alone').scrollIntoViewIfNeeded();
await page.waitForTimeout(2500);
await shot('colours');
await open('Annual report');
await page.keyboard.press('2');
await page.getByText('Unfold', { exact: true }).click();
await page.getByRole('slider').fill('1.45');
await shot('unfold');
await open('Workshop manual');
await page.keyboard.press('3');
await page.getByRole('option').nth(2).click();
await shot('pages');
await page.goto(base);
await page.locator('[data-ready]').waitFor();
await page.locator('input[type=file]').first().setInputFiles(marked());
await page.locator('[data-arrival=done]').first().getByRole('link', { name: 'Open' }).click();
await page.locator('[aria-label^="Light table"]').waitFor();
await station('artwork');
await page.keyboard.press('3');
await page.getByText('One page', { exact: true }).click();
await page.locator('[data-grip]').first().waitFor();
await page.waitForTimeout(1500);
await shot('page');
await open('Signal flags, offset');
await station('artwork');
await page.keyboard.press('3');
await page.getByText('One page', { exact: true }).click();
await page.getByText('Inks', { exact: true }).click();
await page.getByRole('button', { name: 'Only Gull Rust' }).waitFor();
await page.getByLabel('Width of traps into black').scrollIntoViewIfNeeded();
await page.waitForTimeout(1500);
{
  // the pointer over the disc, so that the read-out is seen
  const box = await page.getByRole('img', { name: 'Page 1 in its inks' }).boundingBox();
  const { x, y, width, height } = box ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(x + 0.64 * width, y + 0.35 * height);
}
await shot('inks');
await open('Staff cards, five people');
await station('sheet');
await page.getByText('Ways to lay it compared').click();
await page.getByRole('list', { name: 'Ways to lay it' }).scrollIntoViewIfNeeded();
await shot('flat-sheet');
await open('Bench labels');
await page.keyboard.press('4');
await page.getByRole('list', { name: 'Cuts' }).getByRole('button').nth(6).click();
await page.waitForTimeout(600);
await shot('knife');
await open('Coupons, stub to tear off');
await station('finish');
await page.keyboard.press('4');
await shot('slitter');
await open('Seven harbour notices, offset');
await station('marks');
await page.getByRole('button', { name: 'Set Text line' }).click();
await page.getByRole('textbox', { name: 'Text line says' }).scrollIntoViewIfNeeded();
await shot('marks');
await open('Tide table for the wall');
await page.keyboard.press('3');
await page.getByRole('button', { name: 'Joints into quiet places' }).click();
await page.getByText(/quieter along the joints/).waitFor();
await shot('poster');
await open('Membership cards, numbered');
await station('artwork');
await page.locator('[data-station=artwork]').getByRole('button', { name: /^Name/ }).click();
await page.locator('[data-page-to-set] [data-imprint]').nth(2).waitFor();
await shot('imprint');
await open('Tide almanac');
await shot('findings');
await open('Tide almanac');
await station('artwork');
const chooser = page.waitForEvent('filechooser');
await page.getByRole('button', { name: 'Swap the file' }).click();
await (await chooser).setFiles(corrected());
await page.locator('[data-differs]').first().waitFor();
await shot('compared');
await page.getByRole('button', { name: 'Take the former back' }).click();
await open('Care of edges');
await page.locator('[data-station=product]').getByRole('button').first().click();
await station('send');
await page.getByRole('button', { name: 'Send to Plover', exact: true }).click();
await page.locator('[data-state=processing]').waitFor();
await page.waitForTimeout(4000);
await shot('send');
await fetch(`${floor}/provoke/media-empty`, { method: 'POST' });
await page.goto(`${base}/floor`);
await page.locator('[data-state=stopped]').waitFor();
await shot('floor');
await page.goto(floor);
await fetch(`${floor}/provoke/clear`, { method: 'POST' });
await browser.close();
