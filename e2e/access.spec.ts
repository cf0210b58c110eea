import { join } from 'node:path';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { numberedPages, writePdf } from '../src/pdf/made';
import { accessible, atEachSize, cleanIn, openBoard, openJob, saved, scratch, station, takeByTyping } from './helpers';

// every size of window for everything that opens: more than a browser has in three minutes
test.describe.configure({ timeout: 1_200_000 });

const STATIONS = ['artwork', 'product', 'sheet', 'marks', 'finish', 'send'];

const POPPED = '.react-aria-Popover, [role=dialog]';

/** Opens whatever opens of a part of the screen, one after the other, and looks at each. */
async function eachOpened(page: Page, part: Locator, of: string): Promise<void> {
  const all = part.locator(
    'button[aria-haspopup], [role=combobox][aria-haspopup], button[aria-describedby][aria-expanded=false]',
  );
  for (let i = 0; i < (await all.count()); i++) {
    const button = all.nth(i);
    if (!(await button.isVisible()) || (await button.isDisabled())) continue;
    const name = (await button.getAttribute('aria-label')) ?? (await button.textContent()) ?? '';
    // what is narrow may close what hangs on a row: it is opened at each size anew
    await atEachSize(page, async (size) => {
      await button.click();
      const popped = page.locator(POPPED).filter({ visible: true });
      await expect(popped.first(), `what “${name}” of ${of} opens at ${size}`).toBeVisible();
      await cleanIn(page, POPPED, `“${name}” of ${of} at ${size}`);
      await page.keyboard.press('Escape');
      await expect(popped).toHaveCount(0);
    });
  }
}

test('the board, at every size of window', async ({ page }) => {
  await openBoard(page);
  await accessible(page, 'the board');
  const rows = page.getByRole('row').filter({ has: page.getByRole('link') });
  await eachOpened(page, page.locator('main > :first-child'), 'the board');
  await eachOpened(page, rows.first(), 'the first row');
  await rows.nth(0).locator('label').click();
  await rows.nth(1).locator('label').click();
  await accessible(page, 'two jobs marked');
  await eachOpened(page, page.getByRole('toolbar', { name: 'Acts on what is marked' }), 'what is marked');
  await page.getByRole('button', { name: 'Mark none' }).click();
  await page.getByRole('radio', { name: 'Removed' }).click();
  await accessible(page, 'the removed');
  await page.getByRole('radio', { name: 'All' }).click();
  await page.getByRole('searchbox').fill('nothing is called this');
  await accessible(page, 'nothing found');
});

for (const title of ['The borrower’s handbook', 'Annual report', 'Workshop manual'])
  test(`the job ${title}, at every size of window`, async ({ page }) => {
    await openJob(page, title);
    // what opens is much the same in every job
    const whole = title === 'The borrower’s handbook';
    if (whole) await eachOpened(page, page.locator('[data-region=brief]'), 'the brief');
    for (const name of STATIONS) {
      const it = station(page, name);
      const head = it.getByRole('button').first();
      if ((await head.getAttribute('aria-expanded')) !== 'true') await head.click();
      await accessible(page, `${name} of ${title}`);
      if (whole) await eachOpened(page, it, `${name} of ${title}`);
    }
    for (const view of ['2', '3', '1']) {
      await page.keyboard.press(view);
      await accessible(page, `view ${view} of ${title}`);
    }
    for (const key of ['n', 'l', 'm', 'c']) await page.keyboard.press(key);
    await accessible(page, `all that the table shows of ${title}`);
    await page.keyboard.press('?');
    await accessible(page, 'the keys');
  });

test('the shop, at every size of window', async ({ page }) => {
  await page.goto('/shop');
  await page.locator('[data-ready]').waitFor();
  for (const list of ['Stocks', 'Presses', 'Finishing', 'The shop itself']) {
    await page.getByRole('radio', { name: list }).click();
    const entries = page.getByRole('list', { name: 'In the shop' }).getByRole('button');
    const n = list === 'The shop itself' ? 1 : await entries.count();
    // finishing machines are unlike one another, stocks are not
    for (let i = 0; i < (list === 'Stocks' ? 1 : n); i++) {
      if (list !== 'The shop itself') await entries.nth(i).click();
      await accessible(page, `${list}, ${i + 1}`);
    }
    await eachOpened(page, page.getByRole('main'), list);
  }
});

test('the floor, at every size of window', async ({ page }) => {
  await page.goto('/floor');
  await page.getByRole('heading', { name: 'Plover' }).waitFor();
  await accessible(page, 'the floor');
  await eachOpened(page, page.getByRole('main'), 'the floor');
});

test('from the file to the press by keys alone', async ({ page }) => {
  const path = join(scratch, 'keys.pdf');
  writePdf(path, numberedPages(8));
  const tabTo = async (to: Locator): Promise<void> => {
    for (let i = 0; i < 60; i++) {
      if (await to.evaluate((el) => el === document.activeElement).catch(() => false)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`Tab does not lead to ${to.toString()}.`);
  };
  await openBoard(page);
  await tabTo(page.getByRole('button', { name: 'Add artwork' }));
  const chooser = page.waitForEvent('filechooser');
  await page.keyboard.press('Enter');
  await (await chooser).setFiles(path);
  const opened = page.locator('[data-arrival=done]').first().getByRole('link', { name: 'Open' });
  await opened.waitFor();
  await tabTo(opened);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Keys');
  await page.locator('[aria-label^="Light table"]').waitFor();

  // how many, and on what
  await page.keyboard.press('F6');
  await tabTo(page.getByRole('button', { name: /^Copies/ }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Copies' }).getByRole('textbox')).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('25');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Brief')).toContainText('25 copies');
  await tabTo(page.getByRole('button', { name: /^Stock/ }));
  await page.keyboard.press('Enter');
  await takeByTyping(page, 'recycled');
  await expect(page.getByLabel('Brief')).toContainText('Kelp recycled 115');
  await saved(page);

  // and away
  const send = station(page, 'send');
  await tabTo(send.locator('h2 button'));
  await page.keyboard.press('Enter');
  const go = send.getByRole('button', { name: /^Send to/ }).first();
  await expect(go).toBeVisible();
  await tabTo(go);
  await page.keyboard.press('Enter');
  await expect(send.locator('[data-delivery]').first()).toHaveAttribute('data-state', 'completed', { timeout: 90_000 });
});
