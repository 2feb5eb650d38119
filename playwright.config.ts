import { defineConfig } from '@playwright/test';

const quiet = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--disable-quic',
];

/** Drives the built application, served by ./kanga test at KANGA_URL, in Debian's Chromium. */
export default defineConfig({
  testDir: 'e2e',
  workers: 1,
  retries: 0,
  // Patient: on a busy machine everything takes several times as long, and nothing here is about speed.
  timeout: 180_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', {}]],
  outputDir: 'test-results',
  use: {
    // What is not there after a minute does not come.
    actionTimeout: 60_000,
    baseURL: process.env['KANGA_URL'],
    // What a test asks for beside the page, as a program of this machine.
    extraHTTPHeaders: { 'x-kanga-token': process.env['KANGA_TOKEN'] ?? '' },
    acceptDownloads: true,
    // Every test is a new browser, which would fetch the whole application first; where it matters it is allowed.
    serviceWorkers: 'block',
    // Nobody is a newcomer in every test: what is shown at a first visit has a test of its own.
    storageState: {
      cookies: [],
      origins: [
        { origin: process.env['KANGA_URL'] ?? 'http://127.0.0.1', localStorage: [{ name: 'kanga.met', value: 'all' }] },
      ],
    },
    screenshot: 'only-on-failure',
    launchOptions: { executablePath: '/usr/bin/chromium', args: quiet },
  },
  projects: [
    { name: 'laptop', use: { viewport: { width: 1280, height: 800 } } },
    // Jobs from start to end; all of them in both systems of units by ./kanga walk.
    { name: 'walks', use: { viewport: { width: 1280, height: 800 } }, testMatch: /walks\/.*\.walk\.ts$/ },
    { name: 'tablet', use: { viewport: { width: 800, height: 1280 }, hasTouch: true }, testMatch: /journey|touch|axe/ },
  ],
});
