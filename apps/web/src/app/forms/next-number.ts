/** The number after the highest in use, e.g. 13 after C-012; what is numbered otherwise does not count. */
export function nextNumber(used: readonly string[], prefix: string): number {
  const own = used.filter((n) => n.startsWith(prefix)).map((n) => n.slice(prefix.length));
  return Math.max(0, ...own.filter((n) => /^\d+$/.test(n)).map(Number)) + 1;
}

/** Number of a coupon. */
export const couponNumber = (n: number): string => `C-${String(n).padStart(3, '0')}`;
