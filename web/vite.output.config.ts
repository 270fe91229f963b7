import { defineConfig } from 'vite';

// The output page on its own: mixing software embeds browsers that are years behind.
export default defineConfig({
  root: 'src/output',
  base: '/out/',
  publicDir: 'public',
  build: {
    assetsDir: 'built',
    target: 'chrome90',
    cssTarget: 'chrome90',
    outDir: '../../../src/SideLamp.Server/wwwroot/out',
    emptyOutDir: true,
    modulePreload: { polyfill: false },
  },
});
