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
      active?.postMessage(performance.getEntriesByType('resource').map((entry) => entry.name));
    })
    .catch(() => {
      // A private window may refuse; then a reload needs a connection.
    });
}

/** On signing out: the next person at this computer finds nothing of the last one. */
export async function forgetAnswers(): Promise<void> {
  if ('caches' in window) await caches.delete('answers');
}
