import { saltmarsh } from '../../../../../demo/saltmarsh';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draftOf, jointOf, jointProblems, nextMark } from './joint-draft';
import { scheduleRows, stepFrom } from './schedule-rows';

const demo = saltmarsh('2026-06-15');

describe('a joint while it is typed', () => {
  it('comes back exactly as stored in either system, for every joint of the demo', () => {
    for (const joint of demo.joints) {
      for (const system of ['us', 'metric'] as const)
        expect(jointOf(draftOf(joint, system), joint, system, joint)).toEqual(joint);
    }
  });

  it('takes a comma for the point and refuses what is no number at its field', () => {
    const joint = demo.joints[0];
    if (!joint) throw new Error('demo');
    const draft = { ...draftOf(joint, 'us'), mode: 'stated' as const, gap: '0,003' };
    expect(jointOf(draft, joint, 'us').fitUp).toEqual({ mode: 'stated', gapSideM: 0.003 * 0.0254 });
    expect(jointProblems(jointOf({ ...draft, gap: 'wide' }, joint, 'us'))[0]?.field).toBe('fitUp.gapSideM');
    expect(jointProblems(jointOf({ ...draft, gap: '' }, joint, 'us'))[0]?.field).toBe('fitUp.gapSideM');
  });

  it('counts marks on from the highest, past gaps and foreign marks', () => {
    expect(nextMark('PF', ['PF-01', 'PF-09', 'PX-40', 'PF-x'])).toBe('PF-10');
    expect(nextMark('OX', [])).toBe('OX-01');
  });
});

describe('schedule rows', () => {
  it('stand under their lines, and finding keeps only what holds every word', () => {
    const all = scheduleRows(demo.joints, demo.lines, '');
    expect(all.filter((r) => r.kind === 'line')).toHaveLength(demo.lines.length);
    expect(all).toHaveLength(demo.lines.length + demo.joints.length);
    const found = scheduleRows(demo.joints, demo.lines, 'plated stub');
    expect(found.flatMap((r) => (r.kind === 'joint' ? [r.joint.mark] : []))).toEqual(['PF-07', 'FF-02']);
    expect(scheduleRows(demo.joints, demo.lines, 'no such thing')).toEqual([]);
  });

  it('a step never leaves the list', () => {
    const rows = scheduleRows(demo.joints, demo.lines, '');
    const marks = new Set(demo.joints.map((j) => j.id));
    fc.assert(
      fc.property(fc.constantFrom(...demo.joints.map((j) => j.id)), fc.integer({ min: -1e6, max: 1e6 }), (id, step) => {
        expect(marks.has(stepFrom(rows, id, step)?.id ?? '')).toBe(true);
      }),
    );
    expect(stepFrom([], null, 1)).toBeNull();
  });
});
