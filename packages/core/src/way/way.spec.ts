import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJoint } from '../joint/plan.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { inUnits } from '../units/say.js';
import {
  answerStep,
  beginWay,
  byLiveMark,
  doneMs,
  isMade,
  markOf,
  skippedSteps,
  standsAt,
  stepBack,
  type Way,
  wayState,
} from './way.js';
import { WAY_STEP_WORDS, WAY_STEPS, type WayStepId } from './way-step.js';
import { waySteps } from './way-steps.js';
import { wayTold } from './way-told.js';

type Kind = 'fitting' | 'swaged' | 'stub' | 'patch';
const plan = (socketMetal = 'copper', kind: Kind = 'fitting', more: Partial<Parameters<typeof sampleJoint>[0]> = {}) =>
  planJoint(
    sampleJoint({
      tube: { standardId: 'acr', size: '7/8', metalId: 'copper' },
      socket: { kind, metalId: socketMetal, depthM: null, cup: null },
      ...more,
    }),
    sampleLine(),
  );
const about = { position: 'horizontal', stubTold: false, gapKnown: false } as const;
const ids = (...args: Parameters<typeof plan>): WayStepId[] => waySteps(plan(...args), about).map((s) => s.id);

describe('only the steps that a joint has', () => {
  it('copper to copper: no flux, none to wash off, no stub', () => {
    expect(ids()).toEqual(['clean', 'gap', 'fit', 'nitrogen', 'torch', 'heat', 'feed', 'cool', 'look', 'photograph']);
  });
  it('copper to steel: flux, and washed off', () => {
    expect(ids('steel')).toEqual(expect.arrayContaining(['flux', 'wash']));
  });
  it('a stub is tried until it is told; a swaged socket is made; a part nearby is protected before the strike', () => {
    expect(ids('steel', 'stub')[0]).toBe('stub');
    expect(waySteps(plan('steel', 'stub'), { ...about, stubTold: true }).map((s) => s.id)).not.toContain('stub');
    expect(ids('copper', 'swaged')[0]).toBe('swage');
    const near = { partNearby: { partId: 'txv', distanceM: 0.1, protection: 'paste' as const } };
    const steps = ids('copper', 'fitting', near);
    expect(steps).toContain('protect');
    expect(steps.indexOf('protect')).toBeLessThan(steps.indexOf('torch'));
    expect(ids('copper', 'fitting', { partNearby: { partId: 'txv', distanceM: 0.1 } })).not.toContain('protect');
  });
  it('a gap that was measured is not asked for; a line without nitrogen has no such step', () => {
    expect(waySteps(plan(), { ...about, gapKnown: true }).map((s) => s.id)).not.toContain('gap');
    const frame = waySteps(planJoint(sampleJoint({}), sampleLine({ serviceId: 'structure' })), about);
    expect(frame.map((s) => s.id)).not.toContain('nitrogen');
    expect(frame.find((s) => s.id === 'cool')?.does).not.toContain('nitrogen');
  });
  it('what no rod serves has no way', () => {
    expect(ids('titanium')).toEqual([]);
  });
  it('stands in the order of the work, each once, with two numbers and three cautions at most, nothing unsaid', () => {
    for (const metal of ['copper', 'steel', 'stainless-304', 'brass-forging'])
      for (const kind of ['fitting', 'swaged', 'stub', 'patch'] as const) {
        const steps = waySteps(plan(metal, kind), about);
        const at = steps.map((s) => WAY_STEPS.indexOf(s.id));
        const order = at.filter((i) => WAY_STEPS[i] !== 'swage' && WAY_STEPS[i] !== 'gap');
        expect(order).toEqual([...order].sort((a, b) => a - b));
        expect(new Set(at).size).toBe(at.length);
        for (const s of steps) {
          expect(s.numbers.length).toBeLessThanOrEqual(2);
          expect(s.cautions.length).toBeLessThanOrEqual(3);
          const text = inUnits([s.does, ...s.how, ...s.numbers.map((n) => n.value)].join(' '), 'metric');
          expect(text).not.toMatch(/NaN|undefined|⟦/);
          expect(WAY_STEP_WORDS[s.id]).toBeTruthy();
        }
      }
  });
});

describe('a joint on its way', () => {
  const steps = waySteps(plan('steel'), about);
  const T = 1_700_000_000_000;
  const all = (way: Way): Way => steps.reduce((w, s, i) => answerStep(w, s.id, 'done', T + i * 60_000), way);

  it('goes on at the first step that is open, also after one out of order', () => {
    let way = beginWay('j');
    expect(standsAt(way, steps)?.id).toBe('clean');
    way = answerStep(way, 'clean', 'done', T);
    way = answerStep({ ...way, here: 'fit' }, 'fit', 'done', T + 1);
    expect(standsAt(way, steps)?.id).toBe('gap');
    way = answerStep(way, 'gap', 'skipped', T + 2);
    expect(standsAt(way, steps)?.id).toBe('flux');
    expect(skippedSteps(way, steps).map((s) => s.id)).toEqual(['gap']);
    expect(doneMs(way, 'gap')).toBeNull();
  });
  it('once it is made, what was not answered before is past', () => {
    const made = answerStep(beginWay('j'), 'feed', 'done', T);
    expect(standsAt(made, steps)?.id).toBe('cool');
    expect(standsAt(answerStep(beginWay('j'), 'feed', 'skipped', T), steps)?.id).toBe('clean');
    expect(standsAt({ ...made, here: 'clean' }, steps)?.id).toBe('clean');
  });
  it('back takes the latest answer only, and what was read stays', () => {
    const way = { ...all(beginWay('j')), oxygen: 0.004, flameMs: T };
    const back = stepBack(way);
    expect(standsAt(back, steps)?.id).toBe('photograph');
    expect(back.oxygen).toBe(0.004);
    expect(back.flameMs).toBe(T);
    expect(markOf(back, 'feed')).toEqual(markOf(way, 'feed'));
    expect(stepBack(beginWay('j'))).toEqual(beginWay('j'));
  });
  it('back past the heat takes the flame off the clock', () => {
    const lit = { ...answerStep(beginWay('j'), 'heat', 'done', T + 9), flameMs: T };
    expect(stepBack(lit).flameMs).toBeNull();
  });

  it('its clocks: eight hours, under the flame, cooling, to be filed', () => {
    let way = answerStep(beginWay('j'), 'clean', 'done', T);
    expect(wayState(beginWay('j'), steps, 300, T).in).toBe('begun');
    expect(wayState(way, steps, 300, T + 1000)).toEqual({ in: 'prepared', seconds: 8 * 3600 - 1, calls: false });
    expect(wayState(way, steps, 300, T + 7 * 3600_000).calls).toBe(false);
    expect(wayState(way, steps, 300, T + 7 * 3600_000 + 1000).calls).toBe(true);
    way = { ...way, flameMs: T + 60_000 };
    expect(wayState(way, steps, 300, T + 90_000)).toEqual({ in: 'under the flame', seconds: 30, calls: false });
    way = answerStep(way, 'feed', 'done', T + 120_000);
    expect(wayState(way, steps, 300, T + 121_000)).toEqual({ in: 'cooling', seconds: 299, calls: false });
    expect(wayState(way, steps, 300, T + 420_000)).toEqual({ in: 'cooling', seconds: 0, calls: true });
    expect(wayState(way, steps, null, T + 420_000)).toEqual({ in: 'cooling', seconds: 300, calls: false });
    expect(wayState(all(way), steps, 300, T + 9e6).in).toBe('to be filed');
  });
  it('is told by what was passed over; an entry that was typed tells nothing', () => {
    expect(wayTold(undefined)).toBeNull();
    const done = (...steps: WayStepId[]) => wayTold(steps.map((step) => ({ step, answer: 'done' })));
    expect(done('clean', 'heat', 'feed')).toBe('gone through step by step');
    expect(done('look', 'heat', 'feed')).toBe('at the torch: heat, feed, look');
    expect(
      wayTold([
        { step: 'photograph', answer: 'skipped' },
        { step: 'heat', answer: 'done' },
        { step: 'gap', answer: 'skipped' },
      ]),
    ).toBe('skipped: measure the gap, photograph');
  });
  it('marks of a live purge move it on to the look', () => {
    let way = byLiveMark(beginWay('j'), 'joint begun', T);
    expect(wayState(way, steps, 300, T + 5000)).toMatchObject({ in: 'under the flame', seconds: 5 });
    expect(byLiveMark(way, 'joint stopped', T + 1).flameMs).toBeNull();
    way = byLiveMark(way, 'joint brazed', T + 60_000);
    expect(wayState(way, steps, 300, T + 61_000)).toMatchObject({ in: 'cooling', seconds: 299 });
    way = byLiveMark(way, 'joint cool', T + 400_000);
    expect(standsAt(way, steps)?.id).toBe('wash');
    expect(doneMs(way, 'cool')).toBe(T + 400_000);
    expect(wayState(way, steps, 300, T + 500_000).in).toBe('to look at');
  });
  it('is filed only once it was made and looked at', () => {
    const made = answerStep(beginWay('j'), 'feed', 'done', T);
    expect(isMade(made)).toBe(false);
    expect(isMade({ ...made, visual: 'accepted' })).toBe(true);
    expect(isMade({ ...answerStep(made, 'feed', 'skipped', T), visual: 'accepted' })).toBe(false);
  });
  it('whatever is answered in whatever order: each step has one answer, and back undoes it', () => {
    const move = fc.tuple(fc.constantFrom(...WAY_STEPS), fc.constantFrom('done' as const, 'skipped' as const));
    fc.assert(
      fc.property(fc.array(move, { maxLength: 30 }), (moves) => {
        let way = beginWay('j');
        moves.forEach(([step, answer], i) => (way = answerStep(way, step, answer, T + i)));
        expect(new Set(way.marks.map((m) => m.step)).size).toBe(way.marks.length);
        const here = standsAt(way, steps);
        expect(here === null || markOf(way, here.id) === null).toBe(true);
        expect(stepBack(way).marks).toEqual(way.marks.slice(0, -1));
      }),
    );
  });
});
