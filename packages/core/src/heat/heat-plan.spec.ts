import { describe, expect, it } from 'vitest';
import { findFlux } from '../fluxes/fluxes.js';
import { findMetal } from '../metals/metals.js';
import { degFToK, deltaFToK, INCH, SCFH } from '../units/units.js';
import { flameOf } from './flame.js';
import { EFFICIENCY, FUELS, type Tip, TIPS } from './fuels.js';
import type { HeatJoint } from './heat-joint.js';
import { seenOnTheWay } from './heat-seen.js';
import { heatSentences } from './heat-sentences.js';
import { partPeakK } from './part-peak.js';
import { planHeat, runOf } from './plan-heat.js';
import { PLANNED_TIPS } from './planned-tips.js';
import { leastDistanceM, protectPart } from './protect-part.js';
import { rankTips, usualTorch } from './rank-tips.js';
import { usualHeat } from './usual-heat.js';

const metal = (id: string) => findMetal(id)!;
const tip = (id: string): Tip => TIPS.find((t) => t.id === id)!;
const joint = (more: Partial<HeatJoint> = {}): HeatJoint => ({
  tube: { metal: metal('copper'), odM: (7 / 8) * INCH, wallM: 0.045 * INCH },
  socket: { metal: metal('copper'), wallM: 0.045 * INCH },
  lapM: 0.75 * INCH,
  gapSideM: 0.002 * INCH,
  behind: { kind: 'goes on' },
  workK: degFToK(1367),
  flux: null,
  airK: degFToK(70),
  purgeM3s: 5 * SCFH,
  oxygen: 0.001,
  part: null,
  wrapRefused: false,
  ...more,
});
const near = (inches: number): Pick<HeatJoint, 'part'> => ({
  part: { name: 'Expansion valve', limitK: degFToK(250), distanceM: inches * INCH },
});
const brassValve = { socket: { metal: metal('brass-forging'), wallM: 0.09 * INCH } };
const tubeOf = (id: string, odIn: number, wallIn: number) => ({
  tube: { metal: metal(id), odM: odIn * INCH, wallM: wallIn * INCH },
  socket: { metal: metal(id), wallM: wallIn * INCH },
});
const two = { tip: tip('ox-2') };

describe('fuels, from memory of gas handbooks', () => {
  it('net heating values, Btu/ft³: acetylene 1470, propane 2316, propylene 2183, natural gas 910, hydrogen 275', () => {
    expect(FUELS.map((f) => [f.id, Math.round((f.heatJm3 * 0.3048 ** 3) / 1055.056)])).toEqual([
      ['acetylene', 1470],
      ['propane', 2316],
      ['propylene', 2183],
      ['natural-gas', 910],
      ['hydrogen', 275],
    ]);
  });
  it('shares of heat by practice: oxygen 0.25-0.35, swirl 0.15-0.25, plain 0.08-0.15', () => {
    expect(EFFICIENCY).toEqual({
      oxygen: { min: 0.25, max: 0.35 },
      'air-swirl': { min: 0.15, max: 0.25 },
      'air-plain': { min: 0.08, max: 0.15 },
    });
  });
  it('a flame gives share times flow times heating value', () => {
    // 10 SCFH x 1470 Btu/ft³ x 0.3 = 4410 Btu/h = 1292 W.
    expect(flameOf({ tip: tip('ox-2'), fuelM3s: 10 * SCFH, efficiency: 0.3 }).powerW).toBeCloseTo(1292.4, 0);
    expect(flameOf({ tip: tip('ox-2'), kind: 'carburising' }).powerW).toBeLessThan(flameOf(two).powerW);
    expect(flameOf({ tip: tip('ox-2'), distanceM: 0.05 }).powerW).toBeLessThan(flameOf(two).powerW);
    expect(flameOf({ tip: tip('ox-2'), distanceM: 0.05 }).radiusM).toBeGreaterThan(flameOf(two).radiusM);
  });
});

describe('the heat plan against practice', () => {
  it('a 7/8 in copper coupling with a number 2 tip takes well under a minute [practice]', () => {
    const plan = planHeat(joint(), two);
    expect(plan.verdict).toBe('in time');
    expect(plan.seconds.likely!).toBeGreaterThan(20);
    expect(plan.seconds.likely!).toBeLessThan(60);
    expect(plan.seconds.least!).toBeLessThan(plan.seconds.likely!);
    expect(plan.seconds.most!).toBeGreaterThan(plan.seconds.likely!);
  });
  it('a foot away copper is hot to the hand, stainless is not', () => {
    const foot = (id: string) => {
      const at = joint({
        ...tubeOf(id, 7 / 8, 0.045),
        part: { name: 'hand', limitK: degFToK(120), distanceM: 12 * INCH },
      });
      return Math.max(...usualHeat(at).partK!);
    };
    expect(foot('copper')).toBeGreaterThan(degFToK(120));
    expect(foot('stainless-304')).toBeLessThan(degFToK(80));
  });
  it('a bigger tube wants a bigger tip, and a small one is brought to heat by air', () => {
    const order = (odIn: number, wallIn: number): number => {
      const at = joint({ ...tubeOf('copper', odIn, wallIn) });
      return TIPS.indexOf(usualTorch(at, PLANNED_TIPS).tip);
    };
    expect(order(3 / 8, 0.032)).toBeLessThan(order(7 / 8, 0.045));
    expect(order(7 / 8, 0.045)).toBeLessThan(order(2 + 1 / 8, 0.07));
    expect(planHeat(joint(tubeOf('copper', 3 / 8, 0.032)), { tip: tip('air-medium') }).verdict).toBe('in time');
    expect(planHeat(joint(tubeOf('copper', 1 + 5 / 8, 0.06)), { tip: tip('air-medium') }).verdict).toBe('never');
  });
  it('tube of 4 in wants the largest tip or two torches, and its fitting warmed first', () => {
    const plan = usualHeat(joint(tubeOf('copper', 4.125, 0.11)));
    expect(plan.preheat).toBe(true);
    expect([plan.torch.tip.id, plan.torch.torches ?? 1]).not.toEqual(['ox-2', 1]);
    expect(planHeat(joint(tubeOf('copper', 0.999, 0.045)), two).preheat).toBe(false);
    expect(planHeat(joint(tubeOf('copper', 1, 0.045)), two).preheat).toBe(true);
  });
  it('6 mm steel to 3 mm steel: the thin one is ready first [practice]', () => {
    const steel = joint({
      tube: { metal: metal('steel'), odM: 0.03, wallM: 0.003 },
      socket: { metal: metal('steel'), wallM: 0.006 },
      gapSideM: 5e-5,
    });
    const run = runOf(steel, { tip: tip('ox-3') }, 0.3);
    run.go(true, 40);
    expect(run.now().tubeK).toBeGreaterThan(run.now().socketK);
  });
  it('a thick valve body beside thin tube lags and takes longer', () => {
    const body = planHeat(joint({ ...brassValve, workK: degFToK(1270), behind: { kind: 'body', massKg: 0.45 } }), two);
    expect(body.seconds.likely!).toBeGreaterThan(planHeat(joint({ workK: degFToK(1270) }), two).seconds.likely!);
  });
  it('the margin to melting says what is too big a flame on thin brass, and is never silently passed', () => {
    const small = planHeat(joint({ ...brassValve, workK: degFToK(1270) }), two);
    const big = planHeat(joint({ ...brassValve, workK: degFToK(1270) }), { tip: tip('ox-4') });
    expect(small.marginK).toBeGreaterThan(big.marginK);
    expect(small.marginK).toBeGreaterThan(0);
  });
});

describe('room to melting', () => {
  it('is that of the part nearest to it: hot copper is not held against brass', () => {
    const at = joint({ ...brassValve, workK: degFToK(1270) });
    const plan = planHeat(at, two);
    const there = plan.curve.find((n) => n.coldestK >= at.workK)!;
    expect(there.tubeHottestK).toBeGreaterThan(there.socketHottestK);
    expect(plan.marginK).toBeCloseTo(metal('brass-forging').solidusK - there.socketHottestK, 6);
  });
});

describe('the heat plan keeps its order', () => {
  it.each(['copper', 'steel', 'stainless-304', 'brass-cartridge'])('%s: more heat is never later', (id) => {
    const at = joint({ ...tubeOf(id, 7 / 8, 0.045), workK: degFToK(1270) });
    const times = [0.2, 0.25, 0.3, 0.35, 0.4].map(
      (value) =>
        planHeat(at, { ...two, efficiency: { value, low: value, high: value, source: metal(id).source } }).seconds
          .likely ?? 1e9,
    );
    for (let i = 1; i < times.length; i++) expect(times[i]!).toBeLessThanOrEqual(times[i - 1]! + 0.5);
  });
  it.each([0.03, 0.035, 0.045, 0.06, 0.08])('more mass is never sooner (wall %s in)', (wall) => {
    const at = (w: number) => planHeat(joint(tubeOf('copper', 7 / 8, w)), { tip: tip('ox-3') }).seconds.likely ?? 1e9;
    expect(at(wall * 1.15)).toBeGreaterThanOrEqual(at(wall) - 0.5);
  });
  it('a nearer part is never cooler, and a rod that is worked hotter never spares it', () => {
    const peak = (inches: number, f = 1350) => partPeakK(joint(near(inches)), degFToK(f), 'bare')!;
    for (const inches of [1, 2, 4, 6, 9, 12, 18]) expect(peak(inches)).toBeGreaterThan(peak(inches * 1.3));
    for (const f of [1000, 1150, 1250, 1350, 1450, 1550, 1650]) expect(peak(4, f + 40)).toBeGreaterThan(peak(4, f));
  });
  it('paste and a wet wrap are never hotter than bare, nor a clamp', () => {
    for (const inches of [2, 4, 8]) {
      const at = joint(near(inches));
      const [bare, paste, wrap, sink] = protectPart(at, two, planHeat(at, two));
      for (const p of [paste, wrap, sink]) expect(p!.peakK!).toBeLessThanOrEqual(bare!.peakK! + 0.5);
    }
  });
  it('what is worked out between the steps of the ladder is within 5 % of the run itself', () => {
    const at = joint(near(5));
    const torch = usualTorch({ ...at, workK: degFToK(1350) }, PLANNED_TIPS);
    for (const f of [1150, 1283, 1367, 1450]) {
      const plan = planHeat({ ...at, workK: degFToK(f) }, torch);
      const own = Math.max(...plan.partK!) - at.airK;
      expect(Math.abs(partPeakK(at, degFToK(f), 'bare')! - at.airK - own) / own).toBeLessThan(0.05);
    }
  });
  it('is as it is in finer steps of time and cells, within 6 %', () => {
    for (const id of ['copper', 'steel']) {
      const at = joint({ ...tubeOf(id, 7 / 8, 0.045), workK: degFToK(1300) });
      const fine = runOf(at, two, 0.3, { fineness: 0.1 });
      fine.go(true, 360, (n) => n.coldestK >= at.workK);
      const plan = planHeat(at, two);
      expect(Math.abs(plan.seconds.likely! - fine.timeS) / fine.timeS).toBeLessThan(0.06);
    }
  });
});

describe('a part nearby', () => {
  it('heat soaks on: it is hottest after the flame has left', () => {
    const at = joint(near(5));
    const plan = planHeat(at, two);
    const [bare] = protectPart(at, two, plan);
    expect(bare!.atS!).toBeGreaterThan(plan.leaveAtS);
    expect(bare!.verdict).toBe('does not save it');
  });
  it('paste holds the tube near boiling until its water is gone, and says what it gave', () => {
    const at = joint(near(4));
    const [, paste] = protectPart(at, two, planHeat(at, two));
    expect(paste!.verdict).toBe('saves it');
    expect(paste!.peakK!).toBeLessThan(degFToK(250));
    expect(paste!.waterKg).toBeGreaterThan(0.0005);
    expect(paste!.waterKg).toBeLessThan(0.042);
    expect(paste!.dryAtS).toBeNull();
  });
  it('a wet wrap is refused where the oil drinks water', () => {
    const at = joint({ ...near(4), wrapRefused: true });
    expect(protectPart(at, two, planHeat(at, two)).map((p) => p.verdict)).toEqual([
      'does not save it',
      'saves it',
      'refused',
      expect.any(String) as string,
      'saves it',
    ]);
  });
  it('the least distance is where the peak is what it bears: nothing is needed from there on', () => {
    const plan = planHeat(joint(near(4)), two);
    const least = leastDistanceM(plan.peaks, degFToK(250))!;
    expect(least).toBeGreaterThan(5 * INCH);
    expect(least).toBeLessThan(14 * INCH);
    const [there, closer] = [least + 0.02, least - 0.02].map((d) => {
      const at = joint({ part: { name: 'valve', limitK: degFToK(250), distanceM: d } });
      return Math.max(...planHeat(at, two).partK!);
    });
    expect(there!).toBeLessThan(degFToK(250));
    expect(closer!).toBeGreaterThan(degFToK(250));
    expect(leastDistanceM([{ distanceM: 0.01, peakK: 900 }], 400)).toBeNull();
  });
  it('without a part there is nothing to protect', () => {
    expect(protectPart(joint(), two, planHeat(joint(), two))).toEqual([]);
    expect(planHeat(joint(), two).partK).toBeNull();
  });
});

describe('what is seen and said', () => {
  const valve = joint({ ...brassValve, workK: degFToK(1270), flux: findFlux('FB3-A')! });
  it('comes in order of time: flux boils, puffs, goes quiet, colour, clear, feed', () => {
    const plan = planHeat(valve, two);
    const heating = plan.curve.filter((n) => n.timeS <= plan.leaveAtS);
    const seen = seenOnTheWay(heating, {
      metals: [valve.tube.metal, valve.socket.metal],
      flux: valve.flux,
      workK: valve.workK,
      purged: true,
    });
    expect(seen.filter((s) => s.kind !== 'oxide').map((s) => s.says)).toEqual([
      'water boils off',
      'puffs up',
      'goes milky and quiet',
      'faint red',
      expect.stringMatching(/dark red|clear and wet/) as string,
      expect.stringMatching(/dark red|clear and wet/) as string,
      'dull cherry',
      'touch the rod to the mouth: it runs',
    ]);
    for (let i = 1; i < seen.length; i++) expect(seen[i]!.timeS).toBeGreaterThanOrEqual(seen[i - 1]!.timeS);
    expect(seen.at(-1)!.timeS).toBeCloseTo(plan.seconds.likely!, 0);
  });
  it('aluminium shows no colour', () => {
    const at = joint({ ...tubeOf('aluminium-3003', 3 / 8, 0.035), workK: degFToK(1093), flux: findFlux('FB1-A')! });
    const plan = usualHeat(at);
    const seen = seenOnTheWay(plan.curve, { metals: [at.tube.metal], flux: at.flux, workK: at.workK, purged: true });
    expect(seen.some((s) => s.kind === 'colour')).toBe(false);
  });
  it('says the tip, the seconds and what first', () => {
    expect(heatSentences(joint(), planHeat(joint(), two)).map((s) => s.says)[0]).toMatch(
      /^Number 2 tip, about \d+ s: tube first, then both; keep it moving\.$/,
    );
    expect(heatSentences(joint(), planHeat(joint(), two)).map((s) => s.says)[1]).toMatch(
      /^\d+ s where the torch gives much, \d+ s where it gives little\.$/,
    );
    const never = joint(tubeOf('copper', 4.125, 0.11));
    expect(heatSentences(never, planHeat(never, two))[0]!.says).toContain('Take a bigger tip or a second torch');
  });
  it('stainless wants the flame to go round', () => {
    const says = (id: string) =>
      heatSentences(joint(tubeOf(id, 7 / 8, 0.045)), planHeat(joint(tubeOf(id, 7 / 8, 0.045)), { tip: tip('ox-3') }))
        .map((s) => s.says)
        .join(' ');
    expect(says('stainless-304')).toContain('Go round it');
    expect(says('copper')).not.toContain('Go round it');
  });
  it('inside stays bright under nitrogen and is black without', () => {
    const plan = planHeat(joint(), two);
    expect(plan.inside.word).toBe('bright');
    expect(plan.inside.inAirWord).toMatch(/black scale|flaking/);
  });
});

describe('tips compared', () => {
  it('the smallest that does it in time and melts nothing is chosen', () => {
    const trials = rankTips(joint(), PLANNED_TIPS);
    const at = trials.findIndex((t) => t.chosen);
    expect(trials.filter((t) => t.chosen)).toHaveLength(1);
    expect(trials[at]!.tip.id).toBe(usualTorch(joint(), PLANNED_TIPS).tip.id);
    for (const t of trials.slice(0, at))
      expect(t.mostSeconds === null || t.mostSeconds > 120 || t.marginK < 0).toBe(true);
    for (let i = 1; i < trials.length; i++)
      expect(trials[i]!.seconds ?? 1e9).toBeLessThanOrEqual(trials[i - 1]!.seconds ?? 1e9);
  });
  it('where no single tip does it two torches are tried', () => {
    const big = joint(tubeOf('copper', 6.125, 0.14));
    expect(rankTips(big, PLANNED_TIPS.slice(0, 5)).at(-1)).toMatchObject({ torches: 2, tip: { id: 'ox-2' } });
  });
});

describe('what cannot be is said at its field', () => {
  it.each<[string, Partial<HeatJoint>, RegExp]>([
    ['a wall of nothing', { tube: { metal: metal('copper'), odM: 0.022, wallM: 0 } }, /tube\.wallM/],
    ['a part inside the lap', { part: { name: 'valve', limitK: 394, distanceM: 0 } }, /part\.distanceM.*lap/],
    ['a rod over what the flame gives', { workK: 3600 }, /workK.*flame must be hotter/],
    ['colder than the air', { workK: 290 }, /workK/],
    ['air of no place on earth', { airK: 150 }, /airK/],
    ['more oxygen than all', { oxygen: 1.2 }, /oxygen/],
  ])('%s', (_what, change, says) => expect(() => planHeat(joint(change), two)).toThrow(says));
  it('a flow that the tip does not burn, a share of over all, and a million watts', () => {
    expect(() => planHeat(joint(), { ...two, fuelM3s: 50 * SCFH })).toThrow(/fuelM3s/);
    expect(() => flameOf({ ...two, efficiency: 1.1 })).toThrow(/efficiency/);
    const giant: Tip = { ...tip('ox-6'), fuelM3s: { min: 1, max: 2 } };
    expect(() => flameOf({ tip: giant, fuelM3s: 1 })).toThrow(/powerW/);
    expect(() => flameOf({ tip: { ...tip('ox-2'), fuelId: 'hydrogen', burntWith: 'air-swirl' } })).toThrow(
      /not burnt in air/,
    );
  });
  it('a spread of temperature is told in degrees, not as a temperature', () => {
    expect(planHeat(joint(), two).spreadK).toBeLessThan(deltaFToK(500));
  });
});
