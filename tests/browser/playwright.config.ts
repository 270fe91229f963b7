import { defineConfig } from '@playwright/test';

const args = [
  '--no-sandbox',
  // As mixing software does: a page may sound though nobody has pressed anything in it.
  '--autoplay-policy=no-user-gesture-required',
  // A camera that is none: the browser's own test picture. Pages still have to be allowed to it.
  '--use-fake-device-for-media-stream',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

// Debian's Chromium, as the machine has it; no browser is ever downloaded. Its shell draws the same with a part of the work.
const shell = { launchOptions: { executablePath: '/usr/bin/chromium-headless-shell', args } };
const whole = { launchOptions: { executablePath: '/usr/bin/chromium', args } };

export default defineConfig({
  testDir: '.',
  timeout: 120_000,
  // A slow machine is no fault: what is waited for may take its time.
  expect: { timeout: 20_000 },
  workers: 2,
  fullyParallel: true,
  // The cause of each that needs it is to be found: the test command names them.
  retries: process.env['CI'] ? 1 : 0,
  reporter: [['list'], ['json']],
  outputDir: '../../artifacts/browser',
  use: { viewport: { width: 1280, height: 800 }, permissions: ['clipboard-read', 'clipboard-write'] },
  projects: [
    { name: 'journeys', grepInvert: /@whole|@alone/, use: shell },
    // What the shell does not have.
    { name: 'whole', grep: /@whole/, use: whole },
    // What measures time has the machine to itself: the test command runs it after the others, one at a time.
    { name: 'alone', grep: /@alone/, use: shell },
  ],
});
