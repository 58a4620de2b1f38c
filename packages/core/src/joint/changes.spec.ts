import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FILLERS } from '../fillers/fillers.js';
import { InputError } from '../source/problem.js';
import { anyJoint, anyLine } from '../testing/arbitraries.js';
import { measuredGapIn, sampleJoint, sampleLine } from '../testing/samples.js';
import { waysToAllow } from './changes.js';
import type { JointSpec } from './joint.js';
import { planJoint } from './plan.js';

const says = (joint: Partial<JointSpec>, filler: string, line = sampleLine()): string[] =>
  waysToAllow(sampleJoint(joint), line, {}, filler).map((w) => w.changes.map((c) => c.says).join(' + '));
const brass: Partial<JointSpec> = { socket: { kind: 'valve', metalId: 'brass-forging', depthM: null, cup: null } };

describe('what would make it possible', () => {
  it('a gap too wide is re-sized to the middle of the band at heat', () => {
    const [way] = waysToAllow(sampleJoint({ fitUp: measuredGapIn(0.012) }), sampleLine(), {}, 'BCuP-5');
    expect(way?.changes.map((c) => c.says).join()).toMatch(/re-size, ream or re-swage/);
    const chosen = planJoint(way!.joint, sampleLine()).selection.judgements.find((j) => j.filler.id === 'BCuP-5');
    expect(chosen?.gapVerdict).toBe('in band');
    expect(chosen?.gap.sideM).toBeCloseTo(0.0035 * 0.0254, 8);
  });
  it('phosphorus on brass: the other school first, another part after it', () => {
    const ways = says({ ...brass, fitUp: measuredGapIn(0.003) }, 'BCuP-5');
    expect(ways[0]).toContain('permissive school');
    expect(ways[1]).toContain('copper part');
  });
  it('phosphorus on steel: no school helps, only another part', () => {
    const steel = {
      socket: { kind: 'stub' as const, metalId: 'plated-steel', depthM: null, cup: null },
      fitUp: measuredGapIn(0.003),
    };
    const ways = says(steel, 'BCuP-5');
    expect(ways.join()).not.toContain('school');
    expect(ways[0]).toContain('take a copper part instead of plated steel');
  });
  it('cadmium needs a recorded reason, and in drinking water nothing helps', () => {
    expect(says({ fitUp: measuredGapIn(0.003) }, 'BAg-1')[0]).toContain('record a reason for cadmium');
    expect(says({ fitUp: measuredGapIn(0.003) }, 'BAg-1', sampleLine({ serviceId: 'drinking-water' }))).toEqual([]);
  });
  it('two things wrong take two changes', () => {
    const ways = says({ ...brass, fitUp: measuredGapIn(0.012) }, 'BCuP-5');
    expect(ways[0]).toContain(' + ');
    expect(ways[0]).toContain('re-size');
  });
  it('ammonia forbids copper whatever is changed, and an allowed class needs nothing', () => {
    expect(says({}, 'BCuP-5', sampleLine({ serviceId: 'ammonia' }))).toEqual([]);
    expect(says({}, 'BCuP-5')).toEqual([]);
    expect(says({}, 'BXX-1')).toEqual([]);
  });
  it('whatever way is named does allow the class, and keeps service and line', () => {
    fc.assert(
      fc.property(anyJoint, anyLine, fc.constantFrom(...FILLERS.map((f) => f.id)), (joint, line, id) => {
        for (const way of waysToAllow(joint, line, {}, id)) {
          const after = planJoint(way.joint, line).selection.judgements.find((j) => j.filler.id === id);
          expect(after?.verdict).not.toBe('refused');
          expect(way.joint.tube.size).toBe(joint.tube.size);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('a joint that cannot be planned at all has no way, not an error', () => {
    const bad = sampleJoint({ tube: { standardId: 'acr', size: '9/9', metalId: 'copper' } });
    expect(() => planJoint(bad, sampleLine())).toThrow(InputError);
    expect(waysToAllow(bad, sampleLine(), {}, 'BCuP-5')).toEqual([]);
  });
});
