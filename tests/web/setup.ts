import { cleanup } from '@testing-library/react';
import { afterAll, afterEach, vi } from 'vitest';
import { keepFor } from '../../web/ui/storage';
import { needWords } from '../../web/words/words';
import { PLACES } from '../../words.plugin';

/** Component tests read English, as the page does that names no language. */
await needWords(...PLACES);

// Files run one after the other in the same worker: none leaves anything to the next.
afterEach(cleanup);
afterAll(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  keepFor('nobody');
});
