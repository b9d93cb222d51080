/** The one in the middle; of an even number, what lies between the two there. Of none it is no number. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const [low = Number.NaN, high = Number.NaN] = [sorted[Math.floor((sorted.length - 1) / 2)], sorted[Math.ceil((sorted.length - 1) / 2)]];
  return (low + high) / 2;
}
