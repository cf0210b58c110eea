import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { run } from '../src/pdf/testing';
import { accessible, openJob, openStation, saved } from './helpers';

test('bench labels at the knife: stepped by keys and buttons, played, the piles at the end, the card', async ({
  page,
}, info) => {
  await openJob(page, 'Bench labels');
  await page.keyboard.press('4');
  const said = page.getByRole('status', { name: 'Cut' });
  await expect(said).toContainText('288.5 mm');
  await expect(said).toContainText('Left edge (side lay) to the gauge');
  const cuts = page.getByRole('list', { name: 'Cuts' }).getByRole('button');
  await expect(cuts).toHaveCount(11);
  // A4 of 297: 8.5 on either side of 4 × 70; then 12.5 above and below 5 × 37
  const measures = await cuts.allTextContents();
  expect(measures.map((t) => /([\d.]+) mm/.exec(t)![1])).toEqual(
    [288.5, 280, 210, 140, 70, 197.5, 185, 148, 111, 74, 37].map((v) => v.toFixed(1)),
  );
  await accessible(page);
  await page.keyboard.press('ArrowRight');
  await expect(said).toContainText('Half turn');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: 'Next cut' }).click();
  await expect(said).toContainText('280.0 mm');
  await cuts.nth(5).click();
  await expect(said).toContainText('Quarter turn left, 4 strips side by side');
  await expect(cuts.nth(5)).toHaveAttribute('aria-current', 'step');
  // four strips in hand
  await expect(page.getByRole('img', { name: 'Cut 6: 197.5 mm from the back gauge' })).toBeVisible();
  await page.keyboard.press('End');
  await expect(said).toContainText('20 piles are out');
  await expect(page.locator('.knife-pile').filter({ has: page.locator('text') })).toHaveCount(20);
  // played from the start, and held
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(said).toContainText('Cut 2 of 11');
  await page.getByRole('button', { name: 'Hold' }).click();
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();

  const link = page.getByRole('link', { name: 'Cut card' });
  const answer = await page.request.get((await link.getAttribute('href'))!);
  expect(answer.headers()['content-type']).toBe('application/pdf');
  const file = join(info.outputPath(), 'card.pdf');
  writeFileSync(file, await answer.body());
  const text = run('pdftotext', '-layout', file, '-');
  expect(text).toContain('Bench labels');
  expect(text).toMatch(/6 +197\.5 mm +Quarter turn left, 4 strips side by side +7\.776 in/);
  expect(text).toMatch(/jobs\/[0-9a-f-]+#knife/);
});

test('what the card’s code says opens the cuts; another job is cut or says why not', async ({ page }) => {
  await openJob(page, 'Staff cards, five people');
  await page.goto(`${page.url().split('#')[0]}#knife`);
  await page.reload();
  await expect(page.getByRole('status', { name: 'Cut' })).toContainText('Cut 1 of');
  await openJob(page, 'Mug transfers, one each');
  await page.getByRole('radio', { name: 'Knife' }).click();
  await expect(page.getByText(/is not cut flat|Cut 1 of/)).toBeVisible();
});

test('the machines to cut stand side by side by what they take; the slitter is set by its lines', async ({
  page,
}, info) => {
  await openJob(page, 'Coupons, stub to tear off');
  const finish = await openStation(page, 'finish');
  await finish.getByRole('button', { name: 'Redshank Machine to cut' }).click();
  // two rows of five with gaps: 4 + 10 cuts of one lift, 4 min and 14 ÷ 240 h; 40 sheets, 3 min and 40 ÷ 900 h
  await expect(page.getByRole('option', { name: /Avocet/ })).toContainText('14 cuts, 8 min');
  await expect(page.getByRole('option', { name: /Redshank/ })).toContainText('40 sheets, 6 min');
  await page.keyboard.press('Escape');
  await expect(finish).toContainText('in the pass that slits them');
  await page.getByRole('radio', { name: 'Knife' }).click();
  await expect(page.getByRole('status', { name: 'Cut' })).toContainText('4 slits, 10 cross cuts, 2 perforations');
  await expect(page.getByRole('list', { name: 'Slits' }).getByRole('listitem')).toHaveText([
    /9\.0 mm/,
    /157\.0 mm/,
    /163\.0 mm/,
    /311\.0 mm/,
  ]);
  await expect(page.getByRole('list', { name: 'Perforations along' }).getByRole('listitem')).toHaveText([
    /117\.0 mm/,
    /271\.0 mm/,
  ]);
  await accessible(page);
  const answer = await page.request.get((await page.getByRole('link', { name: 'Cut card' }).getAttribute('href'))!);
  const file = join(info.outputPath(), 'slits.pdf');
  writeFileSync(file, await answer.body());
  const text = run('pdftotext', '-layout', file, '-');
  expect(text).toMatch(/1 +9\.0 mm +1 +38\.0 mm +1 +117\.0 mm/);
  expect(text).toMatch(/Slit on Redshank, program \d{4}:/);
  // scored on a creaser it is cut on the guillotine: the pieces have a card of their own
  await finish.getByRole('button', { name: 'Redshank Machine to score' }).click();
  await expect(page.getByRole('option', { name: /Redstart/ })).toContainText('400 passes, 17 min');
  await page.getByRole('option', { name: /Redstart/ }).click();
  await expect(page.getByRole('status', { name: 'Cut' })).toContainText('4 slits, 10 cross cuts');
  await saved(page);
  const both = await page.request.get((await page.getByRole('link', { name: 'Cut card' }).getAttribute('href'))!);
  writeFileSync(file, await both.body());
  expect(run('pdftotext', '-layout', file, '-')).toMatch(/Perforations, left edge first[^]*1 +108\.0 mm/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  // A4 has no room for what it reads: that is said where it would be chosen
  await openJob(page, 'Bench labels');
  const labels = await openStation(page, 'finish');
  await labels.getByRole('button', { name: 'Avocet Machine to cut' }).click();
  await expect(page.getByRole('option', { name: /Avocet/ })).toContainText('11 cuts, 7 min');
  await expect(page.getByRole('option', { name: /Redshank/ })).toContainText('no: ');
  await page.keyboard.press('Escape');
  // pressed with the mouse, its keys are those of the cuts
  await page.getByRole('radio', { name: 'Sheet' }).click();
  await page.getByRole('radio', { name: 'Knife' }).click();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('status', { name: 'Cut' })).toContainText('Cut 2 of 11');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('status', { name: 'Cut' })).toContainText('Cut 1 of 11');
});

test('a card that is asked for while a change is being saved is that of the change', async ({ page, context }) => {
  await openJob(page, 'Bench labels');
  await page.keyboard.press('4');
  const order: string[] = [];
  await page.route('**/changes', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 800));
    const answer = await route.fetch();
    order.push('saved');
    await route.fulfill({ response: answer });
  });
  await context.route('**/cuts', async (route) => {
    order.push('opened');
    await route.fulfill({ body: 'the card' });
  });
  const finish = await openStation(page, 'finish');
  await finish.getByRole('button', { name: 'Avocet Machine to cut' }).click();
  await page.getByRole('option', { name: /Redshank/ }).click();
  const opened = context.waitForEvent('page');
  await page.getByRole('link', { name: 'Cut card' }).click();
  await (await opened).getByText('the card').waitFor();
  expect(order).toEqual(['saved', 'opened']);
});
