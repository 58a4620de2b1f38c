import { planner, sum } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { jointState } from './joint-state';

const demo = saltmarsh('2026-06-15');
const plan = planner(demo.job, demo.lines, shopOf(demo.ownRows, demo.procedures));
const joint = (mark: string) => {
  const j = demo.joints.find((x) => x.mark === mark);
  if (!j) throw new Error(mark);
  return j;
};
const state = (mark: string, withLog = true) => {
  const j = joint(mark);
  return jointState(j, sum(plan(j)), withLog ? demo.logs.find((l) => l.jointId === j.id) : undefined);
};

describe('how a joint stands', () => {
  it.each([
    ['PF-01', 'brazed', 'brazed'],
    ['OX-07', 'rejected', 'rejected'],
    ['PF-07', 'look', 'tight'],
    ['PF-08', 'look', 'bridgeable'],
    ['OX-11', 'stop', 'too wide'],
    ['BR-01', 'look', 'needs a procedure'],
    ['PF-04', 'planned', 'planned'],
    ['FF-22', 'aside', 'set aside'],
    ['BR-05', 'planned', 'planned'],
  ])('%s is %s: %s', (mark, shape, word) => expect(state(mark)).toEqual({ shape, word }));

  it('the log comes before the plan, the plan before the measuring', () => {
    expect(state('PF-03').shape).toBe('brazed');
    expect(state('PF-03', false).shape).toBe('measured');
  });

  it('says what cannot be planned', () => {
    const j = { ...joint('PF-04'), tube: { standardId: 'acr-coil', size: '1/4', metalId: 'copper' } };
    expect(jointState(j, sum(plan(j)), undefined)).toEqual({ shape: 'stop', word: 'measure it' });
    const k = { ...joint('PF-04'), tube: { standardId: 'acr', size: '9/9', metalId: 'copper' } };
    expect(jointState(k, sum(plan(k)), undefined).word).toBe('bad input');
  });
});

describe('the planner', () => {
  it('shares one plan among joints that are alike on a line, and never across lines', () => {
    expect(plan(joint('PF-04'))).toBe(plan(joint('PF-06')));
    expect(plan(joint('PF-04'))).not.toBe(plan(joint('PF-05')));
    expect(plan({ ...joint('PF-04'), id: 'x', mark: 'X-1', note: 'other words' })).toBe(plan(joint('PF-04')));
    expect(plan({ ...joint('PF-04'), lineId: joint('FF-01').lineId })).not.toBe(plan(joint('PF-04')));
  });

  it('says when the line is gone', () => {
    expect(plan({ ...joint('PF-04'), lineId: 'gone' }).problems?.[0]?.field).toBe('lineId');
  });
});
