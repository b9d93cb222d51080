/// <reference types="vitest/config" />
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { words } from './words.plugin.ts';

export default defineConfig({
  plugins: [react(), tailwindcss(), words()],
  base: '/build/',
  publicDir: false,
  build: {
    // Beside the other data of this instance.
    outDir: process.env.PULSANDA_BUILD ?? `${process.env.PULSANDA_DATA ?? 'var'}/build`,
    emptyOutDir: true,
    manifest: true,
    // What the Bench is made of is fetched at once; other places find theirs by themselves, so that the first page need not list them.
    modulePreload: {
      resolveDependencies: (file, needed) => (/BenchPage/.test(file) ? needed : needed.filter((one) => one.endsWith('.css'))),
    },
    // Everything is served from files: the content policy allows no inline data.
    assetsInlineLimit: 0,
    // The second one is what the core's mixdown is held against; no page loads it.
    rollupOptions: { input: ['web/main.tsx', 'web/sound/offline.ts'], preserveEntrySignatures: 'exports-only' },
  },
  test: { include: ['web/**/*.test.{ts,tsx}'], pool: 'threads', setupFiles: ['tests/web/setup.ts'], isolate: false, testTimeout: 30_000 },
});
