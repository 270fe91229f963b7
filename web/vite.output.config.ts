import { defineConfig } from 'vite';
import { namedBuild } from './namedBuild';

// The output page on its own: mixing software embeds browsers that are years behind.
export default defineConfig({
  root: 'src/output',
  base: '/out/',
  publicDir: 'public',
  plugins: [namedBuild()],
  build: {
    assetsDir: 'built',
    target: 'chrome90',
    cssTarget: 'chrome90',
    outDir: '../../../src/SideLamp.Server/wwwroot/out',
    emptyOutDir: true,
    modulePreload: { polyfill: false },
  },
});
