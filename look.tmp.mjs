import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
p.on('pageerror', (e) => console.log('ERR', e.message));
p.on('console', (m) => m.type() === 'error' && console.log('CON', m.text().slice(0, 300)));
const go = async (t) => {
  await p.goto('http://127.0.0.1:4380');
  await p.getByRole('searchbox').first().fill(t);
  await p.waitForTimeout(1000);
  const href = await p.locator('a[href*="/jobs/"]').first().getAttribute('href');
  await p.goto('http://127.0.0.1:4380' + href);
  await p.waitForTimeout(3000);
};
await p.goto('http://127.0.0.1:4380');
await p.waitForTimeout(1500);
await p.screenshot({ path: '/tmp/b0.png' });
await go('Seven harbour');
await p.screenshot({ path: '/tmp/b1.png' });
await p.keyboard.press('2');
await p.waitForTimeout(1200);
await p.screenshot({ path: '/tmp/b3.png' });
await p.goto('http://127.0.0.1:4380/shop');
await p.waitForTimeout(1500);
await p
  .getByText(/Curlew/)
  .first()
  .click({ timeout: 5000 })
  .catch(async () => {
    await p.screenshot({ path: '/tmp/b2.png' });
  });
await p.waitForTimeout(1200);
await p
  .getByText('Prints from plates')
  .first()
  .scrollIntoViewIfNeeded({ timeout: 4000 })
  .catch(() => 0);
await p.screenshot({ path: '/tmp/b2.png' });
await go('Tide table for');
await p.keyboard.press('3');
await p.waitForTimeout(800);
await p.getByRole('button', { name: 'Panel B2' }).click();
await p.waitForTimeout(400);
await p.screenshot({ path: '/tmp/b4.png' });
await p.keyboard.press('2');
await p.waitForTimeout(800);
await p.getByLabel('Pulled apart').fill('60');
await p.waitForTimeout(800);
await p.screenshot({ path: '/tmp/b5.png' });
await b.close();
