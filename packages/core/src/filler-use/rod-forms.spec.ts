import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findFiller } from '../fillers/fillers.js';
import { planJoint } from '../joint/plan.js';
import { measuredGapIn, sampleJoint, sampleLine } from '../testing/samples.js';
import { INCH } from '../units/units.js';
import { fillerUse } from './filler-use.js';
import { ringFor, ROD_FORMS } from './rod-forms.js';

const gap = { tubeOdM: 1.125 * INCH, socketIdM: 1.131 * INCH };

describe('forms of rod', () => {
  it('the same filler in any form: length times section is the volume', () => {
    const filler = findFiller('BCuP-5')!;
    const volumes = ROD_FORMS.map((f) => fillerUse(filler, [gap], 0.0231, 0.00127, f.id)).map(
      (u) => u.lengthM * u.form.areaM2,
    );
    for (const v of volumes) expect(v).toBeCloseTo(volumes[0] ?? NaN, 15);
  });
  it('a ring carries the volume it is asked for, with the thinnest wire that does in one turn where one does', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-9, max: 8e-7, noNaN: true }),
        fc.double({ min: 0.01, max: 0.1, noNaN: true }),
        (v, od) => {
          const ring = ringFor(v, od);
          expect(ring.turns).toBeLessThanOrEqual(3);
          expect((Math.PI / 4) * ring.wireM ** 2 * ring.wireLengthM).toBeCloseTo(v, 14);
        },
      ),
    );
    expect(() => ringFor(1e-4, 0.02)).toThrow(/ring cannot carry/);
  });
  it('two gaps hold two annuli and two fillets', () => {
    const filler = findFiller('BAg-24')!;
    const one = fillerUse(filler, [gap], 0.02, 0.001).netM3;
    expect(fillerUse(filler, [gap, gap], 0.02, 0.001).netM3).toBeCloseTo(2 * one, 15);
  });
  it('a joint with a pre-placed ring says wire, turns and length', () => {
    const plan = planJoint(sampleJoint({ rodForm: 'ring', fitUp: measuredGapIn(0.003) }), sampleLine());
    expect(plan.filler?.ring?.insideM).toBe(plan.tube.odM === 0 ? 0 : plan.filler?.ring?.insideM);
    expect(plan.filler?.ring?.wireM).toBeGreaterThan(0);
    expect(planJoint(sampleJoint(), sampleLine()).filler?.ring).toBeNull();
  });
});
