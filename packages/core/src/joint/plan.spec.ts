import { describe, expect, it } from 'vitest';
import { InputError } from '../source/problem.js';
import { measuredGapIn, sampleJoint, sampleLine } from '../testing/samples.js';
import { INCH, PSI } from '../units/units.js';
import { feedPlan } from './feed-plan.js';
import { planJoint } from './plan.js';
import { verdictSentence } from './verdict-sentence.js';

const sentence = (...args: Parameters<typeof planJoint>): string => {
  const s = verdictSentence('PF-07', planJoint(...args));
  return s.lead + (s.rod ?? '') + s.middle + (s.flux ?? '') + s.end;
};
const stub = { socket: { kind: 'stub' as const, metalId: 'plated-steel', depthM: null, cup: null } };

describe('a part nearby drives the choice', () => {
  const near = (inches: number, protection?: 'paste' | 'apart') =>
    planJoint(
      sampleJoint({
        tube: { standardId: 'acr', size: '7/8', metalId: 'copper' },
        partNearby: { partId: 'txv', distanceM: inches * INCH, protection },
      }),
      sampleLine(),
    );
  it('a rod that is worked lower is taken where it alone spares the valve', () => {
    const [far, middle, close] = [near(9), near(7), near(4)];
    expect(far.selection.chosen!.filler.id).toBe('BCuP-2');
    expect(middle.selection.chosen!.filler.id).not.toBe('BCuP-2');
    expect(middle.partHeat!.peakK!).toBeLessThanOrEqual(middle.partHeat!.limitK);
    expect(middle.troubles).not.toContain('part too hot');
    const usual = middle.selection.judgements.find((j) => j.filler.id === 'BCuP-2')!;
    expect(usual.findings.find((f) => f.rule === 'part-nearby')?.effect).toBe('caution');
    expect(close.troubles).toContain('part too hot');
  });
  it('paste or taking it apart saves it where no rod does, and the state says so', () => {
    expect(near(4, 'paste').troubles).not.toContain('part too hot');
    expect(near(4, 'paste').partHeat!.peakK!).toBeLessThan(near(4).partHeat!.peakK!);
    expect(near(4, 'apart').partHeat!.peakK).toBeNull();
    expect(near(4, 'apart').troubles).not.toContain('part too hot');
  });
});

describe('a joint plan', () => {
  it('answers in one sentence', () => {
    expect(sentence(sampleJoint({ fitUp: measuredGapIn(0.003) }), sampleLine())).toBe('PF-07 takes BCuP-5, no flux.');
    expect(sentence(sampleJoint(stub), sampleLine())).toMatch(
      /^PF-07 takes BAg-\d+ with black flux FB3-C\. The stub is steel\.$/,
    );
    expect(sentence(sampleJoint({ fitUp: measuredGapIn(0.012) }), sampleLine())).toBe(
      'PF-07: no rod serves it as it is. The gap is too wide for all of them. Instead: wider than this rod bridges: re-size, re-swage or take another fitting.',
    );
    expect(sentence(sampleJoint(), sampleLine({ serviceId: 'ammonia' }))).toContain('refused');
  });

  it('says where trouble is, worst first', () => {
    expect(planJoint(sampleJoint({ fitUp: measuredGapIn(0.012) }), sampleLine()).troubles).toEqual(['gap too wide']);
    const p = planJoint(
      sampleJoint({ tube: { standardId: 'acr', size: '2-5/8', metalId: 'copper' } }),
      sampleLine({ designPa: 600 * PSI }),
    );
    expect(p.trouble).toBe('stop');
    expect(p.troubles[0]).toBe('rating under design');
  });

  it('needs about an inch or two of flat stick on 1-1/8 tube, more in a wider gap', () => {
    const small = planJoint(sampleJoint({ fitUp: measuredGapIn(0.002) }), sampleLine()).filler;
    const large = planJoint(sampleJoint({ fitUp: measuredGapIn(0.005) }), sampleLine()).filler;
    expect((small?.lengthM ?? 0) / INCH).toBeGreaterThan(0.8);
    expect((large?.lengthM ?? 0) / INCH).toBeLessThan(5);
    expect(large?.massKg ?? 0).toBeGreaterThan(small?.massKg ?? 0);
  });

  it('volume of filler is the annulus by Pappus: gap times mean circumference times overlap', () => {
    const p = planJoint(sampleJoint({ fitUp: measuredGapIn(0.003) }), sampleLine());
    const g = p.selection.chosen?.gap;
    if (!g || !p.filler) throw new Error('no filler');
    const byHand = g.sideM * Math.PI * ((g.tubeOdM + g.socketIdM) / 2) * p.overlap.overlapM;
    expect(p.filler.annulusM3 / byHand).toBeCloseTo(1, 9);
  });

  it('names every unknown word at its field', () => {
    try {
      planJoint(sampleJoint({ tube: { standardId: 'acr', size: '9/7', metalId: 'unobtainium' } }), sampleLine());
      expect.unreachable();
    } catch (e) {
      expect(e).toBeInstanceOf(InputError);
      expect((e as InputError).problems.map((p) => p.field)).toEqual(['tube.size', 'tube.metalId']);
    }
  });

  it('feeds around the clock by position and flow', () => {
    const filler = planJoint(sampleJoint(), sampleLine()).selection.chosen?.filler;
    if (!filler) throw new Error('no filler');
    expect(feedPlan(filler, 'horizontal').sweeps).toHaveLength(2);
    expect(feedPlan(filler, 'up-feed').title).toContain('climb');
  });
});
