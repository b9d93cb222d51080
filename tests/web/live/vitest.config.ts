import { defineConfig } from 'vitest/config';

/** What needs an instance that runs: its address is in PULSANDA_URL. */
export default defineConfig({ test: { dir: 'tests/web/live' } });
