/** A share as a percent with one digit. */
export const shareWords = (x: number): string => `${(100 * x).toFixed(1)} %`;

/** Most digits that a share is told with. */
const MOST_DIGITS = 6;
/** A share as a percent beside the limit that it is held to: with as many digits as it takes to tell the two apart. */
export function shareBeside(share: number, limit: number): string {
  let digits = 1;
  while (digits < MOST_DIGITS && share !== limit && (100 * share).toFixed(digits) === (100 * limit).toFixed(digits))
    digits += 1;
  // What differs by less is rounding, and passes as equal.
  return digits === MOST_DIGITS ? shareWords(share) : `${(100 * share).toFixed(digits)} %`;
}
