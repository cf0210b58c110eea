import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { accessible, exported, fill, openDropped, openJob, openStation, saved, scratch } from './helpers';
import { join } from 'node:path';
import { numberedPages, writePdf } from '../src/pdf/made';

/** Marks placed by hand: added, set, dragged with measures, printed as text; kept with a machine. */

test('a text line is added, says facts in their inks, is dragged and moved by keys, and is text in the PDF', async ({
  page,
}) => {
  await openJob(page, 'Seven harbour notices, offset');
  await openStation(page, 'marks');
  await expect(
    page.getByRole('button', { name: /^Text line, 8 mm from the left tail corner of the plate/ }),
  ).toBeVisible();
  const { sides, file } = await exported(page, 'plates');
  expect(sides.length).toBeGreaterThanOrEqual(7);
  const text = execFileSync('pdftotext', ['-f', '1', '-l', '1', '-layout', file, '-'], { encoding: 'utf8' });
  expect(text).toContain('Seven harbour notices, offset · form 1/7 · 125 prints · Cyan Magenta Yellow Black');

  await openStation(page, 'marks');
  await page.getByRole('button', { name: /^Add a mark/ }).click();
  await page.getByRole('option', { name: /^Note/ }).click();
  const grip = page.getByRole('button', { name: /^Note, .* of the paper/ });
  await expect(page.getByText('no room', { exact: true })).toBeVisible();
  // on the plate there is room for it
  await page.getByRole('button', { name: /Note stands by$/ }).click();
  await page.getByRole('option', { name: 'the plate' }).click();
  const onPlate = page.getByRole('button', { name: /^Note, .* of the plate/ });
  await expect(onPlate).toBeVisible();
  await expect(grip).toHaveCount(0);
  const before = await onPlate.getAttribute('aria-label');
  const box = (await onPlate.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2 + 2, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  await expect(onPlate).not.toHaveAttribute('aria-label', before!);
  await expect(onPlate).toHaveAttribute('aria-label', /along\. Arrow keys move it$/);
  await onPlate.focus();
  const here = await onPlate.getAttribute('aria-label');
  await page.keyboard.press('ArrowUp');
  await expect(onPlate).not.toHaveAttribute('aria-label', here!);
  await fill(page.getByRole('textbox', { name: 'Note says' }), 'Mind the {Stock}, {Jib}');
  await expect(page.getByText('“Note” says {Jib}').first()).toBeVisible();
  await page.getByRole('button', { name: 'Without it' }).first().click();
  await expect(page.getByText('“Note” says {Jib}')).toHaveCount(0);
  await accessible(page, 'placed marks');
  await page.getByRole('button', { name: 'Remove Note' }).click();
  await saved(page);
});

test('marks kept with a machine are on its new jobs by themselves', async ({ page }) => {
  const path = join(scratch, 'marked.pdf');
  writePdf(path, numberedPages(8));
  await openDropped(page, path);
  await openStation(page, 'marks');
  await page.getByRole('button', { name: /^Add a mark/ }).click();
  await page.getByRole('option', { name: /^Camera marks/ }).click();
  await page.getByRole('button', { name: 'Kept…' }).last().click();
  await page.getByRole('textbox', { name: 'Keep marks as' }).fill('For the cutter');
  await page.getByText(/^On new jobs of .* by itself$/).click();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Kept marks' })).toContainText('by itself');
  await page.keyboard.press('Escape');
  const other = join(scratch, 'marked-too.pdf');
  writePdf(other, numberedPages(4));
  await openDropped(page, other);
  await openStation(page, 'marks');
  await expect(page.getByRole('button', { name: 'Set Camera marks' })).toBeVisible();
  await page.getByRole('button', { name: 'Kept…' }).last().click();
  await page.getByRole('button', { name: 'Take out For the cutter' }).click();
  await expect(page.getByRole('button', { name: 'Keep it after all' })).toBeVisible();
});
