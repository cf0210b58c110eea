import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { numberedPages, run, writePdf, type wordsOf } from '../src/pdf/made';
import {
  accessible,
  atEachSize,
  exported,
  fill,
  figure,
  openDropped,
  openJob,
  openStation,
  saved,
  scratch,
} from './helpers';

/** Flat work in the real interface: each of the demonstration's jobs, its PDF read back; a card from drop to sheet. */

const MM = 72 / 25.4;
const undo = (page: Page) => page.getByRole('button', { name: /^Undo: / }).click();
const brief = (page: Page) => page.getByLabel('Brief');
const table = (page: Page) => page.locator('[data-sheet]');

const text = (side: ReturnType<typeof wordsOf>[0]): string => side.words.map((w) => w.text).join(' ');
/** What stands on a side, from the upper left across, in rows. */
const inRows = (side: ReturnType<typeof wordsOf>[0], what: RegExp): string[] =>
  side.words
    .filter((w) => what.test(w.text))
    .sort((a, b) => Math.round((b.y - a.y) / 15) || a.x - b.x)
    .map((w) => w.text);

test('two pages of a card are planned many up in the time a drop takes', async ({ page }) => {
  const path = join(scratch, 'card.pdf');
  writePdf(path, numberedPages(2, 90 * MM, 50 * MM, 3 * MM));
  await openDropped(page, path);
  await expect(brief(page)).toContainText('100 of a two-sided card, 90 × 50 mm, 3 mm bleed');
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText('Nothing against it');
  // the words change it
  await brief(page)
    .getByRole('button', { name: /^Copies/ })
    .click();
  await fill(page.getByRole('dialog').getByLabel('Copies'), '600');
  await expect(figure(page, 'goodSheets').or(figure(page, 'sheets')).first()).toBeVisible();
  const { sides } = await exported(page, 'card');
  expect(sides).toHaveLength(2);
  const [front, back] = sides;
  const ones = front!.words.filter((w) => w.text === '1');
  expect(ones.length).toBeGreaterThanOrEqual(8);
  expect(back!.words.filter((w) => w.text === '2')).toHaveLength(ones.length);
  await accessible(page, 'a card');
});

test('a card without bleed gets it by one remedy, on the table and on paper, and loses it by undo', async ({
  page,
}) => {
  const path = join(scratch, 'bare.pdf');
  const [w, h] = [90 * MM, 50 * MM];
  writePdf(path, [{ entries: `/MediaBox[0 0 ${w} ${h}]`, content: `0.8 0.5 0.3 0 k 0 0 ${w} ${h} re f` }]);
  await openDropped(page, path);
  const found = page.getByRole('status', { name: 'Foremost finding' });
  await expect(found).toContainText('The artwork has no bleed');
  const artwork = await openStation(page, 'artwork');
  const pictures = table(page).locator('image');
  await expect(pictures.first()).toBeAttached();
  const before = await pictures.count();
  await artwork.getByRole('button', { name: /^Make bleed: the page mirrored/ }).click();
  await expect(found).toContainText('Nothing against it');
  await expect(artwork.getByRole('radio', { name: 'Mirrored' })).toBeChecked();
  expect(await pictures.count()).toBeGreaterThanOrEqual(9 * before);
  // what the pointer came to rest on says its key beside it
  await page.mouse.move(2, 2);
  await accessible(page, 'bleed made');
  const { file } = await exported(page, 'bare');
  const inks = run('gs', '-q', '-o', '-', '-sDEVICE=inkcov', file);
  const covered = Number(/^\s*([\d.]+)/.exec(inks)![1]);
  await undo(page);
  await expect(found).toContainText('The artwork has no bleed');
  const { file: without } = await exported(page, 'bare-again');
  const less = Number(/^\s*([\d.]+)/.exec(run('gs', '-q', '-o', '-', '-sDEVICE=inkcov', without))![1]);
  // 96 × 56 in place of 90 × 50
  expect(covered / less).toBeGreaterThan(1.15);
  expect(covered / less).toBeLessThan(1.2);
});

test('a booklet’s file is made into cards and back, and undone', async ({ page }) => {
  const path = join(scratch, 'either.pdf');
  writePdf(path, numberedPages(8));
  await openDropped(page, path);
  await expect(brief(page)).toContainText('saddle-stitched');
  const product = await openStation(page, 'product');
  await product.getByText('Flat', { exact: true }).click();
  await expect(brief(page)).toContainText('100 each of 4 two-sided prints');
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(brief(page)).toContainText('saddle-stitched');
});

test('staff cards: five people share sheets, each in a number of their own', async ({ page }) => {
  await openJob(page, 'Staff cards, five people');
  await expect(brief(page)).toContainText('600 in all of 5 two-sided cards');
  await atEachSize(page, (size) => accessible(page, `flat work at ${size}`));
  const { sides } = await exported(page, 'staff');
  // 600 in 23 places: 27 sheets; each name as often as is wanted
  const names = sides.filter((_, i) => i % 2 === 0).map((s) => (text(s).match(/Ottoline/g) ?? []).length);
  expect(names.reduce((a, b) => a + b, 0)).toBeGreaterThan(0);
  await page.getByRole('button', { name: 'All figures' }).click();
  await expect(figure(page, 'goodSheets')).toHaveText('27');
  // one of them is kept where it lies, by a click, and by typing
  const box = (await table(page).boundingBox())!;
  await table(page).click({ position: { x: box.width / 2 - 20, y: box.height / 2 - 12 } });
  await page
    .getByRole('toolbar', { name: /^Place/ })
    .getByRole('button', { name: /^Keep card \d here/ })
    .click();
  await expect(page.getByLabel(/^card \d stays here/)).toBeVisible();
  await openStation(page, 'sheet');
  await expect(page.getByRole('textbox', { name: 'Kept in place' })).toHaveValue(/^\d+ = \d$/);
  await fill(page.getByRole('textbox', { name: 'Kept in place' }), '1 = 5');
  await expect(page.getByLabel('card 5 stays here')).toBeVisible();
  await fill(page.getByRole('textbox', { name: 'Kept in place' }), 'none');
  await expect(page.getByLabel(/stays here/)).toHaveCount(0);
  const dummy = page
    .getByRole('radio', { name: 'Dummy' })
    .or(page.getByText('Dummy', { exact: true }))
    .first();
  await dummy.click();
  const pile = page.getByRole('button', { name: /^Pile 1: card 1/ });
  await pile.click();
  await expect(pile).toHaveAttribute('aria-pressed', 'true');
  await accessible(page, 'the piles');
});

test('numbered tickets: the piles laid on each other are in order', async ({ page }) => {
  await openJob(page, 'Lantern walk, numbered tickets');
  await expect(brief(page)).toContainText('one each of 120 one-sided tickets');
  await expect(brief(page)).toContainText('cut and stacked, five up');
  const sides = (await exported(page, 'tickets')).sides.filter((s) => s.words.some((w) => w.text === 'No.'));
  const up = inRows(sides[0]!, /^\d{3}$/).length;
  expect(up).toBe(5);
  expect(sides).toHaveLength(24);
  const stack = Array.from({ length: up }, (_, k) => sides.flatMap((s) => inRows(s, /^\d{3}$/)[k] ?? [])).flat();
  expect(stack).toEqual(Array.from({ length: 120 }, (_, i) => String(i + 1).padStart(3, '0')));
  // pointed at, a ticket says where it ends
  await table(page).hover();
  await expect(page.locator('[data-readout]')).toContainText('from the top');
  await expect(page.locator('[data-readout] [data-record]')).toHaveText(/record (\d+): 0*\1$/);
});

test('invitations three up, their backs behind them', async ({ page }) => {
  await openJob(page, 'Invitation to the opening');
  await expect(brief(page)).toContainText('240 of a two-sided invitation, 105 × 210 mm');
  await expect(brief(page)).toContainText('three up');
  const { sides } = await exported(page, 'invitation');
  expect(text(sides[0]!).match(/sharpening/g)).toHaveLength(3);
  expect(text(sides[1]!).match(/Saturday/g)).toHaveLength(3);
});

test('bench labels fill the sheet, one cut between two; a place is left empty by a click and by typing', async ({
  page,
}) => {
  await openJob(page, 'Bench labels');
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText('Nothing against it');
  const before = Number((await brief(page).textContent())!.match(/(\d+) up/)![1]);
  const box = (await table(page).boundingBox())!;
  await table(page).click({ position: { x: box.width / 2 - 20, y: box.height / 2 - 12 } });
  await page
    .getByRole('toolbar', { name: /^Place/ })
    .getByRole('button', { name: 'Leave empty' })
    .click();
  await expect(brief(page)).toContainText(`${before - 1} up`);
  const sheet = await openStation(page, 'sheet');
  await fill(sheet.getByLabel('Places left empty'), '1, 2');
  await expect(brief(page)).toContainText(`${before - 2} up`);
  await fill(sheet.getByLabel('Places left empty'), 'none');
  await expect(brief(page)).toContainText(`${before} up`);
  // a gap is dragged: what it comes to is said meanwhile, and Escape takes it back
  const grip = page.getByRole('button', { name: /^Gap across 0 mm/ }).last();
  const at = (await grip.boundingBox())!;
  const [x, y] = [at.x + at.width / 2, at.y + at.height / 2];
  const drag = async (by: number): Promise<void> => {
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + by, y, { steps: 5 });
    await expect(page.locator('[data-dragged]')).toContainText(/Gap across [1-9]/);
  };
  await drag(20);
  await expect(brief(page)).not.toContainText(`${before} up`);
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(brief(page)).toContainText(`${before} up`);
  await drag(20);
  await page.mouse.up();
  await expect(brief(page)).not.toContainText(`${before} up`);
  await undo(page);
  await expect(brief(page)).toContainText(`${before} up`);
  // by key as well
  await page
    .getByRole('button', { name: /^Gap down 0 mm/ })
    .first()
    .press('ArrowUp');
  await expect(page.getByRole('button', { name: /^Gap down 1 mm/ }).first()).toBeVisible();
  await undo(page);
  const { sides } = await exported(page, 'labels');
  expect(text(sides[0]!).match(/Bench/g)).toHaveLength(before);
});

test('mug transfers: one of each, mirrored', async ({ page }) => {
  await openJob(page, 'Mug transfers, one each');
  await expect(brief(page)).toContainText('mirrored');
  await expect(brief(page)).toContainText('in sequence down');
  const { sides } = await exported(page, 'mugs');
  // mirrored letters are read one by one: M, and to the left of it u and g
  const all = sides.flatMap((s) =>
    s.words.filter((m) => {
      const left = (letter: string, from: number): boolean =>
        s.words.some((w) => w.text === letter && Math.abs(w.y - m.y) < 2 && m.x - w.x > from && m.x - w.x < from + 8);
      return m.text === 'M' && left('u', 2) && left('g', 8);
    }),
  );
  expect(all).toHaveLength(45);
});

test('ways to lay it stand side by side, and one is taken', async ({ page }) => {
  await openJob(page, 'Staff cards, five people');
  const sheet = await openStation(page, 'sheet');
  await sheet.getByText('Ways to lay it compared').click();
  const ways = sheet.getByRole('list', { name: 'Ways to lay it' }).getByRole('button');
  await expect(ways.first()).toContainText('sheets');
  await ways.filter({ hasText: 'upright' }).filter({ hasText: 'Harbour board 250 SRA3' }).first().click();
  await expect(brief(page)).toContainText('20 up');
  await saved(page);
  await accessible(page, 'ways compared');
  // sheets against how many lie on one, and the stocks by money
  await page.getByText('Sheets by number up').click();
  const ups = page.getByRole('group', { name: /^Numbers up as bars/ });
  await ups.focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await expect(brief(page)).toContainText('one up');
  await undo(page);
  await page.getByText('Stocks compared').first().click();
  await expect(page.getByRole('table', { name: 'Stocks compared' }).getByRole('radio', { checked: true })).toHaveCount(
    1,
  );
  await accessible(page, 'charts of flat work');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(brief(page)).toContainText('23 up');
});

test('seven harbour notices are seven forms of one layout, on the plates of the press', async ({ page }) => {
  await openJob(page, 'Seven harbour notices, offset');
  await expect(brief(page)).toContainText('250 each of 7 one-sided prints');
  await expect(page.locator('[data-plate]')).toContainText('plate 770 × 620 mm · paper 43 mm behind its lead edge');
  await accessible(page, 'a plate');
  // the run of one form is its own
  const product = await openStation(page, 'product');
  await fill(product.getByLabel('How many of print 3'), '100');
  await expect(page.getByRole('button', { name: 'Sheet 3, front' })).toBeVisible();
  await expect(brief(page)).toContainText(/1.600 in all of/);
  await saved(page);
  const { sides } = await exported(page, 'notices');
  expect(sides).toHaveLength(7);
  for (const [i, side] of sides.entries()) {
    // each is as large as a plate, with one notice on it, twice
    expect([Math.round(side.width), Math.round(side.height)]).toEqual([770, 620]);
    const numbers = side.words.filter((w) => /^[1-7]$/.test(w.text)).map((w) => w.text);
    expect(numbers).toEqual([String(i + 1), String(i + 1)]);
  }
});
