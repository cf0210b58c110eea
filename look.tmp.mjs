import { chromium } from '@playwright/test';
const [title, ...acts] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto('http://127.0.0.1:4380/');
if (title !== '-') await page.getByRole('link', { name: title, exact: true }).first().click();
await page.waitForTimeout(2500);
for (const a of acts) {
  const [k, ...r] = a.split('=');
  const v = r.join('=');
  if (k === 'key') await page.keyboard.press(v);
  if (k === 'click') await page.getByRole('button', { name: v }).first().click();
  if (k === 'tab') await page.getByRole('tab', { name: v }).first().click();
  if (k === 'pick') {
    const [l, o] = v.split('>');
    await page.getByRole('button', { name: l }).first().click();
    await page.getByRole('option', { name: o }).first().click();
  }
  if (k === 'st') {
    const b = page
      .locator('[data-station=' + v + ']')
      .getByRole('button')
      .first();
    if ((await b.getAttribute('aria-expanded')) !== 'true') await b.click();
  }
  if (k === 'text') await page.getByText(v).first().click();
  if (k === 'goto') await page.goto(v);
  if (k === 'wait') await page.waitForTimeout(Number(v));
  if (k === 'label') await page.getByLabel(v).first().scrollIntoViewIfNeeded();
  if (k === 'shot') await page.screenshot({ path: `/tmp/${v}.png` });
  if (k === 'scroll') {
    await page.getByRole('button', { name: v }).first().scrollIntoViewIfNeeded();
  }
  await page.waitForTimeout(500);
}
await browser.close();
