import { describe, expect, it } from 'vitest';
import { BURNT_WITH, FUEL_IDS } from '../heat/fuels.js';
import { DEFAULT_SCHOOLS } from '../schools/schools.js';
import { goodRig as good } from '../testing/rigs.js';
import { inUnits } from '../units/say.js';
import { PSI, SCFH } from '../units/units.js';
import { RIG_SCHOOLS } from './check-step.js';
import { roundSteps, stageSteps } from './checklist.js';
import { DROP_SEEN } from './drop-seen.js';
import { dropSays, hoseLeak, leakSays } from './drop-test.js';
import { FLAME_LOOKS, flameLooks } from './flame-look.js';
import { CHECK_ROUNDS, CHECK_STAGES } from './rounds.js';

const air = { ...good, burntWith: 'air-swirl' as const };

describe('the steps of a rig', () => {
  it('are each one thing with its reason and source, told apart, for every torch', () => {
    for (const fuelId of FUEL_IDS)
      for (const burntWith of BURNT_WITH) {
        const all = CHECK_STAGES.flatMap((s) => stageSteps(s, { ...good, fuelId, burntWith }, DEFAULT_SCHOOLS));
        expect(new Set(all.map((s) => `${s.stage} ${s.id}`)).size).toBe(all.length);
        for (const s of all) {
          expect(s.does, s.id).toMatch(/[.?]$/);
          expect(s.why, s.id).toMatch(/^[A-Z].*\.$/);
          expect(s.source.name).not.toBe('');
        }
      }
  });

  it('shut down by either school, with the reason of each', () => {
    const off = (shutOff: 'fuel' | 'oxygen') => stageSteps('shut down', good, { ...DEFAULT_SCHOOLS, shutOff });
    expect(off('fuel').map((s) => s.does)[0]).toBe('Torch: fuel valve off first.');
    expect(off('fuel')[0]?.why).toContain('burning on inside');
    expect(off('oxygen').map((s) => s.does)[0]).toBe('Torch: oxygen valve off first.');
    expect(off('oxygen')[0]?.why).toContain('leaking fuel valve');
    expect(off('oxygen')[1]?.does).toBe('Torch: fuel valve off.');
  });

  it('open the cylinders as the school says, acetylene alone with a limit', () => {
    const open = (acetyleneValve: 'quarter' | 'one-and-half') =>
      stageSteps('before', good, { ...DEFAULT_SCHOOLS, acetyleneValve }).find((s) => s.id === 'open-fuel')?.does;
    expect(open('quarter')).toBe('Open acetylene slowly, a quarter turn.');
    expect(open('one-and-half')).toContain('one and a half');
    const propane = stageSteps('before', { ...good, fuelId: 'propane' }, DEFAULT_SCHOOLS);
    expect(propane.find((s) => s.id === 'open-fuel')?.does).toBe('Open propane slowly.');
    expect(propane.some((s) => s.mind?.includes('Acetylene'))).toBe(false);
  });

  it('name the pressures, which are set while gas flows', () => {
    const set = stageSteps('before', { ...good, oxygenPa: 10 * PSI }, DEFAULT_SCHOOLS).find((s) => s.id === 'set');
    expect(inUnits(set?.does ?? '', 'us')).toContain('fuel 5.0 psi, oxygen 10.0 psi, let it flow');
    expect(set?.why).toContain('no gas flowing');
  });

  it('leave out oxygen where the torch burns in air', () => {
    const words = Object.values(CHECK_ROUNDS)
      .flat()
      .flatMap((s) => stageSteps(s, air, DEFAULT_SCHOOLS))
      .map((s) => `${s.does} ${s.mind ?? ''}`);
    expect(words.filter((w) => /oxygen/i.test(w) && !w.includes('Solution made for oxygen'))).toEqual([]);
  });

  it('go from upright to the flame, and from the torch valve to the stowed cart', () => {
    const ids = (round: 'morning' | 'evening') => roundSteps(round, good, DEFAULT_SCHOOLS).map((s) => s.id);
    expect([ids('morning')[0], ids('morning').at(-1)]).toEqual(['upright', 'kind']);
    expect([ids('evening')[0], ids('evening').at(-1)]).toEqual(['first-off', 'stands']);
    const before = ids('morning');
    expect(before.indexOf('screws-out')).toBeLessThan(before.indexOf('open-fuel'));
    expect(before.indexOf('shut-in')).toBeLessThan(before.indexOf('read-again'));
    expect(RIG_SCHOOLS).toContain('shutOff');
  });
});

describe('a shut-in rig', () => {
  // A quarter-inch hose of 25 ft holds 0.241 L; 1 psi in 30 s is then 0.0328 L/min.
  it('loses what its hose holds', () => {
    expect(hoseLeak(PSI, 30) * 60_000).toBeCloseTo(0.0328, 4);
    expect(hoseLeak(2 * PSI, 30)).toBeCloseTo(2 * hoseLeak(PSI, 30), 15);
    expect(hoseLeak(PSI, 60)).toBeCloseTo(hoseLeak(PSI, 30) / 2, 15);
    expect(hoseLeak(PSI, 30) / SCFH).toBeCloseTo(0.0695, 3);
  });

  it('says where each leaks, and how much', () => {
    const says = DROP_SEEN.map((seen) => dropSays('Oxygen', seen));
    expect(says.map((s) => /not lit|out of use/i.test(s))).toEqual([false, true, true, true]);
    expect(inUnits(leakSays(2 * PSI, 30), 'us')).toBe('2.0 psi in 30 s is about 0.1 SCFH.');
  });

  it('refuses readings that cannot be', () => {
    expect(() => hoseLeak(PSI, 0)).toThrow('seconds');
    expect(() => hoseLeak(-PSI, 30)).toThrow('fallPa');
  });
});

it('tells three flames by their look: only the first has a feather, the last is the sharpest and shortest', () => {
  const [feather, neutral, needle] = FLAME_LOOKS;
  expect(FLAME_LOOKS.map((f) => f.feather > 0)).toEqual([true, false, false]);
  expect(needle?.cone).toBeLessThan(neutral?.cone ?? 0);
  expect(needle?.sharp).toBeGreaterThan(feather?.sharp ?? 1);
  expect(flameLooks(air).map((f) => f.name)).not.toContain('Neutral: feather just gone');
});
