import { expect, test, type Page } from '@playwright/test';
import { accessible, openJob, openStation, fill, saved } from './helpers';

/** The jobs page reached by the browser's own way back, as a hand would; kept aside pages come back without loading. */
const back = (page: Page): Promise<void> => page.evaluate(() => history.back());
const heading = (page: Page, text: string): Promise<void> =>
  expect(page.getByRole('heading', { level: 1 })).toHaveText(text);

test('rounds of jobs and a job by the browser’s back and forward: nothing freezes, and what is shown is so', async ({
  page,
  context,
}) => {
  const other = await context.newPage();
  await openJob(other, 'Care of edges');
  await page.goto('/');
  // only the same page, not one loaded anew, knows this
  await page.evaluate(() => Object.assign(window, { marked: true }));
  for (let round = 0; round < 8; round++) {
    await page.getByRole('link', { name: 'Volunteer roster', exact: true }).click();
    await heading(page, 'Volunteer roster');
    await expect(page.locator('[aria-label^="Light table"]')).toBeVisible();
    await back(page);
    await heading(page, 'Jobs');
  }
  // while this page is kept aside, another window changes a job: it is caught up when it comes back
  await page.getByRole('link', { name: 'Volunteer roster', exact: true }).click();
  await heading(page, 'Volunteer roster');
  await openStation(other, 'product');
  await fill(other.locator('[data-station=product]').getByLabel('Copies'), '123');
  await saved(other);
  await back(page);
  await heading(page, 'Jobs');
  // found by its name: of a long list only what is in view is there
  await page.getByRole('searchbox').fill('Care of edges');
  await expect(page.getByRole('row').filter({ hasText: 'Care of edges' })).toContainText('123');
  // pages came back from where the browser keeps them, which is what this is about
  expect(await page.evaluate(() => (window as unknown as { marked?: boolean }).marked)).toBe(true);
  await other.getByRole('button', { name: /^Undo: / }).click();
  await saved(other);
});

test('ten windows of one browser all load, and all follow', async ({ context }) => {
  test.setTimeout(120_000);
  const first = await context.newPage();
  await openJob(first, 'Volunteer roster');
  const url = first.url();
  const windows = [first];
  for (let i = 1; i < 10; i++) {
    const page = await context.newPage();
    await page.goto(i % 2 ? url : '/');
    await heading(page, i % 2 ? 'Volunteer roster' : 'Jobs');
    windows.push(page);
  }
  await openStation(first, 'product');
  await fill(first.locator('[data-station=product]').getByLabel('Copies'), '61');
  await saved(first);
  for (const [i, page] of windows.entries())
    if (i % 2) await expect(page.getByLabel('Brief')).toContainText('61 copies');
    else if (i > 0) await expect(page.getByRole('row').filter({ hasText: 'Volunteer roster' })).toContainText('61');
  await first.getByRole('button', { name: /^Undo: / }).click();
  await saved(first);
  for (const page of windows.slice(1)) await page.close();
});

test('pages run only what they came with, and load nothing from elsewhere', async ({ page, baseURL }) => {
  const wrong: string[] = [];
  page.on('console', (m) => {
    if (/Content Security Policy/.test(m.text())) wrong.push(m.text());
  });
  page.on('request', (r) => {
    if (!r.url().startsWith(baseURL!) && !r.url().startsWith('blob:') && !r.url().startsWith('data:'))
      wrong.push(r.url());
  });
  const answer = await page.goto('/');
  const policy = answer!.headers()['content-security-policy']!;
  const scripts = /script-src ([^;]*)/.exec(policy)![1]!;
  expect(scripts).toMatch(/^'self'( 'sha256-[^']+')+$/);
  expect(policy).toContain("frame-ancestors 'none'");
  await openJob(page, 'Volunteer roster');
  for (const station of ['artwork', 'product', 'sheet', 'marks', 'finish', 'send']) await openStation(page, station);
  for (const view of ['Dummy', 'Pages', 'Sheet'])
    await page
      .getByRole('radio', { name: view })
      .or(page.getByRole('button', { name: view, exact: true }))
      .first()
      .click();
  await page.goto('/floor');
  await heading(page, 'Floor');
  await accessible(page);
  // an inline script put in by somebody does not run
  await page.evaluate(() => {
    const s = document.createElement('script');
    s.textContent = 'window.ran = true';
    document.body.append(s);
  });
  expect(await page.evaluate(() => (window as unknown as { ran?: boolean }).ran)).toBeUndefined();
  expect(wrong.filter((w) => !/Executing inline script/.test(w))).toEqual([]);
});
