import { defineConfig } from '@playwright/test';

// Debian's Chromium, as the machine has it; no browser is ever downloaded.
export default defineConfig({
  testDir: '.',
  timeout: 480_000,
  // A slow machine is no fault: what is waited for may take its time.
  expect: { timeout: 60_000 },
  workers: 1,
  // The cause of each that needs it is to be found: the test command names them.
  retries: process.env['CI'] ? 1 : 0,
  reporter: [['list']],
  outputDir: '../../artifacts/browser',
  use: {
    viewport: { width: 1280, height: 800 },
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
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
      ],
    },
  },
});
