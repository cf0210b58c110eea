import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
p.on('pageerror', (e) => console.log('ERR', e.message));
p.on('console', (m) => m.type() === 'error' && console.log('CON', m.text().slice(0, 300)));
await p.goto('http://127.0.0.1:4380');
await p.getByRole('searchbox').first().fill('Tide table for');
await p.waitForTimeout(800);
const href = await p.locator('a[href*="/jobs/"]').first().getAttribute('href');
await p.goto('http://127.0.0.1:4380' + href);
await p.waitForTimeout(2500);
await p.keyboard.press('3');
await p.waitForTimeout(2000);
await p.getByRole('button', { name: 'Joints into quiet places' }).click();
await p.waitForTimeout(1500);
const h = await p.getByRole('slider', { name: 'Joint 1 from the left' }).boundingBox();
await p.mouse.move(h.x + 12, h.y + 12);
await p.mouse.down();
await p.mouse.move(h.x + 30, h.y + 14, { steps: 5 });
await p.waitForTimeout(400);
await p.screenshot({ path: '/tmp/p2.png' });
await p.keyboard.press('Escape');
await p.mouse.up();
await p.getByRole('button', { name: 'Panel B2' }).click();
await p.waitForTimeout(500);
await p.screenshot({ path: '/tmp/p4.png' });
await p.keyboard.press('2');
await p.waitForTimeout(1500);
await p
  .getByRole('button', { name: /^Panel B2/ })
  .click({ timeout: 3000 })
  .catch((e) => console.log('click', e.message.slice(0, 900)));
await p.waitForTimeout(800);
await p.screenshot({ path: '/tmp/p3.png' });
await p
  .getByRole('button', { name: /^3\s*Sheet/ })
  .first()
  .click()
  .catch((e) => console.log(e.message.slice(0, 200)));
await p.waitForTimeout(600);
for (const s of ['Sheets by overlap', 'Stocks compared']) await p.getByText(s).click();
await p.waitForTimeout(2500);
await p.screenshot({ path: '/tmp/p5.png' });
await p.getByText('Stocks compared').scrollIntoViewIfNeeded();
await p.mouse.move(180, 500);
await p.mouse.wheel(0, 600);
await p.waitForTimeout(500);
await p.screenshot({ path: '/tmp/p6.png' });
await b.close();
