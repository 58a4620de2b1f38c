import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { draftOf, jointOf, jointProblems, nextMark } from './joint-draft';

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
    expect(jointProblems(jointOf({ ...draft, gap: 'wide' }, joint, 'us'), SHIPPED)[0]?.field).toBe('fitUp.gapSideM');
    expect(jointProblems(jointOf({ ...draft, gap: '' }, joint, 'us'), SHIPPED)[0]?.field).toBe('fitUp.gapSideM');
  });

  it('a bush, a seam, a cup and schools survive the form; a bush or seam left behind does not', () => {
    const bush = demo.joints.find((j) => j.bush);
    const seam = demo.joints.find((j) => j.groove);
    if (!bush || !seam) throw new Error('demo');
    expect(jointOf({ ...draftOf(bush, 'us'), socketKind: 'fitting' }, bush, 'us').bush).toBeNull();
    const thin = { ...draftOf(seam, 'us'), seamThickness: '' };
    expect(jointProblems(jointOf(thin, seam, 'us'), SHIPPED)[0]?.field).toBe('groove.thicknessM');
    expect(
      jointOf({ ...draftOf(bush, 'us'), schools: { fillet: 'cap' }, setAside: ' later ' }, bush, 'us'),
    ).toMatchObject({
      schools: { fillet: 'cap' },
      setAside: 'later',
    });
  });

  it('counts marks on from the highest, past gaps and foreign marks', () => {
    expect(nextMark('PF', ['PF-01', 'PF-09', 'PX-40', 'PF-x'])).toBe('PF-10');
    expect(nextMark('OX', [])).toBe('OX-01');
  });
});
