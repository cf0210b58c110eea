import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { numberedPages, writePdf } from '../src/pdf/made';
import { accessible, dropFiles, scratch } from './helpers';

test('the demo jobs stand in the order of need, and are found by a word', async ({ page }) => {
  await page.goto('/');
  const titles = page.getByRole('grid', { name: 'Jobs' }).getByRole('link');
  await page.locator('[data-ready]').waitFor();
  const order = async (among: readonly string[]): Promise<string[]> =>
    (await titles.allTextContents()).filter((t) => among.includes(t));
  // what wants a decision stands first, by its day; then what is ready
  const toDecide = ['Tide almanac', 'Volunteer roster', 'Loft inventory', 'Harbour notes'];
  await expect(titles.first()).toBeVisible();
  await expect.poll(() => order(toDecide)).toEqual(toDecide);
  await page.getByRole('radio', { name: /^Ready/ }).click();
  const ready = ['The borrower’s handbook', 'Care of edges', 'Annual report'];
  await expect.poll(() => order(ready)).toEqual(ready);
  await page.getByRole('radio', { name: /^All/ }).click();
  await accessible(page);
  await page.locator('[data-ready]').waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('almanac');
  await expect(titles).toHaveText(['Tide almanac']);
  await page.getByRole('searchbox').fill('zebra');
  await expect(page.getByText('No job here has “zebra” in it')).toBeVisible();
});

test('files dropped become jobs that are planned; bad ones say what to do, and harm nothing', async ({ page }) => {
  const at = (name: string): string => join(scratch, name);
  writePdf(at('good.pdf'), numberedPages(12));
  writeFileSync(at('empty.pdf'), '');
  writeFileSync(at('letter.pdf'), 'Dear printer, please find attached');
  execFileSync('qpdf', ['--encrypt', 'sesame', 'owner', '256', '--', at('good.pdf'), at('locked.pdf')]);
  await page.goto('/');
  await dropFiles(page, [
    at('good.pdf'),
    at('empty.pdf'),
    at('letter.pdf'),
    at('locked.pdf'),
    { path: at('good.pdf'), as: '"quoted" <b>🐦 &amp;.pdf' },
  ]);
  const arrivals = page.getByRole('region', { name: 'Arriving files' });
  await expect(arrivals.getByText('This file is empty')).toBeVisible();
  await expect(arrivals.getByText('neither a PDF nor')).toBeVisible();
  await expect(arrivals.locator('[data-arrival=done]')).toHaveCount(2);
  await expect(arrivals.getByText(/the same file as jobs? [\d, ]+; stored once/).first()).toBeVisible();
  // what has no day stands last: it is looked for
  await page.getByRole('searchbox').fill('quoted');
  await expect(page.getByRole('link', { name: '"quoted" <b>🐦 &amp;' })).toBeVisible();
  await accessible(page);

  await arrivals.getByLabel('Password of locked.pdf').fill('wrong');
  await arrivals.getByRole('button', { name: 'Open' }).click();
  await expect(arrivals.getByText('does not open')).toBeVisible();
  await arrivals.getByLabel('Password of locked.pdf').fill('sesame');
  await arrivals.getByRole('button', { name: 'Open' }).click();
  await expect(arrivals.locator('[data-arrival=done]')).toHaveCount(3);

  await page.getByRole('searchbox').fill('good');
  // planned already: pages counted, sheets counted
  await expect(
    page
      .getByRole('row')
      .filter({ hasText: /100 × 12 pages, A5 upright, on .* sheets/ })
      .first(),
  ).toBeVisible();
  const remove = async (title: string | RegExp): Promise<void> => {
    await page
      .getByRole('row')
      .filter({ hasText: title })
      .first()
      .getByRole('button', { name: /^Acts on/ })
      .click();
    await page.getByRole('menuitem', { name: 'Remove' }).click();
  };
  await page.getByRole('searchbox').fill('good');
  await remove('Good');
  await expect(page.getByText('Removed “Good”')).toBeVisible();
  await page.getByRole('searchbox').fill('locked');
  await remove('Locked');
  await expect(page.getByText('Removed “Locked”')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(page.getByRole('link', { name: 'Locked' })).toBeVisible();
  await remove('Locked');
  await page.getByRole('searchbox').fill('quoted');
  await remove(/quoted/);
  await expect(page.getByRole('link', { name: /quoted/ })).toHaveCount(0);
});

test('an upload broken off leaves nothing behind', async ({ request, page }) => {
  const before = ((await (await request.get('/api/jobs')).json()) as unknown[]).length;
  await page.goto('/');
  const failed = await page.evaluate(async () => {
    const abort = new AbortController();
    const body = new Blob([new Uint8Array(20_000_000)]);
    setTimeout(() => abort.abort(), 5);
    return fetch('/api/jobs?name=half.pdf', {
      method: 'POST',
      body,
      headers: { 'Content-Type': 'application/octet-stream' },
      signal: abort.signal,
    }).then(
      (r) => r.status,
      () => 'aborted',
    );
  });
  expect(['aborted', 422]).toContain(failed);
  expect(((await (await request.get('/api/jobs')).json()) as unknown[]).length).toBe(before);
});

test('a name that is a path is only a name', async ({ request }) => {
  writePdf(join(scratch, 'plain.pdf'), numberedPages(4));
  const post = await request.post(`/api/jobs?name=${encodeURIComponent('../../etc/pass\nwd.pdf')}`, {
    headers: { 'Content-Type': 'application/octet-stream' },
    data: readFileSync(join(scratch, 'plain.pdf')),
  });
  expect(post.status()).toBe(201);
  const { id } = (await post.json()) as { id: string };
  const { job } = (await (await request.get(`/api/jobs/${id}`)).json()) as {
    job: { docket: { title: string; artwork: { file: { name: string } } } };
  };
  expect([job.docket.title, job.docket.artwork.file.name]).toEqual(['Passwd', 'passwd.pdf']);
  await request.delete(`/api/jobs/${id}`);
});

test('other sites and other names are turned away', async ({ request }) => {
  expect((await request.get('/api/jobs', { headers: { Host: 'evil.test' } })).status()).toBe(421);
  const post = await request.post('/api/jobs?name=x.pdf', {
    headers: { Origin: 'http://evil.test', 'Content-Type': 'application/octet-stream' },
    data: 'x',
  });
  expect(post.status()).toBe(403);
});

test('a job that is not there says so', async ({ page }) => {
  await page.goto('/jobs/00000000-0000-4000-8000-000000000000');
  await expect(page.getByRole('heading', { name: 'This job is not here' })).toBeVisible();
  await accessible(page);
});
