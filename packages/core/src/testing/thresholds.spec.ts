import { describe, expect, it } from 'vitest';
import { PEEL_LINES, readPeel } from '../coupons/peel-lines.js';
import { netFiller } from '../filler-use/filler-use.js';
import { type Filler, findFiller, flowOf } from '../fillers/fillers.js';
import { coldGap, hotGap } from '../fit-up/gap.js';
import { FLUXES } from '../fluxes/fluxes.js';
import { alarms } from '../live/alarms.js';
import type { PurgeReading } from '../live/marks.js';
import { findMetal } from '../metals/metals.js';
import { creepSpeed } from '../purge/line-plan.js';
import { DISCHARGE, holeDrop, reynolds, runDrop } from '../purge/loss.js';
import { addMonths, continuity } from '../qualification/continuity.js';
import { POSITION_COVER } from '../qualification/range.js';
import { ratingAfterBrazing } from '../rating/rating.js';
import { fluxSuits } from '../selection/flux-choice.js';
import { INTEGRITY, overlapByStrength } from '../strength/overlap.js';
import { findTube } from '../tube/tube.js';
import { degFToK, deltaFToK, displayUnit, FOOT, INCH, MICRON, PSI } from '../units/units.js';
import { sampleFacts } from './samples.js';

/** Both sides of the figures that decide, each as a number of its source: a figure moved a little is found here. */

const filler = findFiller('BAg-5') as Filler;

describe('rods and fluxes', () => {
  const melting = (rangeF: number): Filler => ({
    ...filler,
    solidusK: degFToK(1200),
    liquidusK: degFToK(1200 + rangeF),
  });
  it('runs under 60 °F of melting range, sluggish over 150 °F (practice)', () => {
    expect([59, 60, 150, 151].map((f) => flowOf(melting(f)))).toEqual([
      'runs like water',
      'medium',
      'medium',
      'sluggish',
    ]);
  });
  it('a flux leaves 50 °F at both ends, for aluminium 20 °F above and the liquidus below (practice)', () => {
    const white = FLUXES.find((f) => f.id === 'FB3-A')!;
    const copper = sampleFacts('copper', 'copper');
    const from = (minF: number, maxF: number): boolean =>
      fluxSuits(white, { ...filler, brazingK: { min: degFToK(minF), max: degFToK(maxF) } }, copper);
    expect([from(1099, 1500), from(1100, 1550), from(1100, 1551)]).toEqual([false, true, false]);
    const alu = FLUXES.find((f) => f.id === 'FB1-A')!;
    const four = findFiller('BAlSi-4') as Filler;
    const facts = sampleFacts('aluminium-3003', 'aluminium-3003');
    const at = (liquidusF: number, maxF: number): boolean =>
      fluxSuits(
        alu,
        { ...four, liquidusK: degFToK(liquidusF), brazingK: { ...four.brazingK, max: degFToK(maxF) } },
        facts,
      );
    expect([at(1080, 1120), at(1079, 1120), at(1080, 1121)]).toEqual([true, false, false]);
  });
  it('the fillet is the concave quarter: pi D r² (1 - pi/4), its radius the wall from 1/32 to 1/16 in', () => {
    const gap = { tubeOdM: 1 * INCH, socketIdM: 1 * INCH };
    const at = (wallIn: number): number => netFiller([gap], 0.5 * INCH, wallIn * INCH).filletM3 / INCH ** 3;
    expect(at(0.05)).toBeCloseTo(Math.PI * 0.05 ** 2 * 0.2146, 6);
    expect(at(0.01)).toBeCloseTo(Math.PI * 0.03125 ** 2 * 0.2146, 6);
    expect(at(0.2)).toBeCloseTo(Math.PI * 0.0625 ** 2 * 0.2146, 6);
  });
});

describe('gap, lap and rating', () => {
  it('off-centre the whole diametral gap lies on one side', () => {
    const tube = findTube('l', '1')!;
    const cold = coldGap(tube, { mode: 'stated', gapSideM: 0.003 * INCH });
    const hot = hotGap(cold, 19.2e-6, 19.2e-6, degFToK(1350));
    expect(hot.offCentreM).toBeCloseTo(2 * hot.sideM, 15);
    expect(hot.offCentreM / INCH).toBeCloseTo(0.00608, 5);
  });
  it('lap shear counts 0.8 of the filler (AWS Brazing Handbook, from memory)', () => {
    expect(INTEGRITY).toBe(0.8);
    expect(overlapByStrength(0.1 * INCH, 1 * INCH, 20000 * PSI) / INCH).toBeCloseTo(0.09, 9);
  });
  it('a drawn rating stands at 100 °F and under, none above', () => {
    const [tube, copper] = [findTube('l', '1/2')!, findMetal('copper')!];
    const drawn = (f: number): number | null => ratingAfterBrazing(tube, copper, degFToK(f), 0, 0).drawnPa;
    expect((drawn(100) ?? 0) / PSI).toBeCloseTo(1242, 0);
    expect(drawn(101)).toBeNull();
  });
});

describe('flow', () => {
  // 0.5 in bore, 100 ft; nitrogen 1.165 kg/m3 and 1.76e-5 Pa s (CRC Handbook, from memory).
  const run = { id: 'r', from: 'a', to: 'b', lengthM: 100 * FOOT, boreM: 0.5 * INCH };
  const flowAt = (re: number): number => (re * Math.PI * run.boreM * 1.76e-5) / (4 * 1.165);
  const friction = (re: number): number => {
    const u = flowAt(re) / ((Math.PI / 4) * run.boreM ** 2);
    return runDrop(run, flowAt(re)).pa / ((run.lengthM / run.boreM) * (1.165 / 2) * u * u);
  };
  it('laminar to Re 2300, Blasius from 4000, as absolute friction factors', () => {
    expect(reynolds(flowAt(2300), run.boreM)).toBeCloseTo(2300, 6);
    expect(friction(1000)).toBeCloseTo(0.064, 6);
    expect(friction(2299)).toBeCloseTo(64 / 2299, 6);
    expect(friction(2400)).toBeGreaterThan(64 / 2400 + 1e-4);
    expect(friction(4000)).toBeCloseTo(0.03979, 5);
    expect(friction(3900)).not.toBeCloseTo(0.3164 / 3900 ** 0.25, 5);
    expect(friction(1e4)).toBeCloseTo(0.03164, 5);
  });
  it('a hole lets through 0.62 of its area: 1/4 in at 1 L/s loses 1511 Pa', () => {
    expect(DISCHARGE).toBe(0.62);
    expect(holeDrop(0.25 * INCH, 1e-3).pa).toBeCloseTo(1511, 0);
  });
  it('heavier air creeps at half the root of g’ d: 43 mm/s in an inch (Benjamin)', () =>
    expect(creepSpeed(INCH) * 1000).toBeCloseTo(43.2, 1));
});

describe('records', () => {
  it('doubts by Student’s t of one degree less than the lines', () => {
    const t = [4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12];
    const more = [2.11, 2.101, 2.093, 2.086, 2.08, 2.074, 2.069];
    [...t, ...more].forEach((value, i) => {
      const n = PEEL_LINES.least + i;
      const lines = Array.from({ length: n }, (_, k) => (k === 0 ? [{ fromM: 0, toM: 0.01 }] : []));
      // one line of n all unbrazed: the mean is 1/n, its standard deviation 1/n
      expect(readPeel({ lapM: 0.01, aroundM: 0.1, lines }).areaDoubt * n, String(n)).toBeCloseTo(value, 9);
    });
  });
  it('up-feed covers down-feed and not level; the others cover themselves', () =>
    expect(POSITION_COVER).toEqual({
      horizontal: ['horizontal'],
      'down-feed': ['down-feed'],
      flat: ['flat'],
      'up-feed': ['up-feed', 'down-feed'],
    }));
  it('holds through the last day, not the day after, six months from the coupon', () => {
    const events = [{ day: '2026-01-15', kind: 'coupon', label: 'C1' }] as const;
    expect(addMonths('2026-01-15', 6)).toBe('2026-07-15');
    expect(continuity(events, '2026-01-14').state).toBe('never');
    expect(continuity(events, '2026-01-15').state).toBe('current');
    expect(continuity(events, '2026-07-15')).toMatchObject({ state: 'current', daysLeft: 0 });
    expect(continuity(events, '2026-07-16')).toMatchObject({ state: 'lapsed', daysLeft: -1 });
  });
  it('oxygen that reaches the limit within a minute is told, a little slower is not', () => {
    const at = (perS: number): string[] => {
      const oxygen: PurgeReading[] = Array.from({ length: 20 }, (_, i) => ({
        device: 'oxygen',
        atMs: (41 + i) * 1000,
        value: 0.004 + perS * (i - 19),
        manual: false,
      }));
      const wishes = { limit: 0.01, leastFlowM3s: 0, leastCylinderPa: 0, devices: [], wasProved: true };
      return alarms(oxygen, wishes, 60_000).map((a) => a.id);
    };
    expect(at(0.000101)).toEqual(['oxygen rising']);
    expect(at(0.000099)).toEqual([]);
  });
});

describe('units', () => {
  it('a micron of mercury is 0.133322 Pa, shown time is minutes', () => {
    expect(MICRON).toBeCloseTo(0.133322, 6);
    expect(displayUnit('time', 'us').fromSi(90)).toBe(1.5);
    expect(displayUnit('time', 'metric').fromSi(90)).toBe(1.5);
    expect(displayUnit('time', 'us').symbol).toBe('min');
    expect(deltaFToK(180)).toBeCloseTo(100, 12);
  });
});
