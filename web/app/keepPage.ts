import { forget, keepFor } from '../ui/storage';

/**
 * Lets the browser keep the page itself, the sounds, and what the Bench last read, so that a reload without a connection opens the
 * beat again. public/worker.js does the keeping.
 */
export function keepPage(): void {
  if (!('serviceWorker' in navigator)) return;
  navigator.serviceWorker
    .register('/worker.js')
    .then(async () => {
      // What was loaded before the worker was there.
      const { active } = await navigator.serviceWorker.ready;
      active?.postMessage({ loaded: performance.getEntriesByType('resource').map((entry) => entry.name) });
    })
    .catch(() => {
      // A private window may refuse; then a reload needs a connection.
    });
}

/** From here on everything that this browser keeps is this account's. */
export function belongTo(account: string): void {
  keepFor(account);
  tell({ account });
}

/** On signing out: the next person at this computer finds nothing of the last one. Unsent work stays, for the same account only. */
export async function leaveNothing(): Promise<void> {
  // Read when it is needed: most who sign out have never built a beat. Where it cannot be read, everybody's steps go.
  const steps = await import('../keep/UndoStore').catch(() => null);
  if (!steps) indexedDB.deleteDatabase('pulsanda');
  forget();
  await steps?.forgetSteps();
  tell({ account: null });
  if (!('caches' in window)) return;
  for (const name of await caches.keys()) if (name.startsWith('answers ')) await caches.delete(name);
}

function tell(message: object): void {
  if (!('serviceWorker' in navigator)) return;
  void navigator.serviceWorker.ready.then(({ active }) => active?.postMessage(message));
}
