import type { ProcedureCover } from '../selection/facts.js';

/**
 * The oxygen limit that holds for a joint: the line's, or a stricter one of a signed procedure that covers its rod.
 * Where several cover it the strictest holds, since any of them may be worked to.
 * @returns the limit as a volume fraction, and the procedure that sets it, null where the line does
 */
export function oxygenLimitFor(
  lineLimit: number,
  procedures: readonly ProcedureCover[],
  fNumber: string | null,
): { readonly limit: number; readonly by: string | null } {
  let strictest: { readonly limit: number; readonly by: string | null } = { limit: lineLimit, by: null };
  for (const p of procedures)
    if (p.fNumbers.includes(fNumber ?? '') && p.oxygenLimit != null && p.oxygenLimit < strictest.limit)
      strictest = { limit: p.oxygenLimit, by: p.name };
  return strictest;
}
