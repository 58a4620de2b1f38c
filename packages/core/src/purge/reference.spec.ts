import { describe, expect, it } from 'vitest';
import { remainingShare } from './single-line.js';

/**
 * The closed form against a plain numerical solution of the same transport problem: second order in space
 * (central differences at a small cell Peclet number), explicit in time, an open far end well past the point read.
 */
function numerically(x: number, t: number, u: number, d: number, cells: number): number {
  const length = 3 * x;
  const dx = length / cells;
  const dt = Math.min((0.4 * dx * dx) / d, (0.5 * dx) / u);
  const steps = Math.ceil(t / dt);
  const h = t / steps;
  let c = new Float64Array(cells + 1).fill(1);
  c[0] = 0;
  for (let s = 0; s < steps; s++) {
    const next = new Float64Array(cells + 1);
    for (let i = 1; i < cells; i++) {
      const [w, m, e] = [c[i - 1] ?? 0, c[i] ?? 0, c[i + 1] ?? 0];
      next[i] = m + h * ((d * (e - 2 * m + w)) / (dx * dx) - (u * (e - w)) / (2 * dx));
    }
    next[cells] = 1;
    c = next;
  }
  return c[Math.round(x / dx)] ?? NaN;
}

describe('Ogata-Banks against a finite-difference solution', () => {
  it.each([
    [1, 8, 0.1, 0.02],
    [1, 12, 0.1, 0.02],
    [2, 25, 0.1, 0.05],
    [0.5, 3, 0.1, 0.01],
  ])('x %d m, t %d s, u %d m/s, D %d m2/s', (x, t, u, d) => {
    const coarse = Math.abs(numerically(x, t, u, d, 150) - remainingShare(x, t, u, d));
    const fine = Math.abs(numerically(x, t, u, d, 300) - remainingShare(x, t, u, d));
    expect(fine).toBeLessThan(1e-3);
    expect(fine).toBeLessThan(coarse + 1e-9);
  });
});
