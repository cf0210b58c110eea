import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { run, writePdf } from '../src/pdf/made';
import { CARD_FILES, writeCards } from '../src/pdf/testing-cards';
import { accessible, dropFiles, exported, fill, openDropped, openJob, openStation, saved, scratch } from './helpers';

test('seven unlike files of one card become one run without a click, and single jobs again with one', async ({
  page,
}) => {
  const paths = await writeCards(scratch);
  await page.goto('/');
  await dropFiles(page, paths);
  const arriving = page.getByRole('region', { name: 'Arriving files' });
  await expect(arriving.getByText('7 files are cards of one size')).toBeVisible({ timeout: 60_000 });
  await accessible(page);
  await arriving.getByRole('link', { name: /^8 cards/ }).click();
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

test('inks are looked at, left out and made another; thin lines are found, thickened and made ready in one go', async ({
  page,
}) => {
  const path = join(scratch, 'die-cut.pdf');
  const space = '[/Separation/Die#20line/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 1 0 0]/N 1>>]';
  const content =
    '1 0 0 0 k 0 0 140 200 re f /Die CS 1 SCN 2 w 60 60 100 80 re S 0 0 0 1 K 0.05 w 20 150 m 200 150 l S';
  writePdf(path, [
    { entries: `/MediaBox[0 0 241 156]/TrimBox[0 0 241 156]/Resources<</ColorSpace<</Die ${space}>>>>`, content },
  ]);
  await openDropped(page, path);
  await openStation(page, 'artwork');
  const station = page.locator('[data-station=artwork]');
  await expect(station.getByRole('button', { name: /Lines are very thin/ })).toBeVisible({ timeout: 20_000 });
  // a page's number leads there, with a ring round the line
  await station.getByRole('button', { name: /Lines are very thin/ }).click();
  await station.getByRole('button', { name: 'Lines are very thin: page 1' }).click();
  await expect(page.locator('[data-halo]')).toHaveCount(1);
  await accessible(page);
  await page.getByText('Inks', { exact: true }).click();
  const inks = page.getByRole('region', { name: 'Inks' });
  await expect(inks.getByRole('button', { name: 'Die line', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await inks.getByRole('button', { name: 'Only Die line' }).click();
  await expect(inks.getByRole('button', { name: 'Cyan', exact: true })).toHaveAttribute('aria-pressed', 'false');
  const picture = page.getByRole('img', { name: 'Page 1 in its inks' });
  const { x, y, width, height } = (await picture.boundingBox())!;
  await page.mouse.move(x + width / 6, y + height / 2);
  await expect(inks.getByRole('row', { name: /Cyan/ })).toContainText('100 %');
  await accessible(page);
  await station.getByRole('button', { name: /What becomes of Die line/ }).click();
  await page.getByRole('option', { name: /Left out/ }).click();
  await expect(inks.getByRole('button', { name: 'Die line', exact: true })).toHaveCount(0);
  await inks.getByText('As in the file', { exact: true }).click();
  await expect(inks.getByRole('button', { name: 'Die line', exact: true })).toBeVisible();
  await page.getByText('Before, after', { exact: true }).click();
  await expect(page.getByRole('img', { name: 'Page 1 as it is printed' })).toBeVisible();
  await accessible(page);
  await station.getByRole('button', { name: 'Make ready' }).click();
  await expect(page.getByText(/Made ready: Thin lines thickened/)).toBeVisible();
  await expect(station.getByText('thickened where they are printed')).toBeVisible();
  await expect(station.getByLabel('Thin lines become')).toHaveValue('0.1 mm');
  await saved(page);
  const { file } = await exported(page, 'die-cut');
  const text = run('qpdf', '--qdf', '--object-streams=disable', file, '-');
  expect(text).not.toContain('Die#20line');
  // 0.1 mm is 0.28346 points
  expect(text).toMatch(/^0\.28\d* w$/m);
  await page.keyboard.press('Control+z');
  await expect(station.getByLabel('Thin lines become')).toHaveCount(0);
});

test('colours are printed by the profile of the press, as they are, or by one that is read from a file', async ({
  page,
}) => {
  const plain = (file: string): string => run('qpdf', '--qdf', '--object-streams=disable', file, '-');
  await openJob(page, 'Harbour postcards');
  await openStation(page, 'artwork');
  await expect(page.getByText('Colours are printed by “Plover, as it prints”')).toBeVisible();
  await expect(page.getByText('as sRGB, brought to the press by its profile')).toBeVisible();
  await accessible(page);
  const brought = plain((await exported(page, 'postcards')).file);
  expect(brought).toContain('/OutputIntent');
  expect(brought).toContain('0 0 0 1 k');
  expect(brought).not.toMatch(/DeviceRGB| rg\n/);
  await openStation(page, 'artwork');
  await page.getByText('As they are', { exact: true }).click();
  await saved(page);
  expect(plain((await exported(page, 'postcards-own')).file)).toContain('DeviceRGB');
  await page.keyboard.press('Control+z');
  await openStation(page, 'artwork');
  await expect(page.getByRole('radio', { name: 'By profile' })).toBeChecked();
  // a file that is none is refused in words, and nothing else is another
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Read a profile…' }).click();
  await (await chooser).setFiles({ name: 'press.icc', mimeType: '', buffer: Buffer.from('no profile') });
  await expect(page.getByText('press.icc was not taken in. It is no ICC profile.')).toBeVisible();
  await expect(page.getByText('Colours are printed by “Plover, as it prints”')).toBeVisible();
  await page.getByLabel('Tones, lighter').fill('20');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Tones are 20 % lighter')).toBeVisible();
  await page.getByText('A curve for each ink').click();
  await page.getByLabel('Black, for 50 %').fill('40');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Tones are 20 % lighter, by a curve for/)).toBeVisible();
  await saved(page);
  await page.reload();
  await openStation(page, 'artwork');
  await expect(page.getByLabel('Black, for 50 %')).toHaveValue('40');
});

test('flat colours are trapped on the sheets, or the ticket tells the press; settings are kept in the shop', async ({
  page,
}) => {
  await openJob(page, 'Signal flags, offset');
  const station = await openStation(page, 'artwork');
  await expect(page.getByText('Colours are trapped by “Sheetfed”')).toBeVisible();
  const plain = (file: string): string => run('qpdf', '--qdf', '--object-streams=disable', file, '-');
  const trapped = plain((await exported(page, 'flags')).file);
  expect(trapped).toContain('/Trapped /True');
  // 0.08 mm on one side are a pen of 0.4535 points, and blue with yellow in it where they meet
  expect(trapped).toMatch(/^1 0\.6\d* 1 0 K$/m);
  expect(trapped).toMatch(/^0\.453\d* w$/m);
  await openStation(page, 'artwork');
  await fill(station.getByLabel('Width of traps', { exact: true }), '0.2');
  await expect(page.getByText(/^By 0\.2 mm, 0\.12 mm into black/)).toBeVisible();
  await expect(station.getByRole('button', { name: /Trap settings/ })).toContainText('Sheetfed');
  await accessible(page);
  await station.getByText('By press', { exact: true }).click();
  await expect(page.getByText('The press traps by “Sheetfed”')).toBeVisible();
  await saved(page);
  const ticket = await page.request.get(`/api${new URL(page.url()).pathname}/layout?as=xjdf`);
  // 0.2 mm are 0.5669 points
  expect(await ticket.text()).toMatch(/<TrappingParams [^>]*TrapWidth="0\.5669"/);
  expect(plain((await exported(page, 'flags-untrapped')).file)).not.toContain('/Trapped');

  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('The shop itself').click();
  const kept = page.getByRole('region', { name: 'Trapping' });
  await kept.getByRole('button', { name: 'Keep settings' }).click();
  await fill(kept.getByLabel('Name of the settings'), 'Newsprint');
  await fill(kept.getByLabel('Width of traps', { exact: true }), '0.3');
  await accessible(page);
  await expect(page.locator('[data-sync=saved]')).toBeVisible();
  await openJob(page, 'Signal flags, offset');
  await openStation(page, 'artwork');
  await station.getByRole('button', { name: /Trap settings/ }).click();
  await page.getByRole('option', { name: /Newsprint/ }).click();
  await expect(page.getByText('The press traps by “Newsprint”')).toBeVisible();
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('The shop itself').click();
  await page.getByRole('button', { name: 'Remove the settings Newsprint' }).click();
  await expect(kept.getByRole('button', { name: 'Keep settings' })).toBeVisible();
});

test('rules are kept by name; what stops a job by them stops it until it is let pass; a report says it', async ({
  page,
}) => {
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('The shop itself').click();
  const rules = page.getByRole('region', { name: 'Preflight' });
  await rules.getByRole('button', { name: 'Keep rules' }).click();
  await rules.getByRole('button', { name: 'Another like these' }).click();
  await fill(rules.getByLabel('Name of the rules'), 'Lenient');
  await rules.getByRole('button', { name: /Fonts are not in the file/ }).click();
  await page.getByRole('option', { name: /^Good to know/ }).click();
  await accessible(page);
  await expect(page.locator('[data-sync=saved]')).toBeVisible();

  const path = join(scratch, 'no-fonts.pdf');
  writePdf(path, [{ entries: '/MediaBox[0 0 241 156]', content: '0 0 0 1 k BT /F 20 Tf 40 60 Td (Tides) Tj ET' }], {
    3: '<</Type/Font/Subtype/Type1/BaseFont/GullSans>>',
  });
  await openDropped(page, path);
  const station = await openStation(page, 'artwork');
  const fonts = station.getByRole('button', { name: /Fonts are not in the file/ });
  await expect(station.getByText('Failed', { exact: true })).toBeVisible({ timeout: 20_000 });
  await fonts.click();
  await station.getByRole('button', { name: 'Let it pass' }).click();
  await expect(station.getByText('Failed', { exact: true })).toHaveCount(0);
  await expect(station.getByText('let pass: it is printed all the same')).toBeVisible();
  await saved(page);
  await accessible(page);
  const report = await page.request.get(`/api${new URL(page.url()).pathname}/report`);
  const file = join(scratch, 'report.pdf');
  writeFileSync(file, await report.body());
  expect(run('pdftotext', file, '-')).toMatch(
    /checked by “House rules”[\s\S]*Fonts are not in the file[\s\S]*let pass/,
  );
  await page.keyboard.press('Control+z');
  await expect(station.getByText('Failed', { exact: true })).toBeVisible();
  await station.getByRole('button', { name: /Rules that files are checked by/ }).click();
  await page.getByRole('option', { name: /Lenient/ }).click();
  await expect(station.getByText('Failed', { exact: true })).toHaveCount(0);

  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  await page.getByText('The shop itself').click();
  for (const name of ['House rules', 'Lenient'])
    await rules.getByRole('button', { name: `Remove the rules ${name}` }).click();
  await expect(rules.getByRole('button', { name: 'Keep rules' })).toBeVisible();
});
