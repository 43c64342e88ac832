import { defineConfig } from '@playwright/test'
import { CHROMIUM } from '../scripts/chromium.mjs'

/** Debian's Chromium against the built application, which scripts/test.mjs has started. */
export default defineConfig({
  testDir: '.',
  workers: 1,
  // A busy machine may miss a deadline once; what fails twice is broken. A retried pass is reported as flaky.
  retries: process.env.CI ? 1 : 0,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: '../var/browser.json' }]],
  outputDir: '../var/test-results',
  use: {
    baseURL: `http://127.0.0.1:${process.env.ARCH_TEST_PORT ?? 9640}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
  },
})
