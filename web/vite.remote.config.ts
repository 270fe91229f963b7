import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { namedBuild } from './namedBuild';

// The remote on its own: what a phone asks for over the local network is nothing of the desk's.
export default defineConfig({
  root: 'src/remote',
  publicDir: false,
  plugins: [react(), tailwindcss(), namedBuild()],
  build: {
    assetsDir: 'built',
    outDir: '../../../src/SideLamp.Server/wwwroot/remote',
    emptyOutDir: true,
    assetsInlineLimit: 0,
  },
});
