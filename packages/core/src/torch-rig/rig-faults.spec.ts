import { describe, expect, it } from 'vitest';
import { findFuel, FUEL_IDS, TIPS } from '../heat/fuels.js';
import { goodRig as good } from '../testing/rigs.js';
import { CUBIC_FOOT, PSI, SCFH } from '../units/units.js';
import { gasMarks } from './country-marks.js';
import { MARK_COUNTRIES } from './parts.js';
import { leftIn, rigWords, type TorchRig } from './rig.js';
import { type RigFault, rigFaults, stopsLighting } from './rig-faults.js';
import { tipDraw } from './tip-draw.js';

const YEAR = 2026;
const faultsAt = (at: string, change: Partial<TorchRig>): readonly RigFault[] =>
  rigFaults({ ...good, ...change }, YEAR).filter((f) => f.at === at);
const levelAt = (at: string, change: Partial<TorchRig>): string | undefined => faultsAt(at, change)[0]?.level;
const tip = (id: string) => TIPS.find((t) => t.id === id) as (typeof TIPS)[number];

describe('a rig', () => {
  it('that is right has nothing against it', () => {
    expect(rigFaults(good, YEAR)).toEqual([]);
    expect(stopsLighting(good, YEAR)).toEqual([]);
  });

  // Grades by CGA E-1: R and RM are for acetylene only, T for any fuel.
  it.each(FUEL_IDS.flatMap((fuelId) => (['R', 'RM', 'T'] as const).map((grade) => ({ fuelId, grade }))))(
    'on $fuelId with a hose of grade $grade',
    ({ fuelId, grade }) => {
      const level = levelAt('fuelHose', { fuelId, fuelHose: { grade, madeIn: YEAR } });
      expect(level).toBe(grade === 'T' || fuelId === 'acetylene' ? undefined : 'refused');
    },
  );

  it('is looked at where a hose is unmarked, of unknown age, at three years and at five', () => {
    const hose = (madeIn: number | null) => faultsAt('fuelHose', { fuelHose: { grade: 'T', madeIn } });
    expect(hose(YEAR - 2)).toEqual([]);
    expect(hose(YEAR - 3)[0]?.says).toContain('cracks');
    expect(hose(YEAR - 4)[0]?.says).toContain('cracks');
    expect(hose(YEAR - 5)[0]?.says).toContain('change it');
    expect(hose(null)[0]?.level).toBe('check');
    expect(levelAt('fuelHose', { fuelHose: { grade: 'unmarked', madeIn: YEAR } })).toBe('check');
  });

  it('is refused with a regulator of another gas, and looked at with an unmarked one', () => {
    expect(levelAt('fuelRegulator', { fuelRegulator: 'propane' })).toBe('refused');
    expect(levelAt('fuelRegulator', { fuelRegulator: 'unmarked' })).toBe('check');
    expect(levelAt('oxygenRegulator', { oxygenRegulator: 'acetylene' })).toBe('refused');
    expect(faultsAt('oxygenRegulator', { oxygenRegulator: 'acetylene' })[0]?.says).toContain('in oxygen it burns');
  });

  it('is refused with over 65 % copper on acetylene, at 65 % not; other fuels do not mind', () => {
    expect(levelAt('fittingsCopper', { fittingsCopper: 65 })).toBeUndefined();
    expect(levelAt('fittingsCopper', { fittingsCopper: 65.1 })).toBe('refused');
    expect(levelAt('fittingsCopper', { fittingsCopper: null })).toBe('check');
    expect(levelAt('fittingsCopper', { fuelId: 'propane', fittingsCopper: 99 })).toBeUndefined();
  });

  it('is refused with acetylene over 15 psi, at 15 psi not; propane may stand higher', () => {
    expect(levelAt('fuelPa', { fuelPa: 15 * PSI })).toBeUndefined();
    expect(levelAt('fuelPa', { fuelPa: 15.1 * PSI })).toBe('refused');
    expect(levelAt('fuelPa', { fuelId: 'propane', fuelPa: 30 * PSI })).toBeUndefined();
  });

  it('takes no check valve where an arrestor is asked, and says why', () => {
    const guards = { ...good.guards, oxygenTorch: 'check valve' as const };
    expect(levelAt('guards.oxygenTorch', { guards })).toBe('refused');
    expect(faultsAt('guards.oxygenTorch', { guards })[0]?.says).toContain('not a flame');
    expect(levelAt('guards.oxygenTorch', { guards, arrestorsAsked: 'regulators' })).toBeUndefined();
    const bare = { ...good.guards, fuelRegulator: 'nothing' as const };
    expect(levelAt('guards.fuelRegulator', { guards: bare, arrestorsAsked: 'regulators' })).toBe('refused');
    expect(levelAt('guards.fuelRegulator', { guards: bare, arrestorsAsked: 'not asked' })).toBe('check');
  });

  it('needs nothing of oxygen where it burns in air', () => {
    const guards = { ...good.guards, oxygenRegulator: 'nothing', oxygenTorch: 'nothing' } as const;
    const air = { ...good, guards, burntWith: 'air-swirl', oxygenRegulator: null, oxygenHose: null } as const;
    expect(rigFaults({ ...air, tips: [tip('air-small')] }, YEAR)).toEqual([]);
    expect(rigWords(air)).toBe('Acetylene in air, swirl tip');
  });

  it('is refused with a flame that is not known here', () => {
    expect(levelAt('burntWith', { fuelId: 'hydrogen', burntWith: 'air-swirl' })).toBe('refused');
  });
});

describe('cylinders', () => {
  const cylinder = good.fuelCylinder;

  it('are refused empty, and over their full pressure by more than a hot day', () => {
    expect(levelAt('fuelCylinder', { fuelCylinder: { ...cylinder, gaugePa: 0 } })).toBe('refused');
    expect(levelAt('fuelCylinder', { fuelCylinder: { ...cylinder, gaugePa: cylinder.fullPa * 1.24 } })).toBeUndefined();
    expect(levelAt('fuelCylinder', { fuelCylinder: { ...cylinder, gaugePa: cylinder.fullPa * 1.26 } })).toBe('refused');
    expect(levelAt('oxygenCylinder', { oxygenCylinder: { ...cylinder, gaugePa: null } })).toBe('check');
  });

  it('say what is left by weight before the gauge, and a liquid never by its gauge', () => {
    const half = { ...cylinder, gaugePa: cylinder.fullPa / 2 };
    expect(leftIn(half, 'oxygen')).toEqual({ m3: cylinder.holdsM3 / 2, by: 'gauge' });
    expect(leftIn({ ...half, weighedShare: 0.2 }, 'acetylene').m3).toBeCloseTo(cylinder.holdsM3 * 0.2, 12);
    expect(leftIn(half, 'propane')).toEqual({ m3: cylinder.holdsM3, by: 'taken as full' });
    expect(faultsAt('fuelCylinder', { fuelId: 'propane', fuelCylinder: half })[0]?.says).toContain('weigh it');
  });

  // A tenth of 145 ft3 an hour is 14.5 SCFH; number 2 at two thirds up its range takes 8.3, number 5 takes 28.3.
  it('carry a tip up to their draw limit, a seventh, a tenth or a fifteenth an hour', () => {
    const draw = tipDraw(good, tip('ox-2'));
    expect(draw.flowM3s / SCFH).toBeCloseTo(8.333, 3);
    expect((draw.draw?.limitM3s ?? 0) / SCFH).toBeCloseTo(14.5, 6);
    expect(draw.draw?.hoursLeft).toBeCloseTo(145 / 8.3333, 3);
    expect(draw.oxygenHours).toBeCloseTo(125 / (8.3333 * 1.1), 3);
    expect(draw.endsFirst).toBe('oxygen');
    expect(faultsAt('tips.0', { tips: [tip('ox-5')] })[0]?.says).toContain('Take 300 ft³');
    const at = (ft3: number, use: TorchRig['use']) =>
      levelAt('tips.0', { tips: [tip('ox-2')], use, fuelCylinder: { ...cylinder, holdsM3: ft3 * CUBIC_FOOT } });
    expect([at(83, 'usual'), at(84, 'usual'), at(101, 'usual')]).toEqual(['refused', 'check', undefined]);
    expect([at(58, 'short'), at(59, 'short')]).toEqual(['refused', 'check']);
    expect([at(124, 'steady'), at(126, 'steady')]).toEqual(['refused', 'check']);
  });

  it('keep a tip off, and the rig only where no tip is left', () => {
    const two = { ...good, tips: [tip('ox-2'), tip('ox-5')] };
    expect(rigFaults(two, YEAR).map((f) => [f.at, f.level])).toEqual([['tips.1', 'refused']]);
    expect(stopsLighting(two, YEAR)).toEqual([]);
    expect(stopsLighting({ ...good, tips: [tip('ox-5')] }, YEAR)).toHaveLength(1);
    expect(stopsLighting({ ...two, fuelPa: 16 * PSI }, YEAR).map((f) => f.at)).toEqual(['fuelPa']);
  });

  it('of an unlimited fuel carry any tip, and an empty one says no hours', () => {
    expect(levelAt('tips.0', { fuelId: 'propane', tips: [tip('ox-6')] })).toBeUndefined();
    expect(tipDraw({ ...good, fuelCylinder: { ...cylinder, gaugePa: 0 } }, tip('ox-1')).draw).toBeNull();
  });
});

it('names what is refused before what is looked at', () => {
  const levels = rigFaults(
    { ...good, fuelPa: 20 * PSI, fittingsCopper: null, fuelHose: { grade: 'T', madeIn: null } },
    YEAR,
  );
  expect(levels.map((f) => f.level)).toEqual(['refused', 'check', 'check']);
  expect(levels.every((f) => f.source.name)).toBe(true);
});

// Hose colours by CGA and ISO 3821, from memory.
it('gives the marks of a country to be looked at: fuel left-hand and grooved, oxygen right-hand', () => {
  for (const country of MARK_COUNTRIES) {
    expect(gasMarks(country, 'oxygen').thread).toContain('right-hand');
    for (const fuel of FUEL_IDS) expect(gasMarks(country, fuel).thread).toMatch(/left-hand.*grooved/);
  }
  expect(MARK_COUNTRIES.map((c) => gasMarks(c, 'oxygen').hose)).toEqual(['green', 'blue', 'blue']);
  expect(MARK_COUNTRIES.map((c) => gasMarks(c, 'propane').hose)).toEqual(['red', 'orange', 'orange']);
  expect(findFuel('propane')?.name).toBe('Propane');
});
