import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    assetsDir: 'built',
    outDir: '../src/SideLamp.Server/wwwroot',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
  },
  test: { environment: 'jsdom', include: ['src/**/*.test.ts'] },
});
