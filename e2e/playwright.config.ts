import { defineConfig } from '@playwright/test'
import ARGS from '../scripts/lib/chromium-args.json' with { type: 'json' }

export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  workers: 2,
  fullyParallel: true,
  timeout: 180_000,
  expect: { timeout: 20_000 },
  outputDir: '../test-results',
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env['PLUCKY_URL'] ?? 'http://127.0.0.1:4780',
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    screenshot: 'only-on-failure',
    launchOptions: { executablePath: process.env['PLUCKY_CHROMIUM'] ?? '/usr/bin/chromium', args: ARGS },
  },
})
