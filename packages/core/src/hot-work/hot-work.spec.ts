import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  markRefused,
  ROUND_S,
  WATCH_MARKS,
  WATCH_MINUTES,
  type WatchMark,
  watchProblems,
  watchState,
} from './fire-watch.js';
import { CLEAR_M, PERMIT, PERMIT_ANSWERS, type PermitAnswers, permitStops } from './permit.js';

const MIN = 60_000;
const at = (minute: number, kind: WatchMark['kind']): WatchMark => ({ kind, atMs: minute * MIN });
const lit = [at(0, 'flame on'), at(10, 'flame out')];
const state = (marks: readonly WatchMark[], minute: number, detector = false) =>
  watchState(marks, WATCH_MINUTES, detector, minute * MIN);

describe('a permit', () => {
  const done = Object.fromEntries(PERMIT.map((p) => [p.id, 'done'])) as PermitAnswers;

  // NFPA 51B and OSHA 1910.252: 35 ft (11 m).
  it('keeps 35 ft clear', () => expect(CLEAR_M).toBeCloseTo(10.668, 3));

  it('stops at what is not seen to, and takes as missing only what may be missing', () => {
    expect(permitStops(done)).toEqual([]);
    expect(permitStops({})).toHaveLength(PERMIT.length);
    for (const p of PERMIT)
      for (const answer of PERMIT_ANSWERS) {
        const stops = permitStops({ ...done, [p.id]: answer }).map((s) => s.id);
        const fine = answer === 'done' || (answer === 'none here' && p.mayBeMissing);
        expect(stops).toEqual(fine ? [] : [p.id]);
      }
    expect(PERMIT.filter((p) => !p.mayBeMissing).map((p) => p.id)).toEqual([
      'combustibles',
      'extinguisher',
      'air',
      'line',
    ]);
  });
});

describe('the fire watch', () => {
  // NFPA 51B: 60 min.
  it('runs 60 min from the last flame', () => {
    expect(WATCH_MINUTES).toBe(60);
    expect(state([], 0).stage).toBe('not lit');
    expect(state(lit, 5).stage).toBe('flame');
    expect(state(lit, 69.99)).toMatchObject({ stage: 'watch' });
    expect(state(lit, 70)).toMatchObject({ stage: 'may end', leftS: 0 });
    expect(state(lit, 40).leftS).toBe(30 * 60);
  });

  it('begins anew with a flame lit again', () => {
    const again = [...lit, at(60, 'flame on'), at(61, 'flame out')];
    expect(state(again, 70)).toMatchObject({ stage: 'watch', leftS: 51 * 60 });
  });

  it('asks for a round each quarter of an hour', () => {
    expect(state(lit, 10 + ROUND_S / 60 - 0.1).due).toBe(false);
    expect(state(lit, 10 + ROUND_S / 60).due).toBe(true);
    expect(state([...lit, at(24, 'looked')], 30).due).toBe(false);
  });

  it('does not end while the flame is on, while it runs, or with the detector out', () => {
    expect(markRefused('ended', state(lit, 5))).toContain('flame');
    expect(markRefused('ended', state(lit, 20))).toContain('50 min more');
    expect(markRefused('ended', state(lit, 70, true))).toContain('detector');
    expect(markRefused('ended', state([...lit, at(71, 'detector back')], 72, true))).toBeNull();
    expect(markRefused('ended', state(lit, 70))).toBeNull();
    expect(markRefused('detector back', state(lit, 70))).toContain('No detector');
  });

  it('takes nothing after its end, and a fire goes before all else', () => {
    const over = state([...lit, at(70, 'ended')], 71);
    expect(WATCH_MARKS.map((k) => markRefused(k, over)).every(Boolean)).toBe(true);
    expect(state([...lit, at(12, 'fire')], 13).stage).toBe('fire');
    expect(markRefused('flame out', state([], 0))).toContain('No flame');
    expect(markRefused('flame on', state(lit, 5))).toContain('already');
  });

  it('finds what could not be marked when it says it was', () => {
    const whole = [...lit, at(75, 'ended')];
    expect(watchProblems(whole, WATCH_MINUTES, false)).toEqual([]);
    expect(watchProblems([at(75, 'ended'), ...lit], WATCH_MINUTES, false)).toEqual([]);
    expect(watchProblems([at(60, 'ended'), ...lit], WATCH_MINUTES, false)).toEqual([
      { at: 0, says: 'The watch runs 10 min more.' },
    ]);
    expect(watchProblems(whole, WATCH_MINUTES, true)).toHaveLength(1);
  });

  it('never lets a watch end sooner than its minutes after the last flame, whatever was marked', () => {
    const mark = fc.record({ kind: fc.constantFrom('flame on', 'flame out', 'looked'), atMs: fc.nat(200 * MIN) });
    fc.assert(
      fc.property(fc.array(mark, { maxLength: 12 }), fc.nat(300 * MIN), (marks, now) => {
        const all = marks as WatchMark[];
        const flames = all.filter((m) => m.kind !== 'looked' && m.atMs <= now);
        const last = Math.max(...flames.map((m) => m.atMs));
        const { stage } = watchState(all, WATCH_MINUTES, false, now);
        if (stage === 'may end') expect(now - last).toBeGreaterThanOrEqual(WATCH_MINUTES * MIN);
        expect(stage === 'not lit').toBe(flames.length === 0);
      }),
    );
  });
});
