/** What moves while something plays: drawn once a frame, and once more when it stops. A page that stands still draws nothing. */
const drawn = new Set<() => void>();
let moves = false;
let frame = 0;

/** @returns what ends it */
export function everyFrame(draw: () => void): () => void {
  drawn.add(draw);
  return () => void drawn.delete(draw);
}

/** Says whether something plays. */
export function setMoving(now: boolean): void {
  moves = now;
  if (moves && frame === 0) frame = requestAnimationFrame(all);
}

function all(): void {
  frame = moves ? requestAnimationFrame(all) : 0;
  for (const draw of drawn) draw();
}
