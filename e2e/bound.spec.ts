import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { numberedPages, wordsOf, writePdf } from '../src/pdf/made';
import { accessible, exported, fill, figure, openJob, openDropped, openStation, saved, scratch } from './helpers';

const text = (side: ReturnType<typeof wordsOf>[0]): string[] => side.words.map((w) => w.text);

const brief = (page: Page) => page.getByLabel('Brief');
const table = (page: Page) => page.locator('[aria-label^="Light table"]');

async function dummyOpens(page: Page): Promise<void> {
  await page.keyboard.press('2');
  await expect(page.locator('[data-opening]')).toBeVisible();
}

test('the annual report: twelve sections of eight in a cover whose spine is reckoned', async ({ page }) => {
  await openJob(page, 'Annual report');
  await expect(brief(page)).toContainText('150 copies of a 96-page, perfect-bound book, A5 upright');
  await expect(brief(page)).toContainText('cover on Harbour board 250, in 12 × 8 pages');
  // a cover of four pages, and 96 ÷ 8 sections
  await expect(table(page)).toHaveAttribute('aria-label', /Sheet 1 of 13/i);
  await page.getByRole('button', { name: 'All figures' }).click();
  await page.locator('[data-figure=spine]').click();
  await expect(page.getByText('48 leaves × 0.124 mm + 2 × 0.32 mm cover = 6.59 mm').first()).toBeVisible();

  await dummyOpens(page);
  await expect(page.getByTestId('spine')).toBeVisible();
  await page.locator('[data-opening]').press('ArrowRight');
  await expect(page.getByTestId('opening')).toHaveText('Pages C2 and i');
  await accessible(page);

  await page.getByText('Unfold', { exact: true }).click();
  const unfold = page.locator('[data-folds]');
  await expect(unfold).toHaveAttribute('aria-label', 'Unfolding: 0 of 2 folds made');
  await page.getByRole('slider').fill('1.5');
  await expect(unfold).toHaveAttribute('data-folds', '1.50');
  await unfold.press('End');
  await expect(unfold).toHaveAttribute('aria-label', 'Unfolding: 2 of 2 folds made');

  const { file, sides } = await exported(page, 'report');
  expect(sides).toHaveLength(26);
  // cover: SRA3, its title outside; section 1 outside carries places 1, 8, 4 and 5: iv, 1 and 4 say their numbers
  expect(text(sides[0]!).join(' ')).toContain('Annual report');
  for (const folio of ['iv', '1', '4']) expect(text(sides[2]!)).toContain(folio);
  for (const folio of ['ii', 'iii', '2', '3']) expect(text(sides[3]!)).toContain(folio);
  // the last section ends with 92
  for (const folio of ['85', '88', '89', '92']) expect(text(sides[24]!)).toContain(folio);
  expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toContain('Pages:           26');
});

test('the workshop manual: six tabs on board, plans on silk from another tray, tabs by themselves', async ({
  page,
}) => {
  await openJob(page, 'Workshop manual');
  await expect(brief(page)).toContainText('60 copies of a 48-page, wire-bound book');
  await expect(brief(page)).toContainText('on Offset 100 SRA3, and Silk 170');
  await page.getByRole('button', { name: 'Sheet 2, front' }).click();
  await expect(page.getByText('The bench · Harbour board 250 SRA3')).toBeVisible();
  const send = await openStation(page, 'send');
  await expect(send).toContainText('Sent one after the other');
  await expect(send).toContainText(
    '24 sheets, two sides, printed 15 times, collated: 2 on Silk 170 SRA3, the other 22 on Offset 100 SRA3.',
  );
  await expect(send).toContainText('tab: 6 sheets, two sides, printed 30 times on Harbour board 250 SRA3.');

  await dummyOpens(page);
  await expect(page.locator('[data-holes]').first()).toBeAttached();
  // all six stand out of the closed book; one opens it where it stands
  await expect(page.locator('[data-tab]')).toHaveCount(6);
  await page.getByRole('button', { name: 'Open at tab 3 Planes' }).click();
  await expect(page.getByTestId('opening')).toHaveText('Pages 18 and tab 3');
  await accessible(page);
  // keys faster than leaves turn are all followed: one on from the tab are its back and page 19, then 20 and 21
  await page.locator('[data-opening]').press('ArrowRight');
  await page.locator('[data-opening]').press('ArrowRight');
  await expect(page.getByTestId('opening')).toHaveText('Pages 20 and 21');
  const { sides } = await exported(page, 'manual');
  expect(sides).toHaveLength(60);
  // tab words are outlines; the first text sheet behind the first tab is page 3, four times
  expect(text(sides[4]!).filter((w) => w === '3')).toHaveLength(4);
});

test('what lies in the trays is kept with the machine, for the next job too', async ({ page }) => {
  const path = join(scratch, 'trays.pdf');
  writePdf(path, numberedPages(8));
  await openDropped(page, path);
  const load = async (stock: string): Promise<void> => {
    const sheet = await openStation(page, 'sheet');
    const tray = sheet.getByRole('button', { name: /Stock in Tray 2/ });
    if (!(await tray.isVisible())) await sheet.locator('summary', { hasText: 'ray' }).first().click();
    await tray.click();
    await page
      .getByRole('option', { name: new RegExp(`^${stock}`) })
      .first()
      .click();
    await sheet.getByRole('button', { name: 'Keep with Plover' }).click();
    await expect(page.getByText('Kept with Plover, for every job to come.').first()).toBeVisible();
    await expect(sheet.getByRole('button', { name: 'Keep with Plover' })).toHaveCount(0);
  };
  await load('Kelp recycled 115 SRA3');
  // another job begins with it
  await openDropped(page, path);
  const sheet = await openStation(page, 'sheet');
  await sheet.locator('summary', { hasText: 'ray' }).first().click();
  await expect(sheet.getByRole('button', { name: /Stock in Tray 2/ })).toContainText('Kelp recycled 115');
  await load('Silk 130 SRA3');
});

test('the calendar turns over the head: each back stands above the month it belongs to', async ({ page }) => {
  await openJob(page, 'Harbour calendar');
  await expect(brief(page)).toContainText('26-page, wire-bound calendar, A4 across, bound at the top');
  await dummyOpens(page);
  await page.locator('[data-opening]').press('ArrowRight');
  await expect(page.getByTestId('opening')).toHaveText('Pages 2 and 3');
  const { sides } = await exported(page, 'calendar');
  expect(sides).toHaveLength(26);
  expect(text(sides[2]!)).toContain('January');
  expect(text(sides[24]!)).toContain('December');
});

test('the booklet read from the right begins where others end', async ({ page }) => {
  await openJob(page, 'Knots, read from the right');
  await expect(brief(page)).toContainText('bound on the right');
  await dummyOpens(page);
  // reading goes to the left
  await page.locator('[data-opening]').press('ArrowLeft');
  await expect(page.getByTestId('opening')).toHaveText('Pages 2 and 3');
  const { sides } = await exported(page, 'knots');
  expect(sides).toHaveLength(8);
  // the innermost sheet carries 7 and 10 outside, 8 and 9 inside
  expect(text(sides[6]!)).toEqual(expect.arrayContaining(['7', '10']));
  expect(text(sides[7]!)).toEqual(expect.arrayContaining(['8', '9']));
});

test('the fold-out folds itself up in the dummy', async ({ page }) => {
  await openJob(page, 'Sharpening, a fold-out');
  await expect(brief(page)).toContainText('8-page, folded leaflet, 100 × 210 mm, as a zigzag, four panels');
  await page.keyboard.press('2');
  const unfold = page.locator('[data-folds]');
  await unfold.press('ArrowRight');
  await expect(unfold).toHaveAttribute('data-folds', '1.00');
  await page.getByRole('button', { name: 'Folded', exact: true }).click();
  await expect(unfold).toHaveAttribute('aria-label', 'Unfolding: 3 of 3 folds made');
  // going on from the end it opens; it can be stopped
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const at = await unfold.getAttribute('data-folds');
  expect(Number(at)).toBeLessThanOrEqual(3);
  const { sides } = await exported(page, 'fold-out');
  expect(sides).toHaveLength(2);
  // page 1 says Sharp; behind it stands page 2
  expect(text(sides[0]!)).toContain('Sharp');
});

test('pocket handbooks lie head to tail, two books from one pile', async ({ page }) => {
  await openJob(page, 'Pocket handbook, two at a time');
  await expect(brief(page)).toContainText('two up');
  const { sides } = await exported(page, 'pocket');
  expect(sides).toHaveLength(12);
  // the second sheet outside: 3 and 22, each twice
  for (const n of ['3', '22']) expect(text(sides[2]!).filter((w) => w === n)).toHaveLength(2);
  await dummyOpens(page);
});

test('plans of sections are compared, one is taken by a key, a section is folded by hand, all of it undone', async ({
  page,
}) => {
  await openJob(page, 'Annual report');
  const sheet = await openStation(page, 'sheet');
  const plans = sheet.locator('[data-plan]');
  await expect(plans.first()).toHaveAttribute('data-plan', '12 × 8');
  const fours = sheet.locator('[data-plan="24 × 4"]');
  await fours.click();
  await expect(brief(page)).toContainText('150 copies');
  await expect(table(page)).toHaveAttribute('aria-label', /of 25,/);
  await sheet.locator('summary', { hasText: 'Section by section' }).click();
  await sheet.getByRole('button', { name: /Fold of section 2$/ }).click();
  await page.getByRole('option', { name: /^8 · Right-angle/ }).click();
  await saved(page);
  // 4 + 8 + 22 × 4 = 100, four more than there are: blanks
  await expect(figure(page, 'sheets')).not.toHaveText('');
  await page.locator('body').press('Control+z');
  await page.locator('body').press('Control+z');
  await expect(table(page)).toHaveAttribute('aria-label', /of 13,/);
  await saved(page);
});

test('an own fold list is drawn as it is entered, and said where it cannot be folded', async ({ page }) => {
  const path = join(scratch, 'folds.pdf');
  writePdf(path, numberedPages(8));
  await openDropped(page, path);
  const sheet = await openStation(page, 'sheet');
  await sheet
    .getByRole('button', { name: /^Fold Fold|Fold$/ })
    .first()
    .click();
  await page.getByRole('option', { name: 'A fold list of my own' }).click();
  const own = sheet.getByRole('group', { name: 'Own fold list' });
  await fill(own.getByLabel('Columns'), '3');
  await expect(own).toContainText('These folds leave a pile of 2 × 1 panels; they must end in one.');
  await expect(page.getByLabel('Foremost finding')).toContainText('The sheet cannot be folded so');
  await sheet.getByRole('button', { name: /Choose the fold for me/ }).click();
  await expect(page.getByLabel('Foremost finding')).not.toContainText('cannot be folded');
});

test('pages are moved, taken out and typed; another file is taken in', async ({ page }) => {
  const path = join(scratch, 'list.pdf');
  const other = join(scratch, 'other.pdf');
  writePdf(path, numberedPages(8));
  writePdf(
    other,
    numberedPages(2).map((p) => ({ ...p, content: p.content.replace('Page ', 'Page 70') })),
  );
  await openDropped(page, path);
  await expect(table(page)).toBeVisible();
  await page.keyboard.press('3');
  const list = page.getByRole('listbox', { name: 'Page list' });
  await list.getByRole('option').nth(1).click();
  await list.press('Alt+ArrowRight');
  const typed = page.getByLabel('Pages in reading order');
  await expect(typed).toHaveValue('1, 3, 2, 4-8');
  await list.press('Delete');
  await expect(typed).toHaveValue('1, 3-8');
  // dragged by hand: the first page to the third place
  const at = async (i: number): Promise<{ x: number; y: number }> => {
    const box = (await list.getByRole('option').nth(i).boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const [from, to] = [await at(0), await at(2)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y, { steps: 4 });
  // behind the third: on its further half
  await page.mouse.move(to.x + 30, to.y, { steps: 8 });
  await page.mouse.up();
  await expect(typed).toHaveValue('3-4, 1, 5-8');
  await page.locator('body').press('Control+z');
  await expect(typed).toHaveValue('1, 3-8');
  await saved(page);

  // a chapter stays with its page: a blank before the third moves it from the fifth place to the sixth
  const option = (n: number) => list.getByRole('option').nth(n - 1);
  await option(5).click();
  await page.getByRole('toolbar', { name: 'Chosen pages' }).getByRole('button', { name: 'Chapter' }).click();
  await expect(option(5)).toHaveAccessibleName(/begins Chapter 1/);
  await option(3).click();
  await list.press('b');
  await expect(option(6)).toHaveAccessibleName(/begins Chapter 1/);
  await page.locator('body').press('Control+z');
  await expect(option(5)).toHaveAccessibleName(/begins Chapter 1/);
  await expect(typed).toHaveValue('1, 3-8');
  await saved(page);

  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Another file' }).click();
  await (await chooser).setFiles(other);
  await expect(page.getByText('B: other.pdf')).toBeVisible();
  await fill(typed, '1-4, B1-2, blank, 8, 5');
  await expect(list.getByRole('option')).toHaveCount(9);
  await fill(typed, '1-4, 99');
  await expect(page.getByText('there is no page 99; the file has 8 pages')).toBeVisible();
  await typed.press('Escape');
  await saved(page);
  await accessible(page);
  await page.keyboard.press('1');
  const { sides } = await exported(page, 'list');
  expect(sides.flatMap((s) => text(s))).toEqual(expect.arrayContaining(['701', '702']));
});

test('a machine that prints one side: fronts, the pile laid back, backs; a test run is kept with it', async ({
  page,
}) => {
  const path = join(scratch, 'hand.pdf');
  writePdf(path, numberedPages(16));
  await openDropped(page, path);
  const sheet = await openStation(page, 'sheet');
  await sheet
    .getByRole('button', { name: /Machine/ })
    .first()
    .click();
  await page.getByRole('option', { name: /Dunlin/ }).click();
  const send = await openStation(page, 'send');
  const passes = send.getByRole('region', { name: 'Two passes by hand' });
  await expect(passes).toContainText('Nobody has tried how Dunlin turns yet');
  await passes.getByRole('button', { name: 'Test run with two sheets' }).click();
  const dialog = page.getByRole('dialog');
  const run = await page.request.get((await dialog.getByRole('link', { name: 'two fronts' }).getAttribute('href'))!);
  expect(run.headers()['content-type']).toBe('application/pdf');
  await dialog.getByText('Back 2').click();
  await dialog.getByRole('button', { name: 'Keep with Dunlin' }).click();
  await expect(passes).toContainText('As Dunlin’s test run showed');
  await expect(passes).toContainText('last sheet first');
  const read = async (pass: string): Promise<string[][]> => {
    const download = page.waitForEvent('download');
    await passes.getByRole('button', { name: pass, exact: true }).click();
    const file = join(scratch, `${pass}.pdf`);
    await (await download).saveAs(file);
    return wordsOf(file).map(text);
  };
  const fronts = await read('Fronts');
  const backs = await read('Backs');
  expect([fronts.length, backs.length]).toEqual([4, 4]);
  // the innermost sheet, 8 and 9 inside, comes first among the backs
  expect(backs[0]!).toEqual(expect.arrayContaining(['8', '9']));
});

test('a booklet becomes a wire-bound one by a word of the brief; chapters get tabs, front matter its numbers', async ({
  page,
}) => {
  const path = join(scratch, 'words.pdf');
  writePdf(path, numberedPages(12));
  await openDropped(page, path);
  await brief(page).getByRole('button', { name: 'Binding: saddle-stitched' }).click();
  await page.getByRole('option', { name: /Wire bound/ }).click();
  await expect(brief(page)).toContainText('12-page, wire-bound book');
  await expect(table(page)).toHaveAttribute('aria-label', /of 6,/);

  const product = await openStation(page, 'product');
  await product.getByRole('button', { name: 'Front matter i to iv' }).click();
  await expect(table(page).getByRole('img', { name: /front: pages i, / })).toBeVisible();
  await product.getByRole('button', { name: 'Chapter', exact: true }).click();
  await fill(product.getByLabel('Chapter 1', { exact: true }), 'Rope');
  await product.getByText('A tab for every chapter').click();
  await expect(brief(page)).toContainText(
    '12-page, wire-bound book, A5 upright, bound on the left, 3 mm bleed, on Wove 80 SRA3, with one tab',
  );
  await expect(table(page)).toHaveAttribute('aria-label', /of 7,/);
  await expect(table(page).getByText('1 Rope').first()).toBeVisible();
  await saved(page);
});

test('artwork that came as folded sheets is taken apart and imposed anew', async ({ page }) => {
  const path = join(scratch, 'sheets-in.pdf');
  // 8 | 1, 2 | 7, 6 | 3, 4 | 5 on A4 lying
  const pairs = [
    [8, 1],
    [2, 7],
    [6, 3],
    [4, 5],
  ] as const;
  writePdf(
    path,
    pairs.map(([a, b]) => ({
      entries: '/MediaBox[0 0 839.06 595.28]',
      content: `BT /F 24 Tf 200 300 Td (${a}) Tj 420 0 Td (${b}) Tj ET`,
    })),
  );
  await openDropped(page, path);
  const artwork = await openStation(page, 'artwork');
  await artwork.getByRole('button', { name: /They are folded sheets/ }).click();
  await expect(brief(page)).toContainText('8-page');
  await expect(artwork).toContainText('4 artwork pages taken apart into 8 pages');
  const list = page.getByRole('listbox', { name: 'Page list' });
  await page.getByRole('radio', { name: 'Pages', exact: true }).click();
  await expect(list.getByRole('option')).toHaveCount(8);
  // page 1 is the right half of the first sheet, page 2 the left half of the second
  await expect(list.getByRole('option').nth(0)).toContainText('1 2/2');
  await expect(list.getByRole('option').nth(1)).toContainText('2 1/2');
});
