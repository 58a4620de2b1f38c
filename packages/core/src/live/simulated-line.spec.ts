import { describe, expect, it } from 'vitest';
import { CYLINDERS } from '../purge/cylinder.js';
import { joint, line, point, run, vent } from '../testing/lines.js';
import { PSI, SCFH } from '../units/units.js';
import { type LineSetting, sensor, SENSOR_LAWS, simulatedLine, type StandInMishap } from './simulated-line.js';

const net = line([point('A'), vent('V', true, 0.005)], [run('1', 'S', 'A', 3, 0.02), run('2', 'A', 'V', 2, 0.02)], {
  joints: [joint('a', 'A', false, 5e-5)],
});
const full = CYLINDERS.find((c) => c.id === '40 ft³')!;
const open = (feedScfh: number, mishap: StandInMishap = 'none'): LineSetting => ({
  feedM3s: feedScfh * SCFH,
  vent: 'V',
  mishap,
});
const fresh = () => simulatedLine(net, full.waterM3, 2200 * PSI);
const after = (s: number, setting: LineSetting, sim = fresh()) => {
  let truth = sim.pass(1, setting);
  for (let t = 10; t <= s; t += 10) truth = sim.pass(10, setting);
  return truth;
};

describe('the simulated line', () => {
  it('is swept when nitrogen flows, stays air when it does not, and uses the cylinder', () => {
    const swept = after(600, open(15));
    expect(swept.oxygen).toBeLessThan(0.002);
    expect(swept.flow).toBeCloseTo(15 * SCFH, 6);
    expect(swept.cylinder).toBeLessThan(2200 * PSI);
    expect(after(600, open(0)).oxygen).toBeGreaterThan(0.2);
  });
  it('air comes back when the hose falls off, though the meter still reads', () => {
    const sim = fresh();
    after(600, open(15), sim);
    const off = after(300, open(15, 'hose off'), sim);
    expect(off.oxygen).toBeGreaterThan(0.01);
    expect(off.flow).toBeCloseTo(15 * SCFH, 6);
    expect(after(900, open(15), sim).oxygen).toBeLessThan(0.002);
  });
  it('a loose hose draws air in; a shut vent lets less through; an empty cylinder lets nothing', () => {
    expect(after(900, open(15, 'hose loose')).oxygen).toBeCloseTo(0.03, 3);
    const sim = fresh();
    expect(after(60, open(200, 'vent shut'), sim).flow).toBeLessThan(after(60, open(200), sim).flow);
    // The analyser sits at the vent: with that shut it meets the room.
    expect(after(60, open(15, 'vent shut'), sim).oxygen).toBeGreaterThan(0.2);
    const low = fresh();
    const first = low.pass(1, open(15, 'cylinder nearly empty'));
    expect(first.cylinder).toBeLessThan(130 * PSI);
    expect(after(8000, open(60, 'cylinder nearly empty'), low).flow).toBe(0);
    expect(low.pass(1, open(15)).cylinder).toBeGreaterThan(2100 * PSI);
  });
});

describe('a sensor', () => {
  it('lags by its time constant and does no more than that without noise', () => {
    const read = sensor({ lagS: 4, noiseShare: 0, noiseFloor: 0, driftPerH: 0 }, () => 0.5);
    read(0, 1);
    expect(read(1, 4)).toBeCloseTo(1 - Math.exp(-1), 12);
  });
  it('drifts with time and is noisy about the truth by its law', () => {
    let seed = 1;
    const random = (): number => (seed = (seed * 48271) % 2147483647) / 2147483647;
    const read = sensor({ ...SENSOR_LAWS.oxygen, driftPerH: 0 }, random);
    const seen = Array.from({ length: 4000 }, () => read(0.01, 1));
    const mean = seen.reduce((s, x) => s + x, 0) / seen.length;
    const spread = Math.sqrt(seen.reduce((s, x) => s + (x - mean) ** 2, 0) / seen.length);
    expect(mean).toBeCloseTo(0.01, 5);
    expect(spread).toBeGreaterThan(4e-5);
    expect(spread).toBeLessThan(9e-5);
    const drifting = sensor({ lagS: 1, noiseShare: 0, noiseFloor: 0, driftPerH: 1e-3 }, () => 0.5);
    expect(drifting(0.01, 3600)).toBeCloseTo(0.011, 9);
  });
});
