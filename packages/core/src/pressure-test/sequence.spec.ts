import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findService } from '../services/services.js';
import { PSI } from '../units/units.js';
import { type DoneStep, sequenceStands, type SequenceStepId, testSequence } from './sequence.js';

const H = 3_600_000;
const oxygen = findService('medical-oxygen')!;
const steps = testSequence(oxygen, 50 * PSI);
const did = (id: SequenceStepId, at: number, change: Partial<DoneStep> = {}): DoneStep => ({
  id,
  atMs: at * H,
  endedMs: (at + 0.5) * H,
  passes: true,
  pressurePa: 150 * PSI,
  ...change,
});
const states = (done: DoneStep[], brazed: number[] = [0]) =>
  sequenceStands(
    steps,
    done,
    brazed.map((at) => ({ mark: `OX-${at}`, atMs: at * H })),
  ).map((s) => s.state);
const whole = [
  did('blow-down', 1),
  did('initial pressure test', 2),
  did('cross-connection', 3),
  did('piping purge', 4),
  did('standing test', 5, { endedMs: 29 * H, pressurePa: 60 * PSI }),
  did('verification', 30),
];

describe('what each service asks for, NFPA 99 from memory', () => {
  it('medical: 1.5 times working and at least 150 psi, then 24 h at 1.2 times working', () => {
    expect(steps.map((s) => s.id)).toEqual([
      'blow-down',
      'initial pressure test',
      'cross-connection',
      'piping purge',
      'standing test',
      'verification',
    ]);
    const at = (psi: number) => testSequence(oxygen, psi * PSI).map((s) => s.leastPa && s.leastPa / PSI);
    expect(at(50)[1]).toBeCloseTo(150);
    expect(at(100)[1]).toBeCloseTo(150);
    expect(at(120)[1]).toBeCloseTo(180);
    expect(at(50)[4]).toBeCloseTo(60);
    expect(steps[4]?.leastS).toBe(86_400);
  });
  it('medical vacuum: 60 psi, then 24 h; refrigerant: nitrogen, then vacuum; others none', () => {
    const vacuum = testSequence(findService('medical-vacuum')!, 0);
    expect(vacuum[1]!.leastPa! / PSI).toBeCloseTo(60);
    expect([vacuum[4]?.leastPa, vacuum[4]?.leastS]).toEqual([null, 86_400]);
    const cold = testSequence(findService('refrigerant-poe')!, 350 * PSI);
    expect(cold.map((s) => s.id)).toEqual(['nitrogen test', 'vacuum']);
    expect(cold[0]!.leastPa! / PSI).toBeCloseTo(350);
    expect(testSequence(findService('chilled-water')!, PSI)).toEqual([]);
    expect(testSequence(null, PSI)).toEqual([]);
  });
});

describe('where a line stands', () => {
  it('step after step, the first open one next and the rest waiting', () => {
    expect(states([])).toEqual(['next', 'waits', 'waits', 'waits', 'waits', 'waits']);
    expect(states(whole.slice(0, 2))).toEqual(['done', 'done', 'next', 'waits', 'waits', 'waits']);
    expect(states(whole)).toEqual(Array(6).fill('done'));
  });
  it('a joint remade after a step takes its line back to the first', () => {
    expect(states(whole, [0, 2.2])[0]).toBe('taken back');
    expect(states([...whole, did('blow-down', 31)], [0, 2.2]).slice(0, 2)).toEqual(['done', 'failed']);
    const says = sequenceStands(steps, whole, [{ mark: 'OX-07', atMs: 99 * H }])[0]!.says;
    expect(says).toBe('taken back: OX-07 was brazed after it');
  });
  it('both sides of the pressure and of the time that are asked', () => {
    const pressed = (psi: number) => states([whole[0]!, did('initial pressure test', 2, { pressurePa: psi * PSI })])[1];
    expect([pressed(150), pressed(149.9)]).toEqual(['done', 'failed']);
    const stood = (hours: number) =>
      states([...whole.slice(0, 4), did('standing test', 5, { endedMs: (5 + hours) * H, pressurePa: 60 * PSI })])[4];
    expect([stood(24), stood(23.9)]).toEqual(['done', 'failed']);
    expect(states([did('blow-down', 1, { passes: false })])[0]).toBe('failed');
  });
  it('out of order it does not count', () => {
    expect(states([did('blow-down', 3), did('initial pressure test', 2)]).slice(0, 2)).toEqual(['done', 'failed']);
  });
  it('a brazing later never adds a step that is done; what is done is always the first steps', () => {
    const at = fc.integer({ min: 1, max: 60 });
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5), at), { maxLength: 12 }), at, at, (all, one, later) => {
        const done = all.map(([i, hour]) =>
          did(steps[i]!.id, hour, { endedMs: (hour + 25) * H, pressurePa: 200 * PSI }),
        );
        const before = states(done, [one]).filter((s) => s === 'done').length;
        const now = states(done, [one, one + later]);
        expect(now.filter((s) => s === 'done').length).toBeLessThanOrEqual(before);
        const open = now.findIndex((s) => s !== 'done');
        if (open >= 0) expect(now.slice(open)).not.toContain('done');
      }),
    );
  });
});
