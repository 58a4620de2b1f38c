/** A law that rises, and how steeply. */
export interface Rising {
  readonly value: number;
  readonly slope: number;
}

/** Steps after which halving alone would have used up every bit of a double. */
const MOST_STEPS = 2200;

/**
 * Where a rising law reaches zero: Newton between bounds, halving where it would leave them.
 * @param low where the law is at or under zero
 * @param high where it is at or over zero; the search begins here
 */
export function risingRoot(law: (x: number) => Rising, low: number, high: number): number {
  let x = high;
  for (let i = 0; i < MOST_STEPS; i++) {
    const { value, slope } = law(x);
    if (value > 0) high = x;
    else low = x;
    const step = x - value / slope;
    const tiny = 1e-14 * Math.abs(x);
    if (Math.abs(step - x) <= tiny || high - low <= tiny) return step;
    x = step > low && step < high ? step : (low + high) / 2;
  }
  return x;
}

/**
 * Where something true becomes false, by halving until no number lies between.
 * @param low where it is true
 * @param high where it is not
 * @returns the least number at which it was found not to be true
 */
export function turningPoint(isBefore: (x: number) => boolean, low: number, high: number): number {
  for (let mid = (low + high) / 2; mid > low && mid < high; mid = (low + high) / 2) {
    if (isBefore(mid)) low = mid;
    else high = mid;
  }
  return high;
}
