/** What is wrong with one input, said so that it can stand beside the field. */
export interface FieldProblem {
  /** Dotted path of the field, e.g. `tube.size`. */
  readonly field: string;
  /** What is wrong and what is allowed, in the trade's words. */
  readonly says: string;
}

/** Thrown by core functions when an input is outside what the formula allows. */
export class InputError extends Error {
  constructor(readonly problems: readonly FieldProblem[]) {
    super(problems.map((p) => `${p.field}: ${p.says}`).join('; '));
    this.name = 'InputError';
  }
}

/**
 * Checks that a number is finite and inside [min, max].
 * @throws InputError naming `field` and the allowed range.
 */
export function requireRange(field: string, value: number, min: number, max: number, unit = ''): number {
  if (!Number.isFinite(value) || value < min || value > max) {
    throw new InputError([{ field, says: `must be between ${min} and ${max}${unit ? ` ${unit}` : ''}` }]);
  }
  return value;
}
