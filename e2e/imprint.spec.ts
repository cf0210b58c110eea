import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { numberedPages, writePdf, type wordsOf } from '../src/pdf/made';
import { accessible, dropFiles, exported, fill, openDropped, openJob, openStation, saved, scratch } from './helpers';

/** Numbers, words and codes put on pages, in the real interface, and read back from the PDF. */

const MM = 72 / 25.4;
const undo = (page: Page) => page.getByRole('button', { name: /^Undo: / }).click();
const brief = (page: Page) => page.getByLabel('Brief');
type Side = ReturnType<typeof wordsOf>[0];
/** What stands on a side, from the upper left across, in rows. */
const inRows = (side: Side, what: RegExp, row: number): string[] =>
  side.words
    .filter((w) => what.test(w.text))
    .sort((a, b) => Math.round((b.y - a.y) / row) || a.x - b.x)
    .map((w) => w.text);

/** Nothing is against the job: what the check says of a file whose letters have no font in it is another matter. */
const NOTHING = /Nothing against it|The check (of the file|found things)/;

async function card(page: Page, name: string): Promise<void> {
  const path = join(scratch, `${name}.pdf`);
  writePdf(path, numberedPages(1, 90 * MM, 50 * MM, 3 * MM));
  await openDropped(page, path);
  await expect(brief(page)).toContainText('one-sided card');
}

test('membership cards: every member once, with name, number and code', async ({ page }) => {
  await openJob(page, 'Membership cards, numbered');
  await expect(brief(page)).toContainText('one each of 480 two-sided cards');
  const sheet = page.locator('[data-sheet]');
  await expect(sheet.locator('[data-stamps] text').filter({ hasText: 'GTL-0001' }).first()).toBeAttached();
  const { sides } = await exported(page, 'members');
  const all = sides.flatMap((s) => s.words.filter((w) => /^GTL-\d{4}$/.test(w.text)).map((w) => w.text));
  expect(all.sort()).toEqual(Array.from({ length: 480 }, (_, i) => `GTL-${String(i + 1).padStart(4, '0')}`));
  // piece by piece in reading order, with its stock; the pages of the file are one click away
  await page.locator('[aria-label^="Light table"]').focus();
  await page.keyboard.press('3');
  const pieces = page.getByRole('list', { name: 'Pieces' }).getByRole('listitem');
  await expect(pieces).toHaveCount(120);
  await expect(pieces.first().getByRole('button')).toHaveAccessibleName(
    'card 1, 1 on Harbour board 250 SRA3; front up',
  );
  await expect(pieces.first().locator('text').filter({ hasText: 'GTL-0001' })).toBeAttached();
  await fill(page.getByLabel('From piece'), '480');
  await expect(pieces).toHaveCount(1);
  await expect(pieces.first()).toContainText('480');
  await accessible(page, 'the pieces');
  await page.getByText('Pages of the file').click();
  await expect(page.getByRole('listbox', { name: 'Page list' }).getByRole('option')).toHaveCount(2);
  await page.keyboard.press('1');
  // on the page itself: another record, and what is longest
  const artwork = await openStation(page, 'artwork');
  await artwork.getByRole('button', { name: /^Name/ }).click();
  const editor = page.getByRole('dialog', { name: 'Imprint' });
  await expect(editor.getByRole('button', { name: /^Name: Abel Ashlock/ })).toBeVisible();
  await editor.getByRole('button', { name: 'Next record' }).click();
  await expect(editor.getByRole('button', { name: /^Name: Blythe Ashlock/ })).toBeVisible();
  await accessible(page, 'the imprint editor');
});

test('a number is put on cards: they are counted, in order, and some are printed again', async ({ page }) => {
  await card(page, 'numbered');
  const artwork = await openStation(page, 'artwork');
  await artwork.getByRole('button', { name: 'A number' }).click();
  const editor = page.getByRole('dialog', { name: 'Imprint' });
  await expect(editor.getByRole('button', { name: /^Number: 0001/ })).toBeVisible();
  await fill(editor.getByLabel('First number'), '341');
  await fill(editor.getByLabel('Before the number'), 'N');
  const handle = editor.getByRole('button', { name: /^Number: N0341/ });
  await handle.focus();
  await page.keyboard.press('ArrowUp');
  await expect(editor.getByLabel('Up or down')).toHaveValue('6 mm');
  // dragged to the middle it is drawn to it
  const box = (await handle.boundingBox())!;
  const paper = (await editor.locator('[data-page-to-set]').boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(paper.x + paper.width / 2 + 3, paper.y + paper.height / 2 + 2, { steps: 6 });
  await page.mouse.up();
  await expect(editor.getByRole('button', { name: /^Number: N0341/ })).toBeVisible();
  await editor.getByRole('button', { name: 'Close' }).click();
  await saved(page);
  await expect(brief(page)).toContainText('one each of 100 one-sided cards');
  await expect(brief(page)).toContainText('cut and stacked');
  const whole = await exported(page, 'numbers');
  const sheets = whole.sides.filter((s) => s.words.some((w) => /^N0\d+$/.test(w.text)));
  const up = inRows(sheets[0]!, /^N\d+$/, 15).length;
  const stack = Array.from({ length: up }, (_, k) => sheets.flatMap((s) => inRows(s, /^N\d+$/, 15)[k] ?? [])).flat();
  expect(stack.sort()).toEqual(Array.from({ length: 100 }, (_, i) => `N0${341 + i}`));
  await openStation(page, 'artwork');
  await fill(artwork.getByLabel('Print only these records'), '400-402, 440');
  await expect(brief(page)).toContainText('one each of 4 one-sided cards');
  const some = await exported(page, 'again');
  expect(some.sides.flatMap((s) => inRows(s, /^N\d+$/, 15)).sort()).toEqual(['N0400', 'N0401', 'N0402', 'N0440']);
  // kept under a name, they are put on the pages of another job
  await openStation(page, 'artwork');
  await artwork.getByRole('button', { name: 'Kept…' }).click();
  const kept = page.getByRole('dialog', { name: 'Kept imprints' });
  await expect(kept).toContainText('Nothing is kept yet');
  await kept.getByLabel('Keep as').fill('Plain number');
  await kept.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(kept.getByRole('list')).toContainText('{No}');
  await accessible(page, 'kept imprints');
  await kept.getByRole('button', { name: 'Put Plain number on the pages' }).click();
  await expect(editor.getByRole('button', { name: 'Number 2', exact: true })).toBeVisible();
  await editor.getByRole('button', { name: 'Take off' }).click();
  await editor.getByRole('button', { name: 'Close' }).click();
  // in the brief it is the numbers that are more or fewer
  await openStation(page, 'artwork');
  await fill(artwork.getByLabel('Print only these records'), '');
  await brief(page)
    .getByRole('button', { name: /^Copies/ })
    .click();
  await fill(page.getByRole('dialog').getByLabel('Records'), '120');
  await expect(brief(page)).toContainText('one each of 120 one-sided cards');
  // what is not there is said, and nothing changes
  await fill(artwork.getByLabel('Print only these records'), '9000');
  await expect(artwork.getByRole('alert')).toContainText('There is no 9000 in this job.');
});

test('a table is dropped on the job; a value too wide is found and mended; a broken table is refused', async ({
  page,
}) => {
  await card(page, 'names');
  const path = join(scratch, 'people.csv');
  writeFileSync(path, 'Name;Seat\nBo Tern;A1\nWilhelmina Featherstonehaugh-Oystercatcher;A2\nZoë Möwe;B1\n');
  await dropFiles(page, [path]);
  await page.getByRole('button', { name: /^As the table of this job/ }).click();
  await expect(brief(page)).toContainText('one each of 3 one-sided cards');
  const artwork = await openStation(page, 'artwork');
  await artwork.getByRole('button', { name: 'Words' }).click();
  const editor = page.getByRole('dialog', { name: 'Imprint' });
  await editor.getByRole('button', { name: 'Put in Seat' }).click();
  await expect(editor.getByLabel('Says')).toHaveValue('{Name}{Seat}');
  // a column is dragged into the text, and another onto the page
  await editor.getByRole('button', { name: 'Put in Name' }).dragTo(editor.getByLabel('Says'));
  await expect(editor.getByLabel('Says')).toHaveValue('{Name}{Seat}{Name}');
  await editor
    .getByRole('button', { name: 'Put in Seat' })
    .dragTo(editor.locator('[data-page-to-set]'), { targetPosition: { x: 120, y: 90 } });
  await expect(editor.getByRole('button', { name: /^Seat: A1/ })).toBeVisible();
  await editor.getByRole('button', { name: 'Take off' }).click();
  await editor.getByLabel('Says').fill('{Name}, {Seat}');
  await fill(editor.getByLabel('Size in points'), '14');
  await editor.getByText('Fixed', { exact: true }).click();
  await fill(editor.getByLabel('Width of its place'), '60');
  await editor.getByRole('button', { name: 'longest' }).first().click();
  await expect(editor.getByRole('status')).toContainText('wider than its place');
  await editor.getByRole('button', { name: 'Close' }).click();
  await saved(page);
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText('wider than its place');
  await artwork.getByRole('button', { name: /Shrink what is too long/ }).click();
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText(NOTHING);
  const { sides } = await exported(page, 'names');
  const said = sides.flatMap((s) => s.words.map((w) => w.text)).join(' ');
  expect(said).toContain('Zoë Möwe, B1');
  expect(said).toContain('Wilhelmina Featherstonehaugh-Oystercatcher, A2');
  const bad = join(scratch, 'bad.csv');
  writeFileSync(bad, 'Name,Seat\n');
  await dropFiles(page, [bad]);
  await page.getByRole('button', { name: /^In place of the table people.csv/ }).click();
  await expect(page.getByText('no rows below them')).toBeVisible();
});

test('pictures are chosen for a table: one that is missing is said, then each stands on its card', async ({ page }) => {
  await card(page, 'photos');
  const table = join(scratch, 'photos.csv');
  writeFileSync(table, 'Photo,Name\nada.png,Ada Tern\nbo.png,Bo Plover\n');
  await dropFiles(page, [table]);
  await page.getByRole('button', { name: /^As the table of this job/ }).click();
  await expect(brief(page)).toContainText('one each of 2 one-sided cards');
  const pictures = await Promise.all(
    [
      ['ada', '#ff0000'],
      ['bo', '#0000ff'],
    ].map(async ([name, background]) => {
      const path = join(scratch, `${name}.png`);
      await sharp({ create: { width: 60, height: 80, channels: 3, background: background! } })
        .png()
        .toFile(path);
      return path;
    }),
  );
  const artwork = await openStation(page, 'artwork');
  await artwork.getByRole('button', { name: 'A picture' }).click();
  const editor = page.getByRole('dialog', { name: 'Imprint' });
  // of the columns it is the one that names pictures
  await expect(editor.getByLabel('Says')).toHaveValue('{Photo}');
  await editor.getByRole('button', { name: 'Close' }).click();
  const foremost = page.getByRole('status', { name: 'Foremost finding' });
  await expect(foremost).toContainText('has no pictures to show');
  const choose = async (button: string, paths: readonly string[]): Promise<void> => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      artwork.getByRole('button', { name: button }).click(),
    ]);
    await chooser.setFiles([...paths]);
  };
  await choose('Choose pictures', [pictures[0]!]);
  await expect(foremost).toContainText('1 picture of “Picture” is missing: bo.png');
  await choose('Other pictures', pictures);
  await expect(foremost).toContainText(NOTHING);
  await expect(page.locator('[data-sheet] [data-stamps] image')).toHaveCount(2);
  const { file } = await exported(page, 'photos');
  // both are in the file, each once
  const listed = execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' }).trim().split('\n').slice(2);
  expect(listed.map((line) => line.trim().split(/\s+/).slice(3, 5).join(' '))).toEqual(['60 80', '60 80']);
  await undo(page);
  await expect(foremost).toContainText('is missing');
  // or dropped on the job, as they came
  const zip = join(scratch, 'members.zip');
  const entries = pictures.map((p) => [basename(p), readFileSync(p)] as const);
  writeFileSync(zip, zipSync(Object.fromEntries(entries)));
  await dropFiles(page, [zip]);
  await page.getByRole('button', { name: /^As the pictures of this job/ }).click();
  await expect(foremost).toContainText(NOTHING);
  await openStation(page, 'artwork');
  await expect(artwork).toContainText('members.zip');
});

test('loan slips: four hundred sets of three parts, each with its own word and the number of its set', async ({
  page,
}) => {
  await openJob(page, 'Loan slips, three parts');
  await expect(brief(page)).toContainText('one each of 400 three-part forms');
  await expect(brief(page)).toContainText('and 2 other stocks');
  await expect(page.getByRole('status', { name: 'Foremost finding' })).toContainText(NOTHING);
  const { sides } = await exported(page, 'slips');
  const up = inRows(sides[0]!, /^\d{4}$/, 15).length;
  // the parts take turns, a sheet of each
  const said = (i: number): string => sides[i]!.words.map((w) => w.text).join(' ');
  expect([0, 1, 2, 3].map((i) => /Loft’s|Member’s|Tag,/.exec(said(i))![0])).toEqual([
    'Loft’s',
    'Member’s',
    'Tag,',
    'Loft’s',
  ]);
  expect(sides).toHaveLength(3 * Math.ceil(400 / up));
  const numbers = sides.flatMap((s) => inRows(s, /^\d{4}$/, 15));
  expect(numbers.sort()).toEqual(
    Array.from({ length: 400 }, (_, i) => String(i + 1).padStart(4, '0')).flatMap((n) => [n, n, n]),
  );
  // found by its number: the second of its pile
  await fill(page.getByLabel('Find a number'), '52');
  await expect(page.locator('[data-sheet="4"]')).toBeVisible();
  // another part, and they are four
  const product = await openStation(page, 'product');
  await product.getByRole('button', { name: 'One more part' }).click();
  await expect(brief(page)).toContainText('400 four-part forms');
  await product.getByRole('button', { name: 'Without part 4' }).click();
  await expect(brief(page)).toContainText('400 three-part forms');
  await product.getByText('Part by part', { exact: true }).click();
  await saved(page);
  await accessible(page, 'sets of parts');
});
