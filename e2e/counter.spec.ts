import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { numberedPages, writePdf } from '../src/pdf/made';
import {
  accessible,
  dropFiles,
  fill,
  FLOOR,
  openBoard,
  openDropped,
  openJob,
  openStation,
  saved,
  scratch,
  station,
  takeByTyping,
} from './helpers';

const pdf = (name: string, pages = 8): string => {
  const path = join(scratch, name);
  writePdf(path, numberedPages(pages));
  return path;
};
/** The row of a job: what heads a group is a row as well, and may have the same letters in it (“nothing against …”). */
const row = (page: Page, title: string) =>
  page
    .getByRole('row')
    .filter({ has: page.getByRole('link') })
    .filter({ hasText: title });
/** The box that is pressed is drawn; the one that is ticked lies hidden in it. */
const mark = (page: Page, title: string) => row(page, title).first().locator('label').click();
const find = (page: Page, text: string) => page.getByRole('searchbox').fill(text);

test('the board: by state, sorted and filtered; many marked, dated, copied, done, removed and brought back', async ({
  page,
}) => {
  await openBoard(page);
  await dropFiles(page, [pdf('slate-a.pdf'), pdf('slate-b.pdf'), pdf('slate-c.pdf'), pdf('slate-d.pdf')]);
  const arrivals = page.getByRole('region', { name: 'Arriving files' });
  // four files fold into one line
  await expect(arrivals).toContainText('4 of 4 planned');
  await expect(arrivals.locator('[data-arrival]')).toHaveCount(0);
  await arrivals.getByRole('button', { name: 'Show each' }).click();
  await expect(arrivals.locator('[data-arrival=done]')).toHaveCount(4);
  await arrivals.getByRole('button', { name: 'Clear' }).click();

  await find(page, 'slate');
  await expect(page.getByRole('row').filter({ has: page.getByRole('link') })).toHaveCount(4);
  await mark(page, 'Slate a');
  await mark(page, 'Slate b');
  const acts = page.getByRole('toolbar', { name: 'Acts on what is marked' });
  await expect(acts).toContainText('2 jobs marked');
  await accessible(page);
  await acts.getByRole('button', { name: 'Due' }).click();
  await fill(page.getByRole('dialog', { name: 'Due' }).getByLabel(/Due/), '2031-05-20');
  await expect(row(page, 'Slate a')).toContainText('20 May');
  await expect(row(page, 'Slate b')).toContainText('20 May');
  // taken back by the key
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Slate a')).toContainText('no day yet');

  await row(page, 'Slate c').getByRole('button', { name: 'Acts on Slate c' }).click();
  await page.getByRole('menuitem', { name: 'Make a copy' }).click();
  await expect(row(page, 'Slate c')).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Slate c')).toHaveCount(1);

  await row(page, 'Slate d').getByRole('button', { name: 'Acts on Slate d' }).click();
  await page.getByRole('menuitem', { name: 'Done', exact: true }).click();
  const shown = page.getByRole('radiogroup', { name: 'Which jobs are shown' });
  await shown.getByRole('radio', { name: /^Done/ }).click();
  await expect(row(page, 'Slate d')).toBeVisible();
  await expect(row(page, 'Slate a')).toHaveCount(0);
  await shown.getByRole('radio', { name: /^All/ }).click();

  for (const t of ['a', 'b', 'c', 'd']) await mark(page, `Slate ${t}`);
  await acts.getByRole('button', { name: 'Remove' }).click();
  await expect(row(page, 'Slate')).toHaveCount(0);
  await shown.getByRole('radio', { name: 'Removed' }).click();
  await expect(row(page, 'Slate a').first()).toBeVisible();
  await mark(page, 'Slate a');
  await acts.getByRole('button', { name: 'Bring back' }).click();
  await shown.getByRole('radio', { name: /^All/ }).click();
  await expect(row(page, 'Slate a')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Slate a')).toHaveCount(0);
});

test('a job sent again is asked about; it says its version; it goes on after a jam; removed it asks for the press', async ({
  page,
}) => {
  await openDropped(page, pdf('again.pdf', 16));
  const product = await openStation(page, 'product');
  await fill(product.getByLabel('Copies'), '300');
  await saved(page);
  await page.request.post(`${FLOOR}/provoke/pause`);
  const send = await openStation(page, 'send');
  await send.getByRole('button', { name: 'Send to Plover', exact: true }).click();
  const deliveries = send.locator('[data-delivery]');
  await expect(deliveries).toHaveCount(1);
  await expect(deliveries.first()).toContainText(/version of \d\d:\d\d/);
  await openStation(page, 'product');
  await fill(product.getByLabel('Copies'), '320');
  await saved(page);
  await openStation(page, 'send');
  await expect(deliveries.first()).toContainText('the job was changed since');
  await send.getByRole('button', { name: 'Send to Plover', exact: true }).click();
  const asked = page.getByRole('dialog', { name: 'This job was sent already' });
  await expect(asked).toContainText(/D\d+ prints 300 copies of the version of \d\d:\d\d; the job was changed since/);
  await accessible(page);
  await asked.getByRole('button', { name: /Cancel D\d+, send this/ }).click();
  await expect(deliveries).toHaveCount(2);
  await expect(deliveries.last()).toHaveAttribute('data-state', 'canceled');

  // further sheets, at any time
  await send.getByRole('button', { name: 'Print a part…' }).click();
  const part = page.getByRole('dialog', { name: 'Print a part' });
  await fill(part.getByLabel('Sheets', { exact: true }), '2-3');
  await fill(part.getByLabel('Times'), '5');
  await part.getByRole('button', { name: 'Print 10 sheets' }).click();
  await expect(deliveries).toHaveCount(3);
  await expect(deliveries.first()).toContainText('sheets 2 to 3, 5 times');

  // after a jam: what came out well is counted, it goes on behind that
  await deliveries.first().getByRole('button', { name: 'Cancel' }).click();
  await expect(deliveries.first()).toHaveAttribute('data-state', 'canceled');
  await deliveries.first().getByRole('button', { name: 'Go on from…' }).click();
  const on = page.getByRole('dialog', { name: /Go on with D/ });
  await fill(on.getByLabel('Good sheets'), '7');
  await expect(on).toContainText('It goes on from 8: sheet 3, once, then sheets 2 to 3, once.');
  await on.getByRole('button', { name: 'Go on from 8' }).click();
  await expect(deliveries).toHaveCount(5);

  await openBoard(page);
  await find(page, 'again');
  const href = await row(page, 'Again').getByRole('link').getAttribute('href');
  await row(page, 'Again').getByRole('button', { name: 'Acts on Again' }).click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  const press = page.getByRole('dialog', { name: '“Again” is on a machine' });
  await expect(press).toBeVisible();
  await accessible(page);
  await press.getByRole('button', { name: 'Stop the press and remove' }).click();
  await expect(row(page, 'Again')).toHaveCount(0);
  await page.request.post(`${FLOOR}/provoke/resume`);

  // its page says that it is off the board, and brings it back
  await page.goto(href!);
  const gone = page.getByText('This job was removed');
  await expect(gone).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(gone).toHaveCount(0);
  await openBoard(page);
  await find(page, 'again');
  await expect(row(page, 'Again')).toHaveCount(1);
});

test('keys work wherever the focus is; regions, words that open ready, one station at a time, findings let stand', async ({
  page,
}) => {
  await openJob(page, 'Tide almanac');
  const table = page.locator('[aria-label^="Light table"]');
  // focus on a button of the docket: arrows and letters are for the table all the same
  await page.locator('[data-station=marks] h2 button').focus();
  await page.keyboard.press('ArrowRight');
  await expect(table).toHaveAttribute('aria-label', /sheet 2/);
  await page.keyboard.press('n');
  await expect(table).toHaveAttribute('data-numbers', 'small');
  await page.keyboard.press('l');
  await expect(page.locator('[data-dimensions]')).toBeVisible();

  await page.keyboard.press('F6');
  await expect(page.locator('[data-region=table] :focus, [data-region=table]:focus')).toHaveCount(1);
  await page.keyboard.press('Shift+F6');
  await expect(page.locator('[data-region=docket] :focus')).toHaveCount(1);

  // six heads, one open; a pinned one stays
  await openStation(page, 'sheet');
  await expect(page.locator('[data-station] h2 button[aria-expanded=true]')).toHaveCount(1);
  for (const name of ['artwork', 'product', 'sheet', 'marks', 'finish', 'send'])
    await expect(station(page, name).getByRole('heading')).toBeInViewport();
  await station(page, 'sheet').getByRole('button', { name: 'Keep Sheet open' }).click();
  await openStation(page, 'marks');
  await expect(page.locator('[data-station] h2 button[aria-expanded=true]')).toHaveCount(2);
  await station(page, 'sheet').getByRole('button', { name: 'Keep Sheet open' }).click();

  // words of the brief: typed at once
  const brief = page.getByLabel('Brief');
  await brief.getByRole('button', { name: /^Finished size/ }).click();
  await expect(page.getByRole('combobox', { name: 'Finished size' })).toBeFocused();
  await page.keyboard.type('square 210');
  await expect(page.getByRole('option', { name: /210 × 210 mm/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(brief).toContainText('210 × 210 mm');
  await saved(page);
  await page.keyboard.press('Control+z');
  await brief.getByRole('button', { name: /^Stock/ }).click();
  await takeByTyping(page, 'recycled');
  await expect(brief).toContainText('Kelp recycled 115');
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(brief).toContainText('Wove 80');

  // the foremost finding leads to its place; let stand it is nothing against the job
  const foremost = page.getByRole('status', { name: 'Foremost finding' });
  await foremost.getByRole('button', { name: /22 pages make 24/ }).click();
  await expect(station(page, 'product').locator('h2 button')).toHaveAttribute('aria-expanded', 'true');
  await station(page, 'product')
    .getByRole('button', { name: /^Let it stand: 22 pages/ })
    .click();
  await expect(station(page, 'product')).toContainText('Accepted: 22 pages make 24 with 2 blanks');
  await saved(page);
  await station(page, 'product')
    .getByRole('button', { name: /^Look at it again/ })
    .click();
  await expect(foremost).toContainText('22 pages make 24');
  await saved(page);
});

test('the table measures: places, distances that hold to trims, chains that add up', async ({ page }) => {
  await openJob(page, 'Care of edges');
  const table = page.locator('[aria-label^="Light table"]');
  const box = (await table.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2 - 40, box.y + box.height / 2);
  await expect(page.locator('[data-readout]')).toContainText(/from left, .* mm from the foot/);
  await expect(page.locator('[data-readout]')).toContainText('care-of-edges.pdf, 100 %');
  await page.keyboard.press('m');
  const trims = page.locator('[data-sheet] [aria-hidden=false] svg rect[fill=none][stroke="#2a211c"]');
  const trim = (await trims.last().boundingBox())!;
  // near the corners: the tape holds to them
  await page.mouse.click(trim.x + 3, trim.y + 3);
  await page.mouse.move(trim.x + 60, trim.y + 40);
  await page.mouse.click(trim.x + trim.width - 4, trim.y + 4);
  await expect(page.locator('[data-measured]')).toHaveAttribute('data-measured', /^(210|148|296|297) mm$/);
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-measured]')).toHaveCount(0);
  await page.keyboard.press('l');
  const chain = page.locator('[data-dimensions] text');
  const lengths = (await chain.allTextContents()).map(Number);
  // along the foot and up the left: together a sheet's width and height
  expect(Math.round(lengths.reduce((a, b) => a + b, 0))).toBe(770);
  await page.keyboard.press('c');
  await accessible(page);
});

test('a file dropped on a job asks what it is to be', async ({ page }) => {
  await openDropped(page, pdf('asked.pdf'));
  await expect(page.locator('[aria-label^="Light table"]')).toBeVisible();
  const drop = async (name: string): Promise<void> => {
    const data = readFileSync(pdf(name, 12)).toString('base64');
    const transfer = await page.evaluateHandle(
      ([file, bytes]) => {
        const t = new DataTransfer();
        t.items.add(new File([Uint8Array.from(atob(bytes!), (c) => c.charCodeAt(0))], file!));
        return t;
      },
      [name, data],
    );
    await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
  };
  await drop('another.pdf');
  const asked = page.getByRole('dialog', { name: 'another.pdf' });
  await accessible(page);
  await asked.getByRole('button', { name: /As a further file/ }).click();
  await expect(page.getByText('another.pdf is in the docket')).toBeVisible();
  await drop('own.pdf');
  await page
    .getByRole('dialog', { name: 'own.pdf' })
    .getByRole('button', { name: /A new job/ })
    .click();
  await expect(page.getByText('own.pdf is a job of its own.')).toBeVisible();
  await drop('instead.pdf');
  await page
    .getByRole('dialog', { name: 'instead.pdf' })
    .getByRole('button', { name: /In place of asked.pdf/ })
    .click();
  await expect(page.getByLabel('Brief')).toContainText('12-page');
});

test('the job card is one page with the brief, the paper and the sums', async ({ page, request }) => {
  await openJob(page, 'The borrower’s handbook');
  const send = await openStation(page, 'send');
  const href = (await send.getByRole('link', { name: 'Job card' }).getAttribute('href'))!;
  const file = join(scratch, 'card.pdf');
  writeFileSync(file, await (await request.get(href)).body());
  const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  expect(text).toContain('The borrower’s handbook');
  expect(text).toContain('Gullcroft Tool Library');
  expect(text.replace(/\s+/g, ' ')).toContain('7 sheets, two sides, 200 times');
  expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toMatch(/Pages: +1\n/);
});
