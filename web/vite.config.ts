import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';
import { firstPage } from './firstPage';
import { namedBuild } from './namedBuild';

export default defineConfig({
  plugins: [react(), tailwindcss(), namedBuild(), firstPage('/desk/DeskPage.tsx')],
  build: {
    assetsDir: 'built',
    outDir: '../src/SideLamp.Server/wwwroot',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    // Faces within the style sheet would hold up the first page, whether its words need them or not.
    assetsInlineLimit: 0,
  },
  // What needs a page says so in its first line: making one takes more than a second.
  // How fast something is belongs in bench/: a busy machine must fail no test.
  test: {
    environment: 'node',
    include: ['src/**/*.test.{ts,tsx}'],
    setupFiles: ['src/testing/page.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
