import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lineTotals } from '../purge/network.js';
import { comb, joint, line, point, run, vent } from '../testing/lines.js';
import { SCFH } from '../units/units.js';
import { alarms, type AlarmWishes, slopePerS } from './alarms.js';
import {
  clockJumped,
  DEVICE_IDS,
  type DeviceId,
  DEVICES,
  readInstrumentLine,
  writeInstrumentLine,
} from './instruments.js';
import { jointTrace } from './joint-trace.js';
import { allReadings, type Mark, type MarkKind, type PurgeReading } from './marks.js';
import { holdAfterAirS, lineProof, proofHistory } from './proof.js';
import { type SessionPlan, sessionState } from './session-state.js';

const reading = (device: DeviceId, s: number, value: number, manual = false): PurgeReading => ({
  device,
  atMs: s * 1000,
  value,
  manual,
});
/** Oxygen every second from one time to another. */
const steady = (from: number, to: number, value: number): PurgeReading[] =>
  Array.from({ length: to - from + 1 }, (_, i) => reading('oxygen', from + i, value));
const mark = (kind: MarkKind, s: number, jointId: string | null = null, more: Partial<Mark> = {}): Mark => ({
  kind,
  atMs: s * 1000,
  jointId,
  vent: null,
  device: null,
  value: null,
  says: '',
  ...more,
});

describe('a line of an instrument', () => {
  it('is read in SI in any of its units', () => {
    expect(readInstrumentLine('oxygen 0.84 %')).toEqual({ device: 'oxygen', value: 0.0084, toldMs: null });
    expect(readInstrumentLine(' flow 20 SCFH ')).toMatchObject({ value: 20 * SCFH });
    expect(readInstrumentLine('oxygen 950 ppm at 2026-11-23T19:20:01.200Z')).toMatchObject({
      value: expect.closeTo(950e-6, 12) as number,
      toldMs: Date.parse('2026-11-23T19:20:01.200Z'),
    });
  });
  it('is rubbish with a reason when it cannot be meant', () => {
    for (const bad of [
      '',
      'oxygen',
      'oxygen 0.84',
      'oxygen 0.84 psi',
      'oxygen 84 %',
      'oxygen NaN %',
      'oxygen 1e9 %',
      'flow -40 scfh',
      'steam 3 %',
      'oxygen 0.84 % at noon',
      'x'.repeat(5000),
    ])
      expect(readInstrumentLine(bad)).toHaveProperty('rubbish');
  });
  it('whatever bytes come, it never throws and never gives a value that no instrument can mean', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.string(), fc.string({ unit: 'binary' }), fc.stringMatching(/^oxygen .{0,12}$/)),
        (text) => {
          const r = readInstrumentLine(text);
          if ('rubbish' in r) return;
          expect(r.value).toBeGreaterThanOrEqual(DEVICES[r.device].least);
          expect(r.value).toBeLessThanOrEqual(DEVICES[r.device].most);
        },
      ),
    );
  });
  it('what is written is read back', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DEVICE_IDS), fc.double({ min: 0.01, max: 0.99, noNaN: true }), (device, share) => {
        const value = DEVICES[device].most * share;
        const back = readInstrumentLine(writeInstrumentLine({ device, value, toldMs: 1000 }));
        const size = Object.values(DEVICES[device].units)[0]!;
        expect(back).toMatchObject({ device, toldMs: 1000 });
        expect(Math.abs((back as { value: number }).value - value)).toBeLessThan(1e-4 * size);
      }),
    );
  });
  it('a clock that was set is seen, an ordinary delay is not', () => {
    expect(clockJumped({ toldMs: 0, cameMs: 100 }, { toldMs: 1000, cameMs: 1900 })).toBe(false);
    expect(clockJumped({ toldMs: 0, cameMs: 100 }, { toldMs: -3_600_000, cameMs: 1100 })).toBe(true);
  });
});

describe('proving the line', () => {
  const wishes = { limit: 0.01, holdS: 30 };
  it('wants the limit to hold for the set time', () => {
    expect(lineProof(steady(0, 29, 0.008), wishes, 29_000)).toMatchObject({ proved: false, heldS: 29, leftS: 1 });
    expect(lineProof(steady(0, 30, 0.008), wishes, 30_000).proved).toBe(true);
  });
  it('begins anew after one reading over the limit, after a gap, and when the vent was moved', () => {
    const over = [...steady(0, 20, 0.008), reading('oxygen', 21, 0.011), ...steady(22, 45, 0.008)];
    expect(lineProof(over, wishes, 45_000)).toMatchObject({ proved: false, heldS: 23 });
    const gap = [...steady(0, 40, 0.008), ...steady(50, 60, 0.008)];
    expect(lineProof(gap, wishes, 60_000).heldS).toBe(10);
    expect(lineProof(steady(0, 60, 0.008), wishes, 60_000, 45_000).heldS).toBe(15);
  });
  it('is lost when readings stop coming', () => {
    expect(lineProof(steady(0, 60, 0.008), wishes, 64_000).proved).toBe(true);
    expect(lineProof(steady(0, 60, 0.008), wishes, 66_000)).toMatchObject({
      proved: false,
      stale: true,
      heldS: 0,
      leftS: 30,
    });
    expect(lineProof([], wishes, 0)).toMatchObject({ proved: false, newest: null, stale: true });
  });
  it('readings by hand hold together within a minute of each other', () => {
    const typed = [0, 40].map((s) => reading('oxygen', s, 0.006, true));
    expect(lineProof(typed, wishes, 41_000).proved).toBe(true);
    const far = [0, 70].map((s) => reading('oxygen', s, 0.006, true));
    expect(lineProof(far, wishes, 71_000).proved).toBe(false);
  });
  it('agrees with counting second by second whatever the oxygen does', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 80 }), (under) => {
        const all = under.map((u, s) => reading('oxygen', s, u ? 0.005 : 0.02));
        let [held, ever, lost] = [-1, false, false];
        under.forEach((u) => {
          held = u ? held + 1 : -1;
          lost ||= ever && !u;
          ever ||= held >= 30;
        });
        const proof = lineProof(all, wishes, (under.length - 1) * 1000);
        expect(proof.heldS).toBe(Math.max(0, held));
        expect(proof.proved).toBe(held >= 30);
        const after = { ...wishes, afterAirS: Infinity };
        expect(proofHistory(all, after, [0]).proved).toBe(ever);
        expect(proofHistory(all, after, [0]).airMs !== null).toBe(lost);
      }),
    );
  });
});

describe('alarms', () => {
  const wishes: AlarmWishes = {
    limit: 0.01,
    leastFlowM3s: 2 * SCFH,
    leastCylinderPa: 1.5e6,
    devices: ['oxygen', 'flow', 'cylinder'],
    wasProved: true,
  };
  const calm = [reading('flow', 60, 5 * SCFH), reading('cylinder', 60, 1e7), ...steady(30, 60, 0.004)];
  const ids = (all: readonly PurgeReading[], more: Partial<AlarmWishes> = {}, now = 60): string[] =>
    alarms(all, { ...wishes, ...more }, now * 1000).map((a) => a.id);
  it('are silent while all is well', () => expect(ids(calm)).toEqual([]));
  it('oxygen over the limit is a fault once the line was proved, and the start before', () => {
    const over = [...calm.slice(0, 2), ...steady(30, 60, 0.03)];
    expect(ids(over)).toEqual(['oxygen over']);
    expect(ids(over, { wasProved: false })).toEqual([]);
  });
  it('rising oxygen is told before it is over', () => {
    const rising = Array.from({ length: 20 }, (_, i) => reading('oxygen', 41 + i, 0.002 + 0.0002 * i));
    expect(ids([...calm.slice(0, 2), ...rising])).toEqual(['oxygen rising']);
    expect(slopePerS(rising)).toBeCloseTo(0.0002, 10);
    expect(slopePerS(rising.slice(0, 2))).toBe(0);
  });
  it('low flow, low cylinder, silence: the worst first', () => {
    const all = [reading('flow', 60, SCFH), reading('cylinder', 60, 1e6), ...steady(10, 40, 0.004)];
    expect(ids(all)).toEqual(['flow low', 'oxygen stale', 'cylinder low']);
    expect(ids([])).toEqual(['oxygen stale', 'flow stale', 'cylinder stale']);
  });
});

const net = line(
  [point('A'), vent('V1'), vent('V2', false)],
  [run('1', 'S', 'A', 2), run('2', 'A', 'V1', 1), run('3', 'A', 'V2', 1)],
  { joints: [joint('a', 'A'), joint('b', 'V1'), joint('c', 'V2')] },
);
const plan: SessionPlan = {
  net,
  limit: 0.01,
  holdS: 10,
  fillM3s: 15 * SCFH,
  trickleM3s: 4 * SCFH,
  leastFlowM3s: 2 * SCFH,
  leastCylinderPa: 1e6,
  devices: ['oxygen'],
  coolS: { a: 100, b: 100, c: 100 },
};
const stateAt = (s: number, marks: readonly Mark[], readings: readonly PurgeReading[] = []) =>
  sessionState(plan, marks, readings, s * 1000, (id) => id.toUpperCase());

describe('a purge session', () => {
  const on = mark('purge on', 0, null, { vent: 'V1' });
  const good = steady(20, 400, 0.004);
  const upTo = (s: number) => good.filter((r) => r.atMs <= s * 1000);
  it('goes from vent to fill, proof, joint, cooling, the next vent and the cap', () => {
    expect(stateAt(0, [])).toMatchObject({ step: 'turn on', vent: 'V1' });
    expect(stateAt(5, [on], steady(0, 5, 0.2))).toMatchObject({ step: 'fill', says: 'Fill the line. No flame yet.' });
    expect(stateAt(25, [on], upTo(25)).says).toBe('Under the limit. Let it hold.');
    expect(stateAt(31, [on], upTo(31))).toMatchObject({ step: 'braze', jointId: 'a' });
    const begun = [on, mark('joint begun', 32, 'a')];
    expect(stateAt(40, begun, upTo(40))).toMatchObject({ step: 'brazing', jointId: 'a' });
    const made = [...begun, mark('joint brazed', 60, 'a')];
    expect(stateAt(70, made, upTo(70))).toMatchObject({
      step: 'braze',
      jointId: 'b',
      cooling: [{ jointId: 'a', leftS: 90 }],
    });
    const both = [...made, mark('joint begun', 71, 'b'), mark('joint brazed', 90, 'b')];
    expect(stateAt(100, both, upTo(100))).toMatchObject({ step: 'cool', then: 'Then open vent V2.' });
    const cold = [...both, mark('joint cool', 160, 'a'), mark('joint cool', 190, 'b')];
    expect(stateAt(191, cold, upTo(191))).toMatchObject({ step: 'move vent', vent: 'V2', jointId: 'c' });
    const moved = [...cold, mark('vent open', 200, null, { vent: 'V2' })];
    expect(stateAt(205, moved, upTo(205))).toMatchObject({ step: 'fill', proof: { heldS: 5 } });
    const last = [
      ...moved,
      mark('joint begun', 215, 'c'),
      mark('joint brazed', 230, 'c'),
      mark('joint cool', 330, 'c'),
    ];
    expect(stateAt(331, last, upTo(331)).step).toBe('cap');
    expect(stateAt(332, [...last, mark('line capped', 332)]).step).toBe('over');
  });
  it('a skipped joint is left, a leaking one is made again first', () => {
    expect(stateAt(40, [on, mark('joint skipped', 39, 'a')], upTo(40))).toMatchObject({ jointId: 'b', skipped: ['a'] });
    const leaking = [on, mark('joint begun', 32, 'a'), mark('joint brazed', 50, 'a'), mark('joint leaking', 60, 'a')];
    expect(stateAt(61, leaking, upTo(61))).toMatchObject({ step: 'braze', jointId: 'a', leaking: ['a'], cooling: [] });
  });
  it('loses its proof when the oxygen comes back, and says so', () => {
    const back = [...upTo(60), reading('oxygen', 61, 0.02)];
    expect(stateAt(61, [on], back)).toMatchObject({ step: 'fill', says: 'Not proved any more: no flame.' });
    expect(stateAt(61, [on], back).alarms.map((a) => a.id)).toContain('oxygen over');
  });
  it('under the flame, what calls takes the flame away, and says no word of brazing on', () => {
    const begun = [on, mark('joint begun', 40, 'a')];
    const over = stateAt(61, begun, [...upTo(60), reading('oxygen', 61, 0.02)]);
    expect(over).toMatchObject({ step: 'brazing', jointId: 'a', says: 'Flame away from A.' });
    expect(over.alarms[0]?.says).toContain('Oxygen over the limit');
    expect(stateAt(60, begun, upTo(60)).says).toBe('Braze A.');
  });
  it('proved, but the flow is low: no flame until it is mended', () => {
    const low = stateAt(60, [on], [...upTo(60), reading('flow', 60, SCFH)]);
    expect(low).toMatchObject({ step: 'fill', says: 'No flame: mend first what calls.' });
    expect(stateAt(60, [on], [...upTo(60), reading('flow', 60, 4 * SCFH)]).step).toBe('braze');
  });
  it('once air came in, the whole line is swept before it counts as proved: a slug may follow clean gas', () => {
    const air = [...upTo(60), reading('oxygen', 61, 0.03), reading('oxygen', 62, 0.03)];
    const { volumeM3 } = lineTotals(net.runs);
    const needs = volumeM3 / (4 * SCFH);
    expect(needs).toBeGreaterThan(10);
    const read = (s: number) => [...air, ...steady(63, s, 0.004), reading('flow', s, 4 * SCFH)];
    // First the nitrogen is turned up; from then on the limit must hold until the whole line has passed.
    expect(stateAt(74, [on], read(74))).toMatchObject({ step: 'sweep', vent: 'V1' });
    expect(stateAt(62, [on], air)).toMatchObject({ step: 'fill', says: 'Not proved any more: no flame.' });
    const up = [on, mark('purge on', 75, null, { vent: 'V1' })];
    expect(stateAt(84, up, read(84))).toMatchObject({ step: 'fill', proof: { heldS: 9, holdS: needs } });
    expect(stateAt(84, up, read(84)).then).toContain('Air came in');
    expect(stateAt(75 + Math.ceil(needs), up, read(75 + Math.ceil(needs))).step).toBe('braze');
    expect(stateAt(75 + Math.ceil(needs) - 1, up, read(75 + Math.ceil(needs) - 1)).step).toBe('fill');
    // Another vent does not make it forgotten; swept out it is.
    const moved = [
      on,
      mark('vent open', 70, null, { vent: 'V2' }),
      mark('joint skipped', 71, 'a'),
      mark('joint skipped', 71, 'b'),
    ];
    expect(stateAt(84, moved, read(84)).proof.holdS).toBeCloseTo(needs, 9);
    const late = 75 + Math.ceil(needs) + 5;
    expect(stateAt(late, [...up, mark('vent open', late - 2, null, { vent: 'V2' })], read(late)).proof.holdS).toBe(10);
    const stopped = stateAt(90, [on], [...air, ...steady(63, 90, 0.004), reading('flow', 90, 0)]);
    expect(stopped.proof.holdS).toBeCloseTo(volumeM3 / 1e-5, 6);
    const noisy = [3, 5, 4].map((q, i) => reading('flow', 88 + i, q * SCFH));
    expect(stateAt(90, [on], [...air, ...steady(63, 90, 0.004), ...noisy]).proof.holdS).toBeCloseTo(needs, 9);
    expect(holdAfterAirS(30, 0.01, 0.001)).toBe(30);
    expect(holdAfterAirS(30, 0.1, 0.001)).toBe(100);
    expect(holdAfterAirS(30, 0.1, 0)).toBe(Infinity);
  });
  it('comes to the same whatever order its marks arrive in', () => {
    const marks = [on, mark('joint begun', 32, 'a'), mark('joint brazed', 50, 'a'), mark('joint cool', 160, 'a')];
    fc.assert(
      fc.property(fc.shuffledSubarray(marks, { minLength: marks.length }), (some) => {
        expect(stateAt(170, some, upTo(170))).toEqual(stateAt(170, marks, upTo(170)));
      }),
    );
  });
  it('has nothing to do on a line without joints to braze', () => {
    const none = { ...plan, net: { ...comb(2, 0), joints: [] } };
    expect(sessionState(none, [], [], 0, (id) => id)).toMatchObject({ step: 'cap', jointId: null });
  });
});

describe('the trace of a joint', () => {
  const marks = [mark('joint begun', 30, 'a'), mark('joint brazed', 50, 'a'), mark('joint cool', 90, 'a')];
  it('is what was read from flame on to cool, and clean when nothing went wrong', () => {
    const all = [...steady(0, 120, 0.004), reading('flow', 40, 4 * SCFH), reading('flow', 100, 0)];
    const t = jointTrace(all, marks, 'a', plan);
    expect(t).toMatchObject({ worstOxygen: 0.004, leastFlowM3s: 4 * SCFH, longestSilenceS: 1, faults: [] });
    expect(t?.readings).toHaveLength(62);
    expect(t?.strikeOxygen).toBe(0.004);
    expect(jointTrace(steady(0, 20, 0.004), marks, 'a', plan)?.strikeOxygen).toBeNull();
    expect(jointTrace(all, marks, 'b', plan)).toBeNull();
  });
  it('names every fault', () => {
    const all = [...steady(30, 40, 0.004), ...steady(60, 90, 0.02), reading('flow', 70, SCFH)];
    expect(jointTrace(all, marks.slice(0, 2), 'a', plan)?.faults).toEqual([
      'oxygen reached 2.00 %, the limit is 1.00 %',
      'the flow fell under the least set',
      'no oxygen reading for 20 s',
      'never said to be cool',
    ]);
    expect(jointTrace([], marks, 'a', plan)?.faults).toEqual(['no oxygen reading while it was made']);
  });
  it('counts what was typed by hand, and marks it', () => {
    const typed = mark('reading by hand', 40, null, { device: 'oxygen', value: 0.006 });
    const t = jointTrace([], [...marks, typed], 'a', plan);
    expect(t).toMatchObject({ byHand: 1, worstOxygen: 0.006, faults: [] });
    expect(allReadings([], [typed])[0]?.manual).toBe(true);
  });
});

describe('readings from the future', () => {
  const wishes = { limit: 0.01, holdS: 30 };
  const hour = 3600;
  it('two by hand, dated two hours ahead, prove nothing and silence no alarm', () => {
    const ahead = [2 * hour, 2 * hour + 40].map((s) => reading('oxygen', s, 0.004, true));
    expect(lineProof(ahead, wishes, 1000)).toMatchObject({ proved: false, newest: null, stale: true });
    expect(proofHistory(ahead, { ...wishes, afterAirS: 30 }, [0], 1000).proved).toBe(false);
    const calm: AlarmWishes = {
      limit: 0.01,
      leastFlowM3s: 0,
      leastCylinderPa: 0,
      devices: ['oxygen'],
      wasProved: true,
    };
    expect(alarms(ahead, calm, 60_000).map((a) => a.id)).toEqual(['oxygen stale']);
    const over = [reading('oxygen', 60, 0.03), ...ahead];
    expect(alarms(over, calm, 60_000).map((a) => a.id)).toEqual(['oxygen over']);
  });
  it('clocks a few seconds apart are no matter, six are', () => {
    const at = (s: number) => lineProof(steady(0, 40 + s, 0.004), wishes, 40_000).newest?.atMs;
    expect(at(5)).toBe(45_000);
    expect(at(6)).toBe(45_000);
  });
  it('a session stands as it would without them', () => {
    const on = mark('purge on', 0, null, { vent: 'V1' });
    const ahead = [7200, 7240].map((s) => mark('reading by hand', s, null, { device: 'oxygen', value: 0.002 }));
    expect(stateAt(60, [on, ...ahead])).toMatchObject({ step: 'fill', says: 'Fill the line. No flame yet.' });
  });
});
