/** Milliseconds of a frame that drawing may take: what is seen first comes first, and the page stays quick. */
const BUDGET = 12;

const waiting = new Set<() => void>();
let frame = 0;

/**
 * Draws in the order asked, as much as has room in every frame; before the page is printed all that is left.
 * @returns what takes it back
 */
export function drawSoon(draw: () => void): () => void {
  waiting.add(draw);
  if (frame === 0) frame = requestAnimationFrame(some);
  return () => void waiting.delete(draw);
}

function some(): void {
  const until = performance.now() + BUDGET;
  for (const draw of waiting) {
    waiting.delete(draw);
    draw();
    if (performance.now() > until) break;
  }
  frame = waiting.size > 0 ? requestAnimationFrame(some) : 0;
}

window.addEventListener('beforeprint', () => {
  for (const draw of waiting) draw();
  waiting.clear();
});
