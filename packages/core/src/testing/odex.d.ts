/** Only what the tests use of the reference solver of ordinary differential equations, which ships its types as source. */
export class Solver {
  constructor(variables: number);
  absoluteTolerance: number;
  relativeTolerance: number;
  maxSteps: number;
  solve(
    f: (t: number, y: number[]) => number[],
    from: number,
    start: number[],
    to: number,
  ): { readonly y: readonly number[] };
}
