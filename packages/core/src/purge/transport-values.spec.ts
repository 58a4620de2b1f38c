import { describe, expect, it } from 'vitest';
import { byFlow, comb, joint, line, point, run, vent } from '../testing/lines.js';
import { ATM } from '../units/units.js';
import { solveFlow } from './flow.js';
import { OXYGEN_IN_AIR } from './gas.js';
import { lineTotals, type PurgeNetwork } from './network.js';
import { remainingShare, taylorAris } from './single-line.js';
import { enoughSeconds, sweep, type SweepWishes } from './transport.js';

const follow = (net: PurgeNetwork, wishes: Partial<SweepWishes> & { seconds: number }) =>
  sweep(net, solveFlow(net), { steps: 200, limit: 0.01, ...wishes });
const [LENGTH, BORE, FLOW] = [10, 0.02, 5e-5];
/** One tube with a joint in its middle and one at its vent; a very short narrow end asks for implicit steps. */
const tube = (end: 'plain' | 'narrow' = 'plain'): PurgeNetwork =>
  end === 'plain'
    ? line([point('A'), vent('V', true, BORE)], [run('1', 'S', 'A', LENGTH, BORE), run('2', 'A', 'V', LENGTH, BORE)], {
        feed: byFlow(FLOW, 1e6),
        joints: [joint('JA', 'A', true), joint('JV', 'V', true)],
      })
    : line(
        [point('A'), point('B'), vent('V', true, 0.01)],
        [run('1', 'S', 'A', LENGTH, BORE), run('2', 'A', 'B', LENGTH, BORE), run('3', 'B', 'V', 0.001, 0.0035)],
        { feed: byFlow(FLOW, 1e6), joints: [joint('JA', 'A', true), joint('JV', 'V', true)] },
      );
const VOLUME = (Math.PI / 4) * BORE ** 2 * 2 * LENGTH;
const off = ({ balance: b }: { balance: { before: number; after: number; in: number; out: number } }): number =>
  Math.abs(b.before + b.in - b.out - b.after) / (b.before + b.in);

describe('what goes in and out', () => {
  for (const end of ['plain', 'narrow'] as const)
    for (const heldAtSource of [false, true])
      it(`is counted to the last, ${end} end, source ${heldAtSource ? 'held' : 'fed'}`, () => {
        const seconds = (3 * VOLUME) / FLOW;
        const swept = follow(tube(end), { seconds, supply: 0.002, heldAtSource, steps: 300 });
        expect(off(swept)).toBeLessThan(1e-9);
        // What was in it at first is out, and what flowed in at 0.2 % is what came in.
        expect(swept.balance.before / (VOLUME * OXYGEN_IN_AIR)).toBeCloseTo(1, 1);
        expect(swept.balance.in / (0.002 * FLOW * seconds)).toBeGreaterThan(0.98);
        expect(swept.balance.in / (0.002 * FLOW * seconds)).toBeLessThan(heldAtSource ? 1.1 : 1.02);
        expect(swept.balance.out).toBeGreaterThan(0.98 * swept.balance.before);
        for (const x of swept.runs.get('1') ?? []) expect(x).toBeCloseTo(0.002, 4);
        if (heldAtSource) for (const x of swept.nodes.get('S') ?? []) expect(x).toBe(0.002);
        else expect(swept.nodes.get('S')?.[0]).toBe(OXYGEN_IN_AIR);
      });
  it('implicit steps follow Ogata-Banks too: mixing is corrected for what the step adds', () => {
    const speed = FLOW / ((Math.PI / 4) * BORE ** 2);
    const dispersion = taylorAris(speed, BORE / 2);
    const seconds = (1.8 * LENGTH) / speed;
    const { timeS, nodes } = follow(tube('narrow'), { seconds, steps: 2000, heldAtSource: true });
    const worst = Math.max(
      ...Array.from(timeS, (t, k) =>
        Math.abs((nodes.get('A')?.[k] ?? NaN) / OXYGEN_IN_AIR - remainingShare(LENGTH, t, speed, dispersion)),
      ),
    );
    expect(worst).toBeLessThan(0.02);
  });
});

describe('the answer of a sweep', () => {
  const swept = follow(tube(), { seconds: (2 * VOLUME) / FLOW, steps: 200 });
  it('has a time for each step, the start first, and each run from end to end', () => {
    expect(swept.timeS).toHaveLength(201);
    expect(swept.timeS[0]).toBe(0);
    expect(swept.timeS[200]).toBeCloseTo((2 * VOLUME) / FLOW, 6);
    expect(swept.nodes.get('A')).toHaveLength(201);
    expect([...swept.runs.keys()]).toEqual(['1', '2']);
    expect(swept.runs.get('1')?.length).toBeGreaterThan(20);
    const early = follow(tube(), { seconds: (0.25 * VOLUME) / FLOW, steps: 50 }).runs.get('1') ?? new Float64Array();
    expect(early[0]).toBeLessThan(0.01);
    expect(early.at(-1)).toBeGreaterThan(0.2);
  });
  it('a joint is ready where its series meets the limit for good, straight between steps', () => {
    const series = swept.nodes.get('A') ?? new Float64Array();
    const k = series.findLastIndex((x) => x > 0.01) + 1;
    const [a, b] = [series[k - 1] ?? NaN, series[k] ?? NaN];
    const [ta, tb] = [swept.timeS[k - 1] ?? NaN, swept.timeS[k] ?? NaN];
    const t = swept.readyS.get('JA') ?? NaN;
    expect((t - ta) / (tb - ta)).toBeCloseTo((a - 0.01) / (a - b), 9);
    expect(t).toBeGreaterThan(ta);
    expect(t).toBeLessThanOrEqual(tb);
  });
  it('clean from the start it is ready at once; at the limit just at the end it is ready then; over it never', () => {
    const clean = new Float64Array(swept.end.length);
    expect(follow(tube(), { seconds: 10, start: clean }).readyS.get('JV')).toBe(0);
    const last = swept.nodes.get('JV') ?? swept.nodes.get('V');
    const atEnd = last?.at(-1) ?? NaN;
    const seconds = (2 * VOLUME) / FLOW;
    const just = follow(tube(), { seconds, limit: atEnd }).readyS.get('JV') ?? NaN;
    expect(just).toBeCloseTo(seconds, 6);
    expect(follow(tube(), { seconds, limit: atEnd * 0.999 }).readyS.get('JV')).toBe(Infinity);
  });
  it('says how far it is at every sixteenth step, and only then', () => {
    const told: number[] = [];
    follow(tube(), { seconds: 10, steps: 40, going: (done) => told.push(done) > 0 });
    expect(told).toEqual([16 / 40, 32 / 40]);
  });
  it('takes a start as it is, and leaves it alone', () => {
    const start = new Float64Array(swept.end.length).fill(0.05);
    const { nodes } = follow(tube(), { seconds: 1, start });
    expect(nodes.get('V')?.[0]).toBe(0.05);
    expect(start.every((x) => x === 0.05)).toBe(true);
  });
});

describe('wishes out of range, both sides', () => {
  const asks = (wishes: Partial<SweepWishes>) => () =>
    follow(comb(1, 0), { seconds: 10, steps: 2, finest: 4, ...wishes });
  it.each([
    [{ seconds: -1 }, /seconds/],
    [{ seconds: 1.0001e7 }, /seconds/],
    [{ seconds: NaN }, /seconds/],
    [{ steps: 0 }, /steps/],
    [{ steps: -2 }, /steps/],
    [{ steps: 2.5 }, /steps/],
    [{ steps: 100_001 }, /steps/],
    [{ limit: 0 }, /limit/],
    [{ limit: -0.01 }, /limit/],
    [{ limit: OXYGEN_IN_AIR }, /limit/],
  ] as const)('%j is refused', (wishes, says) => expect(asks(wishes)).toThrow(says));
  it.each([[{ seconds: 1e7 }], [{ steps: 1 }], [{ limit: 1e-9 }], [{ limit: OXYGEN_IN_AIR * 0.999 }]])(
    '%j is taken',
    (wishes) => expect(asks(wishes)).not.toThrow(),
  );
});

describe('how long a line is followed', () => {
  it('is the well-mixed time of all its gas and half as much again, denser under pressure', () => {
    const flow = solveFlow(tube());
    const highest = Math.max(...flow.pa.values());
    const want = (1.5 * VOLUME * (1 + highest / ATM) * Math.log(OXYGEN_IN_AIR / 0.01)) / flow.fedM3s;
    expect(enoughSeconds(tube(), flow, 0.01) / want).toBeCloseTo(1, 9);
    // At a gauge pressure of one atmosphere there is twice the gas.
    const pressed = { ...flow, pa: new Map([['S', ATM]]) };
    expect(enoughSeconds(tube(), pressed, 0.01) / (want / (1 + highest / ATM))).toBeCloseTo(2, 9);
    expect(lineTotals(tube().runs).volumeM3).toBeCloseTo(VOLUME, 12);
  });
  it('a minute at least, a million seconds at most', () => {
    const flow = solveFlow(tube());
    expect(enoughSeconds(tube(), { ...flow, fedM3s: 1 }, 0.01)).toBe(60);
    expect(enoughSeconds(tube(), { ...flow, fedM3s: 0 }, 0.01)).toBeLessThanOrEqual(1e6);
    expect(enoughSeconds({ ...tube(), runs: [run('1', 'S', 'V', 1e4, 0.5)] }, { ...flow, fedM3s: 0 }, 0.01)).toBe(1e6);
  });
});
