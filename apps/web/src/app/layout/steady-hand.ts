/** A second touch so soon after the first is a slip of the glove, ms. */
const SLIP_MS = 350;

/** Tells a touch from a slip: a second one right after the first does not count. By a clock that nobody sets back. */
export class SteadyHand {
  private last = -Infinity;
  constructor(private readonly slipMs = SLIP_MS) {}

  slipped(): boolean {
    const now = performance.now();
    const slip = now - this.last < this.slipMs;
    if (!slip) this.last = now;
    return slip;
  }
}
