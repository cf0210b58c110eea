import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { run, writePdf } from '../src/pdf/made';
import { accessible, FLOOR, openDropped, openJob, openStation, saved, scratch } from './helpers';

const K = 72 / 25.4;
const SIZE = { width: 148, height: 70 };
const COUNT = 10;

/** Tickets that are told apart by eye, each with 3 mm of bleed. */
function tickets(): string {
  const [w, h] = [(SIZE.width + 6) * K, (SIZE.height + 6) * K];
  const pages = Array.from({ length: COUNT }, (_, i) => ({
    entries: `/MediaBox[0 0 ${w} ${h}]/TrimBox[${3 * K} ${3 * K} ${w - 3 * K} ${h - 3 * K}]`,
    content:
      `${(i % 3) / 3} ${((i * 2) % 5) / 5} ${0.3 + (i % 4) / 8} rg 0 0 ${w} ${h} re f ` +
      `1 g 40 30 ${30 + 20 * i} 40 re f 0 g BT /F 60 Tf 60 100 Td (No ${i + 1}) Tj ET`,
  }));
  const path = join(scratch, 'raffle-tickets.pdf');
  writePdf(path, pages);
  return path;
}

interface Stacks {
  readonly waiting: readonly { job: number; name: string }[];
  readonly stacks: readonly {
    job: number;
    name: string;
    state: string;
    why: string | null;
    pieces: number[];
    program: string | null;
  }[];
}

test('cards dropped, laid out for the slitter, printed over IPP, and cut by the program that their code says', async ({
  page,
}, info) => {
  const source = tickets();
  await openDropped(page, source);
  await expect(page.locator('[aria-label^="Light table"]')).toBeVisible();
  const product = await openStation(page, 'product');
  await product.getByRole('button', { name: /Sides/ }).click();
  await page.getByRole('option', { name: /One side/ }).click();
  const sheet = await openStation(page, 'sheet');
  await expect(sheet).toBeVisible();
  const finish = await openStation(page, 'finish');
  await finish.getByRole('button', { name: /Machine to cut/ }).click();
  await page.getByRole('option', { name: /Redshank/ }).click();
  await saved(page);

  // the job's own program goes to the machine as a file
  const download = page.waitForEvent('download');
  await finish.getByRole('button', { name: 'Write it as a file' }).click();
  const file = join(info.outputPath(), 'programs.xml');
  await (await download).saveAs(file);
  const xml = readFileSync(file, 'utf8');
  const number = /<Program number="(\d+)"/.exec(xml)![1]!;
  await expect(finish).toContainText(`works it by ${number}`);
  const loaded = await page.request.post(`${FLOOR}/slitter/programs`, { data: xml });
  expect(loaded.status()).toBe(200);

  const send = await openStation(page, 'send');
  await send.getByRole('button', { name: 'Send to Plover', exact: true }).click();
  await expect(send.locator('[data-delivery]').first()).toHaveAttribute('data-state', 'completed', {
    timeout: 120_000,
  });

  await page.goto(`${FLOOR}/slitter`);
  await expect(page.getByRole('status')).toContainText('idle');
  await accessible(page);
  expect((await page.request.post(`${FLOOR}/slitter/dirty`)).status()).toBe(200);
  await page
    .getByRole('button', { name: /Take .*raffle/i })
    .first()
    .click();
  const state = async (): Promise<Stacks> =>
    (await (await page.request.get(`${FLOOR}/slitter/state`)).json()) as Stacks;
  const mine = async () => (await state()).stacks.find((s) => /raffle/i.test(s.name));
  // its code was dirty: the machine tells so, and is told to go on when the sheet is clean
  await expect.poll(async () => (await mine())?.state).toBe('stopped');
  await page.goto('/floor');
  const device = page.locator('[data-device=Redshank]');
  await expect(device).toHaveAttribute('data-state', 'stopped');
  await expect(device).toContainText('Clean the sheet, or put it aside.');
  await accessible(page);
  expect((await page.request.post(`${FLOOR}/slitter/go-on`)).status()).toBe(200);
  await expect(device).toHaveAttribute('data-state', 'idle', { timeout: 60_000 });
  await page.goto(`${FLOOR}/slitter`);
  await expect.poll(async () => (await mine())?.pieces.length ?? 0, { timeout: 60_000 }).toBeGreaterThan(0);
  const { job, pieces, program, why } = (await mine())!;
  expect(why).toBeNull();
  expect(program).toContain(number);
  await expect(page.getByRole('img', { name: 'Piece 1 of sheet 1' })).toBeVisible();

  // every piece is one of the pages, and every page comes out
  const pages = Array.from({ length: COUNT }, (_, i) => {
    const out = join(info.outputPath(), `page-${i}`);
    const at = (mm: number): string => String(Math.round((mm * 150) / 25.4));
    const box = ['-x', at(3), '-y', at(3), '-W', at(SIZE.width), '-H', at(SIZE.height)];
    run('pdftoppm', '-png', '-singlefile', '-r', '150', '-f', String(i + 1), ...box, source, out);
    return `${out}.png`;
  });
  const found = new Set<number>();
  for (let i = 0; i < pieces[0]!; i++) {
    const picture = await (await page.request.get(`${FLOOR}/slitter/pieces/${job}-0-${i}.jpg`)).body();
    const { data, info: of } = await sharp(picture).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    const apart = await Promise.all(
      pages.map(async (path) => {
        const best = await Promise.all(
          [0, 90, 180, 270].map(async (turn) => {
            const turned = await sharp(path).rotate(turn).toBuffer();
            const raw = await sharp(turned)
              .resize(of.width, of.height, { fit: 'fill' })
              .removeAlpha()
              .toColourspace('srgb')
              .raw()
              .toBuffer();
            let sum = 0;
            for (let k = 0; k < raw.length; k++) sum += Math.abs(raw[k]! - data[k]!);
            return sum / raw.length / 255;
          }),
        );
        return Math.min(...best);
      }),
    );
    const least = Math.min(...apart);
    expect(least).toBeLessThan(0.02);
    found.add(apart.indexOf(least));
  }
  expect(found.size).toBe(COUNT);
});

test('a program that the machine has is read into the shop, and chosen for a job by its name', async ({ page }) => {
  await openJob(page, 'Coupons, stub to tear off');
  const id = page.url().split('/').pop()!.split('#')[0]!;
  const xml = (await (await page.request.get(`/api/jobs/${id}/programs`)).text())
    .replace(/number="\d+"/, 'number="12"')
    .replace(/name="[^"]*"/, 'name="Ten up with a stub"');
  const file = join(scratch, 'redshank.xml');
  writeFileSync(file, xml);
  await page.goto('/shop');
  await page.getByRole('radio', { name: /^Finishing/ }).click();
  await page.getByText('Redshank', { exact: true }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Read a file' }).click();
  await (await chooser).setFiles(file);
  await expect(page.getByText('1 program of redshank.xml taken in.')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Programs' })).toContainText('Ten up with a stub');
  await accessible(page);

  // laid out another way, a job is laid out for it again by choosing its name
  await openJob(page, 'Coupons, stub to tear off');
  const finish = await openStation(page, 'finish');
  await finish.getByRole('button', { name: /Program of the slitter/ }).click();
  await page.getByRole('option', { name: /Ten up with a stub/ }).click();
  await expect(finish).toContainText('works it by 0012');
  await page.getByRole('radio', { name: 'Knife' }).click();
  await expect(page.getByText(/program 0012/)).toBeVisible();
  await page.getByRole('radio', { name: 'Sheet' }).click();
  await expect(page.locator('[data-code="0012"]').first()).toBeAttached();
  await accessible(page);
  await saved(page);
  const bad = await page.request.post('/api/programs/redshank', { data: { text: '<Programs/>' } });
  expect(bad.status()).toBe(422);
  expect(((await bad.json()) as { message: string }).message).toContain('not the open form');
  await page.goto('/shop');
  await page.getByRole('radio', { name: /^Finishing/ }).click();
  await page.getByText('Redshank', { exact: true }).click();
  await page.getByRole('button', { name: 'Take out Ten up with a stub' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
});
