import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { run, writePdf } from '../src/pdf/made';
import { accessible, FLOOR, openDropped, openJob, openStation, saved, scratch } from './helpers';

const K = 72 / 25.4;

/** Cards of one colour each, without bleed. */
function cards(): string {
  const [w, h] = [90 * K, 55 * K];
  const path = join(scratch, 'bench-cards.pdf');
  writePdf(
    path,
    ['0.2 0.4 0.7', '0.8 0.5 0.2'].map((colour) => ({
      entries: `/MediaBox[0 0 ${w} ${h}]`,
      content: `${colour} rg 0 0 ${w} ${h} re f 1 g 20 20 60 30 re f`,
    })),
  );
  return path;
}

test('a bound book is trimmed at the knife, and its machines have a card with what they are set to', async ({
  page,
}) => {
  await openJob(page, 'Annual report');
  const finish = await openStation(page, 'finish');
  await expect(finish.getByRole('button', { name: /Machine to trim/ })).toContainText('Avocet');
  await finish.getByText('Set-up of the machines').click();
  const setups = finish.getByRole('list', { name: 'Set-up of the machines' });
  await expect(setups).toContainText(/Plate 1\s*225\.0 mm/);
  await expect(setups).toContainText(/Mill off\s*3\.0 mm/);
  await expect(setups).toContainText(/Cut 1\s*148\.0 mm/);
  const link = finish.getByRole('link', { name: 'Set-up card' });
  const answer = await page.request.get((await link.getAttribute('href'))!);
  expect(answer.headers()['content-type']).toBe('application/pdf');
  const file = join(scratch, 'setups.pdf');
  writeFileSync(file, await answer.body());
  const words = run('pdftotext', '-layout', file, '-');
  expect(words).toMatch(/Plate 2 +160\.0 mm/);
  expect(words).toMatch(/Cut 2 +213\.0 mm +Quarter turn left/);

  await page.keyboard.press('4');
  await page.getByText('The bound books').click();
  const told = page.getByRole('status', { name: 'Cut' });
  await expect(told).toContainText('148.0 mm');
  await expect(told).toContainText('Spine to the gauge');
  await page.getByRole('button', { name: 'Next cut' }).click();
  await expect(told).toContainText('213.0 mm');
  await page.getByRole('button', { name: 'Next cut' }).click();
  await expect(told).toContainText('210.0 mm');
  await expect(told).toContainText('Half turn');
  await accessible(page);
});

test('cards are cut at the stand-in guillotine, step by step, by the program that the job was written to', async ({
  page,
}, info) => {
  await openDropped(page, cards());
  await expect(page.locator('[aria-label^="Light table"]')).toBeVisible();
  const finish = await openStation(page, 'finish');
  await finish.getByRole('button', { name: /Machine to cut/ }).click();
  await page.getByRole('option', { name: /Avocet/ }).click();
  await saved(page);
  const download = page.waitForEvent('download');
  await finish.getByRole('button', { name: 'Write it as a file' }).click();
  const file = join(info.outputPath(), 'cuts.xml');
  await (await download).saveAs(file);
  const xml = readFileSync(file, 'utf8');
  expect(xml).toContain('<CutPrograms xmlns="urn:odd-sparrow:cuts:1" machine="Avocet">');
  const send = await openStation(page, 'send');
  await send.getByRole('button', { name: 'Send to Plover', exact: true }).click();
  await expect(send.locator('[data-delivery]').first()).toHaveAttribute('data-state', 'completed', {
    timeout: 120_000,
  });

  await page.goto(`${FLOOR}/guillotine`);
  await expect(page.getByRole('status')).toContainText('nothing in hand');
  await page.getByLabel('Read programs').setInputFiles(file);
  await expect(page.getByText('one program')).toBeVisible();
  await accessible(page);
  await page
    .getByRole('button', { name: /Take bench-cards|Take .*bench/i })
    .first()
    .click();
  await expect(page.getByRole('status')).toContainText(/cut 1 of \d+/);
  const measures = [...xml.matchAll(/measure="([\d.]+)"/g)].map((m) => Number(m[1]).toFixed(1));
  for (const [i, measure] of measures.entries()) {
    await expect(page.getByRole('status')).toContainText(`cut ${i + 1} of ${measures.length}`);
    await expect(page.locator('#gauge')).toHaveText(`${measure} mm`);
    await page.getByRole('button', { name: 'Cut', exact: true }).click();
  }
  await expect(page.getByText('all piles are out')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Done with it' }).click();
  await expect(page.getByRole('status')).toContainText('done');
});

test('a program of the guillotine is read into the shop, and a job is laid out for it by its name', async ({
  page,
}) => {
  await page.goto('/shop');
  await page.getByRole('radio', { name: /^Finishing/ }).click();
  await page.getByText('Avocet', { exact: true }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Read a file' }).click();
  await (await chooser).setFiles('docs/examples/cuts/avocet.xml');
  await expect(page.getByText('1 program of avocet.xml taken in.')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Programs' })).toContainText('Staff cards, five people: cards');
  await accessible(page);

  await openDropped(page, cards());
  const finish = await openStation(page, 'finish');
  await finish.getByRole('button', { name: /Machine to cut/ }).click();
  await page.getByRole('option', { name: /Avocet/ }).click();
  await finish.getByRole('button', { name: /Program of the guillotine/ }).click();
  await page.getByRole('option', { name: /Staff cards, five people/ }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('radio', { name: 'Knife' }).click();
  await expect(page.getByText(/by Staff cards, five people: cards/)).toBeVisible();
  const told = page.getByRole('status', { name: 'Cut' });
  await expect(told).toContainText('301.0 mm');
  await accessible(page);
  await saved(page);

  await page.goto('/shop');
  await page.getByRole('radio', { name: /^Finishing/ }).click();
  await page.getByText('Avocet', { exact: true }).click();
  await page.getByRole('button', { name: /^Take out Staff cards/ }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
});
