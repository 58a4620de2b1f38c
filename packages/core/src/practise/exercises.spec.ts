import { describe, expect, it } from 'vitest';
import { aimsMet, aimsOf, allMet } from './aims.js';
import { benchOf } from './bench-setup.js';
import { EXERCISES, planOf } from './exercises.js';
import { forgottenOf, preparationsOf } from './preparations.js';
import { watchHand } from './watch-hand.js';

const COARSE = { cellsAlong: 50, cellsRound: 20 };
const benchFor = (id: string, done?: readonly ReturnType<typeof preparationsOf>[number][]) => {
  const exercise = EXERCISES.find((e) => e.id === id)!;
  const plan = planOf(exercise);
  const asked = preparationsOf(plan, exercise.joint.position === 'horizontal');
  return benchOf(plan, exercise.joint.position, forgottenOf(done ?? asked, asked, exercise.wet))!;
};

describe('the course of the house', () => {
  it.each(EXERCISES.map((e) => e.id))('a good hand reaches every aim of %s', (id) => {
    const setup = benchFor(id);
    const made = watchHand(setup, { staysUntilK: 740 }, undefined, COARSE);
    const met = aimsMet(aimsOf(setup), made);
    expect(met.filter((m) => !m.met)).toEqual([]);
    expect(allMet(met)).toBe(true);
  });

  it('what is left undone shows: dirty, dry flux, a wet line', () => {
    const faults = (id: string, done: Parameters<typeof benchFor>[1]): (string | undefined)[] =>
      watchHand(benchFor(id, done), { staysUntilK: 740, patienceS: 120 }, undefined, COARSE).faults.map((f) => f.id);
    expect(faults('first', ['support', 'dry'])).toContain('dirty');
    expect(faults('stub', ['clean', 'support', 'dry'])).toContain('no flux');
    expect(faults('wet', ['clean', 'support'])[0]).toBe('wet');
  });

  it('asks for what the joint needs, and no more', () => {
    const asked = (id: string) => {
      const e = EXERCISES.find((x) => x.id === id)!;
      return preparationsOf(planOf(e), e.joint.position === 'horizontal');
    };
    expect(asked('first')).toEqual(['clean', 'support', 'dry']);
    expect(asked('up')).toEqual(['clean', 'dry']);
    expect(asked('stub')).toEqual(['clean', 'flux', 'support', 'dry']);
    expect(asked('part')).toContain('paste');
  });

  it('a joint that fails, or is slow, or takes too much rod, does not pass', () => {
    const setup = benchFor('first');
    const aims = aimsOf(setup);
    const good = watchHand(setup, { staysUntilK: 740 }, undefined, COARSE);
    const but = (change: Partial<typeof good>) => aimsMet(aims, { ...good, ...change }).filter((m) => !m.met);
    expect(but({ flameS: aims.flameS }).map((m) => m.aim)).toEqual([]);
    expect(but({ flameS: aims.flameS + 1 }).map((m) => m.aim)).toEqual([expect.stringMatching(/under the flame$/)]);
    expect(but({ fed: 1.51 }).map((m) => m.got)).toEqual(['151 %']);
    expect(but({ cut: { ...good.cut, filled: 0.89 } })).toHaveLength(1);
    expect(but({ cut: { ...good.cut, passes: false } }).map((m) => m.got)).toEqual(['fails']);
    expect(aimsMet({ ...aims, partK: 400 }, { ...good, partPeakK: 401 }).some((m) => !m.met)).toBe(true);
    expect(aimsMet({ ...aims, partK: 400 }, { ...good, partPeakK: 400 }).every((m) => m.met)).toBe(true);
  });
});
