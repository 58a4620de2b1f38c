import type { InputError } from '../source/problem.js';

/** What a run complains of, "field: words" for each; empty where it does not. */
export function complaints(run: () => unknown): string[] {
  try {
    run();
    return [];
  } catch (e) {
    return (e as InputError).problems.map((p) => `${p.field}: ${p.says}`);
  }
}
