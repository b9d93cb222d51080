import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  base: '/build/',
  publicDir: false,
  build: {
    outDir: 'public/build',
    emptyOutDir: true,
    manifest: true,
    // Everything is served from files: the content policy allows no inline data.
    assetsInlineLimit: 0,
    rollupOptions: { input: 'web/main.tsx' },
  },
  test: { include: ['web/**/*.test.ts'] },
});
