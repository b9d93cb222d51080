/** Whether a hit with odds sounds in a pass: the core's function (core/Pattern/Odds.php), held against it by a test. */
export function sounds(odds: number, seed: number, pass: number, section: number, row: number, at: number): boolean {
  if (odds === 100) return true;
  let hash = 0x9e3779b9;
  for (const value of [seed, pass, section, row, at]) {
    hash = Math.imul(hash ^ value, 0x45d9f3b) >>> 0;
    hash = Math.imul(hash ^ (hash >>> 16), 0x45d9f3b) >>> 0;
    hash = (hash ^ (hash >>> 16)) >>> 0;
  }
  return hash % 100 < odds;
}
