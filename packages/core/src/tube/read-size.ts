import { parseInchSize } from './tube.js';

/** Half the least step between two sizes that are told apart in decimals, inches. */
const NEAR = 0.0006;

/**
 * A size of tube as the tables write it: "1 1/8", "1-1/8\"", "1-1/8 in", "1.125" are 1-1/8, "22 mm" is the first wall
 * of that diameter.
 * @param sizes those of the standard that is meant
 * @returns the size, or null where the tables have none that is meant
 */
export function readSize(text: string, sizes: readonly string[]): string | null {
  const said = text.trim().toLowerCase();
  const bare = said.replace(/\s*(?:"|in|mm)$/, '').replace(/^(\d+)\s+(\d+\/\d+)$/, '$1-$2');
  const known = (size: string): string | null => sizes.find((s) => s.toLowerCase() === size) ?? null;
  const written = known(said) ?? known(bare);
  if (written) return written;
  if (said.endsWith('mm')) return sizes.find((s) => s.startsWith(`${bare}x`)) ?? null;
  if (!/^\d*\.\d+$/.test(bare)) return null;
  return sizes.find((s) => Math.abs((s.includes('.') ? Number(s) : parseInchSize(s)) - Number(bare)) < NEAR) ?? null;
}
