import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { accessible, fill, openJob, openStation, saved, scratch } from './helpers';

/** What goes to the plate setter: forms in their order with their runs, die lines, a page for every ink. */

const inksOf = (file: string): string[] =>
  [
    ...execFileSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], { encoding: 'latin1' }).matchAll(
      /\/DeviceColorant \/(\S+)/g,
    ),
  ].map((m) => m[1]!.replaceAll('#20', ' '));

async function downloaded(page: Page, button: string, name: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  const file = join(scratch, name);
  await (await download).saveAs(file);
  return file;
}

test('forms are moved, repeated and left out, each with its run; their plates are written ink by ink', async ({
  page,
}) => {
  await openJob(page, 'Seven harbour notices, offset');
  const sheet = await openStation(page, 'sheet');
  const forms = sheet.getByRole('list', { name: /^Forms/ });
  const runs = (): Promise<string[]> =>
    forms.getByRole('textbox').evaluateAll((all) => all.map((e) => (e as HTMLInputElement).value));
  await expect(forms.getByRole('listitem')).toHaveCount(7);
  const [first, , ...others] = await runs();
  await fill(forms.getByRole('textbox', { name: 'How many of form 2' }), '400');
  await expect(forms.getByRole('listitem').nth(1)).toContainText('200 ×');
  // the run goes with its artwork
  await forms.getByRole('button', { name: 'form 2 earlier' }).click();
  await expect.poll(runs).toEqual(['400', first, ...others]);
  await forms.getByRole('button', { name: 'Leave form 3 out' }).click();
  await expect(forms.getByRole('listitem').nth(2)).toContainText('left out');
  await forms.getByRole('button', { name: 'Repeat form 1' }).click();
  await expect.poll(runs).toEqual(['400', '400', first, '0', ...others.slice(1)]);
  await saved(page);
  await accessible(page, 'the list of forms');

  await openStation(page, 'marks');
  await page.getByRole('button', { name: /^Add a mark/ }).click();
  await page.getByRole('option', { name: /^Die line/ }).click();
  await expect(page.getByText('“Die line” prints in “Die line”, which is not among the inks').first()).toBeVisible();
  await page.getByRole('button', { name: 'Add “Die line” to the inks' }).first().click();
  await expect(page.getByText('“Die line” prints in “Die line”')).toHaveCount(0);
  await saved(page);

  await openStation(page, 'send');
  const all = await downloaded(page, 'Plates, a page an ink', 'plates.pdf');
  const CMYK = ['Cyan', 'Magenta', 'Yellow', 'Black'];
  // eight artworks, one left out
  expect(inksOf(all)).toEqual(Array.from({ length: 7 }, () => [...CMYK, 'Die line']).flat());
  const zip = unzipSync(readFileSync(await downloaded(page, 'Their plates, a PDF a form', 'plates.zip')));
  expect(Object.keys(zip)).toEqual([1, 2, 3, 4, 5, 6, 7].map((n) => `form-${n}.pdf`));
  const third = join(scratch, 'form-3.pdf');
  writeFileSync(third, zip['form-3.pdf']!);
  expect(inksOf(third)).toEqual([...CMYK, 'Die line']);

  const packed = unzipSync(readFileSync(await downloaded(page, 'XJDF and its PDF', 'packed.zip')));
  expect(Object.keys(packed)).toEqual(['11.xjdf', 'harbour-notices.pdf']);

  // a run in black alone would lose the rest: it is said, and nothing is written
  await openStation(page, 'sheet');
  await fill(page.getByRole('textbox', { name: /inks/i }).first(), '1/0');
  await saved(page);
  await openStation(page, 'send');
  await page.getByRole('button', { name: 'Plates, a page an ink', exact: true }).click();
  await expect(page.getByText(/The front of sheet 1 prints in Cyan.*and has no plate for/)).toBeVisible();
});

test('slips lie on piles, and a poster has its map', async ({ page }) => {
  await openJob(page, 'Seven harbour notices, offset');
  await openStation(page, 'send');
  const read = async (name: string): Promise<string> => {
    const href = await page.getByRole('link', { name }).getAttribute('href');
    const file = join(scratch, 'card.pdf');
    writeFileSync(file, await (await page.request.get(href!)).body());
    return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  };
  expect(await read('Pile slips')).toContain('Pile 1 of 7');
  await openJob(page, 'Tide table for the wall');
  await page.keyboard.press('3');
  expect(await read('Assembly map')).toContain('How it hangs, seen from the front');
});
