import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FOOT, INCH, SCFH } from '../units/units.js';
import { purgeLine, remainingShare, taylorAris, trickleFlow, wellMixedVolumes } from './single-line.js';

describe('well-mixed purge (closed form)', () => {
  it.each([
    [0.01, 3.04],
    [0.005, 3.73],
    [0.001, 5.34],
    [0.0001, 7.64],
  ])('to %d takes %d volumes', (limit, volumes) => expect(wellMixedVolumes(limit)).toBeCloseTo(volumes, 2));
});

describe('advection with dispersion (Ogata-Banks closed form)', () => {
  it('starts full and ends empty, falling all the way', () => {
    let before = 1;
    for (let t = 0; t <= 400; t += 5) {
      const now = remainingShare(10, t, 0.1, 0.005);
      expect(now).toBeLessThanOrEqual(before + 1e-12);
      before = now;
    }
    expect(remainingShare(10, 0, 0.1, 0.005)).toBe(1);
    expect(before).toBeLessThan(1e-9);
  });

  it('does not overflow at a large Peclet number and is near half when the front arrives', () => {
    expect(remainingShare(100, 1000, 0.1, 1e-6)).toBeCloseTo(0.5, 2);
  });

  it('satisfies the transport equation: dC/dt + u dC/dx = D d2C/dx2, by finite differences', () => {
    const [u, d, x, t, h] = [0.1, 0.01, 3, 28, 1e-3];
    const c = (xx: number, tt: number): number => remainingShare(xx, tt, u, d);
    const dt = (c(x, t + h) - c(x, t - h)) / (2 * h);
    const dx = (c(x + h, t) - c(x - h, t)) / (2 * h);
    const dxx = (c(x + h, t) - 2 * c(x, t) + c(x - h, t)) / (h * h);
    expect(dt + u * dx - d * dxx).toBeCloseTo(0, 6);
  });

  it('Taylor-Aris falls back to plain diffusion at rest', () => {
    expect(taylorAris(0, 0.01)).toBe(2e-5);
    expect(taylorAris(0.1, 0.01) / 2e-5).toBeCloseTo(1 + 2500 / 48, 9);
  });
});

describe('a line', () => {
  it('sums volume and gives three times, plug the shortest', () => {
    const p = purgeLine({ lengthM: 60 * FOOT, boreM: 1.025 * INCH });
    expect(p.volumeM3).toBeCloseTo((Math.PI / 4) * (1.025 * INCH) ** 2 * 60 * FOOT, 12);
    expect(p.plugS).toBeCloseTo(p.volumeM3 / p.fillM3s, 9);
    expect(p.wellMixedS / p.plugS).toBeCloseTo(3.04, 2);
    expect(p.dispersedS).toBeGreaterThan(p.plugS);
    expect(p.waitS).toBe(Math.max(p.wellMixedS, p.dispersedS));
  });

  it('trickles 2 to 5 SCFH in small tube (practice)', () => {
    for (const bore of [0.3, 0.545, 0.785, 1.025]) {
      const scfh = trickleFlow(bore * INCH) / SCFH;
      expect(scfh).toBeGreaterThanOrEqual(2);
      expect(scfh).toBeLessThanOrEqual(5);
    }
  });

  it('a stricter limit or longer line never takes less time', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 500, noNaN: true }),
        fc.double({ min: 0.005, max: 0.2, noNaN: true }),
        (lengthM, boreM) => {
          const easy = purgeLine({ lengthM, boreM, limit: 0.01 });
          expect(purgeLine({ lengthM, boreM, limit: 0.001 }).waitS).toBeGreaterThanOrEqual(easy.waitS);
          expect(purgeLine({ lengthM: lengthM * 1.5, boreM, limit: 0.01 }).waitS).toBeGreaterThanOrEqual(easy.waitS);
        },
      ),
      { numRuns: 50 },
    );
  });

  it('warns where the gas may layer, and names a bad field', () => {
    expect(purgeLine({ lengthM: 10, boreM: 0.25 }).stratifies).toBe(true);
    expect(purgeLine({ lengthM: 10, boreM: 0.026 }).stratifies).toBe(false);
    expect(() => purgeLine({ lengthM: 0, boreM: 0.02 })).toThrow(/lengthM/);
    expect(() => purgeLine({ lengthM: 1e9, boreM: 0.02 })).toThrow(/lengthM/);
    expect(() => purgeLine({ lengthM: 1, boreM: 0.02, limit: 0 })).toThrow(/oxygenLimit/);
  });
});
