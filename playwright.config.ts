import { defineConfig } from '@playwright/test';

/**
 * Tests of what is heard, and when: one after the other, beside none but those of the other group. The
 * last two are here so that both groups take about as long.
 */
const SOUNDING = [
  'byEar',
  'click',
  'offline',
  'outage',
  'plan',
  'practice',
  'processes',
  'recording',
  'show',
  'stage',
  'strokes',
  'transport',
  'unsaved',
  'sets',
  'song',
].map((name) => `**/${name}.spec.ts`);

/** What bin/with-demo calls this run. */
const run = process.env.EBRANT_DATABASE ?? 'browser';

export default defineConfig({
  testDir: 'e2e',
  // Two groups, which bin/test runs side by side, each with an application of its own.
  projects: [
    { name: 'sounding', testMatch: SOUNDING },
    { name: 'quiet', testIgnore: SOUNDING },
  ],
  outputDir: `test-results/${run}`,
  workers: 1,
  // Generous: the machine these run on may be several times slower than the one they were written on.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: `test-results/${run}.json` }]],
  use: {
    baseURL: process.env.EBRANT_URL,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // What is taken along is tested by itself (offline.spec.ts).
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
});
