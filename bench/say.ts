/** The value below which a share of the times lies. */
export const percentile = (times: readonly number[], share: number): number =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? NaN;

export const say = (what: string, ms: number, more = ''): void =>
  console.log(`${what.padEnd(58)} ${ms.toFixed(1).padStart(9)} ms ${more}`);
