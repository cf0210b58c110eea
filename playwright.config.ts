import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/e2e',
  globalSetup: './e2e/setup.ts',
  // one application, one press: the tests take turns
  workers: 1,
  fullyParallel: false,
  // machines that run tests are shared: what is slow there is not wrong
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    actionTimeout: 30_000,
    baseURL: 'http://127.0.0.1:4480',
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: {
      // as browsers are: pages left are kept aside, and come back as they were
      ignoreDefaultArgs: ['--disable-back-forward-cache'],
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
