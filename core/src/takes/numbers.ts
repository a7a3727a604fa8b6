/** The middle of some numbers; 0 of none. */
export function median(numbers: readonly number[]): number {
  const sorted = [...numbers].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const upper = sorted[middle] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[middle - 1] ?? upper) + upper) / 2;
}

export const mean = (numbers: readonly number[]): number =>
  numbers.reduce((sum, each) => sum + each, 0) / Math.max(1, numbers.length);

/** Standard deviation of a sample; null with fewer than four. */
export function spreadOf(numbers: readonly number[]): number | null {
  if (numbers.length < 4) return null;
  const middle = mean(numbers);
  return Math.sqrt(numbers.reduce((sum, each) => sum + (each - middle) ** 2, 0) / (numbers.length - 1));
}
