import { answerStep, beginWay } from '@hephaist/core/way/way';
import { describe, expect, it } from 'vitest';
import { taken } from './taken';
import { mainWord, stateWords } from './way-words';

const T = Date.parse('2026-06-01T14:00:00Z');
const about = { zone: 'America/New_York', system: 'us', lookedBy: 'Orla Fennimore' } as const;

describe('what the log takes from a way', () => {
  const way = {
    ...answerStep(
      answerStep(answerStep(beginWay('j'), 'clean', 'done', T), 'gap', 'skipped', T + 1),
      'feed',
      'done',
      T + 3_600_000,
    ),
    oxygen: 0.004,
    flowM3s: 10 * 7.865790719e-6,
    visual: 'rejected' as const,
    reason: 'flux left on',
  };
  it('times by the clock at the job, readings in the units of the moment', () => {
    expect(taken(way, about)).toMatchObject({
      cleaned: '2026-06-01T10:00',
      when: '2026-06-01T11:00',
      stopped: '',
      oxygen: '0.4',
      flow: '10',
      visual: 'rejected',
      visualReason: 'flux left on',
      lookedBy: 'Orla Fennimore',
    });
    expect(taken(way, { ...about, system: 'metric' }).flow).toBe('4.719');
  });
  it('every answer with its moment; a skipped cleaning is no cleaning', () => {
    expect(taken(way, about).steps).toEqual([
      { step: 'clean', answer: 'done', at: '2026-06-01T14:00:00.000Z' },
      { step: 'gap', answer: 'skipped', at: '2026-06-01T14:00:00.001Z' },
      { step: 'feed', answer: 'done', at: '2026-06-01T15:00:00.000Z' },
    ]);
    expect(taken(answerStep(beginWay('j'), 'clean', 'skipped', T), about).cleaned).toBe('');
    expect(taken(beginWay('j'), about)).toMatchObject({ oxygen: '', flow: '', visual: '', steps: [] });
  });
});

describe('words at the torch', () => {
  it('the heat has two: the flame comes on it, then it is at heat', () => {
    expect(mainWord('heat', beginWay('j'))).toBe('Flame on it');
    expect(mainWord('heat', { ...beginWay('j'), flameMs: T })).toBe('At heat');
  });
  it('a joint in hand says its clock', () => {
    expect(stateWords({ in: 'under the flame', seconds: 34.6, calls: false })).toBe('under the flame 0:34');
    expect(stateWords({ in: 'cooling', seconds: 130, calls: false })).toBe('cooling, 2:10 left');
    expect(stateWords({ in: 'cooling', seconds: 0, calls: true })).toBe('is it cool?');
    expect(stateWords({ in: 'prepared', seconds: 7200, calls: false })).toBe('clean, 2 h 00 left');
    expect(stateWords({ in: 'prepared', seconds: -5, calls: true })).toBe('clean again');
    expect(stateWords({ in: 'to be filed', seconds: null, calls: true })).toBe('to be filed');
  });
});
