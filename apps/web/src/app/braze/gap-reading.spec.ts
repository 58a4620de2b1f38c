import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { type GapReading, readingProblems, readJoint } from './gap-reading';

const [joint] = saltmarsh('2026-06-15').joints;
if (!joint) throw new Error('demo');
const reading: GapReading = {
  od1: '0.8750',
  od2: '',
  id1: '0.8790',
  id2: '0,8800',
  instrument: 'caliper',
  confirmed: false,
};

describe('a gap that is read at the joint', () => {
  it('becomes the joint’s own, in SI; a second way that was not taken is the first', () => {
    expect(readJoint(joint, reading, 'us').fitUp).toEqual({
      mode: 'measured',
      tubeOdM: [expect.closeTo(0.022225, 12), expect.closeTo(0.022225, 12)],
      socketIdM: [expect.closeTo(0.0223266, 9), expect.closeTo(0.022352, 9)],
      instrument: 'caliper',
    });
    expect(readJoint(joint, { ...reading, od1: '22.2', confirmed: true }, 'metric').fitUp).toMatchObject({
      tubeOdM: [expect.closeTo(0.0222, 9), expect.closeTo(0.0222, 9)],
      confirmed: true,
    });
    expect(readJoint(joint, reading, 'us').id).toBe(joint.id);
  });
  it('what is no diameter is said once, at its field', () => {
    expect(readingProblems(readJoint(joint, reading, 'us'))).toEqual([]);
    const bad = readingProblems(readJoint(joint, { ...reading, od1: '', id1: 'wide' }, 'us')).map((p) => p.field);
    expect(bad).toEqual(['tubeOdM', 'socketIdM']);
  });
});
