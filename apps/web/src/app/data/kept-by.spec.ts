import { describe, expect, it } from 'vitest';
import { keptBy, nearWords } from './kept-by';

describe('what keeps who runs out', () => {
  it('a joint of the job, by its mark; where there is none, a coupon', () => {
    const alert = { keeps: 'joint', daysLeft: 6 } as const;
    expect(keptBy(alert, [])).toBe('No open joint of this job keeps it: a coupon would.');
    expect(keptBy(alert, null)).toBe('A joint keeps it: which ones is being worked out.');
    expect(keptBy(alert, ['PF-04'])).toBe('One open joint keeps it: PF-04.');
    const marks = ['PF-04', 'PF-05', 'PF-06', 'OX-01', 'MA-02', 'DW-09'];
    expect(keptBy(alert, marks)).toMatch(
      /^Any one of 6 open joints keeps it: PF-04 to PF-06, OX-01, MA-02 and more\.$/,
    );
  });
  it('a confirmation, or nothing but a coupon', () => {
    expect(keptBy({ keeps: 'confirmation', daysLeft: 3 }, ['PF-04'])).toContain('supervisor');
    expect(keptBy({ keeps: 'coupon', daysLeft: 3 }, ['PF-04'])).toBe('Only another passed coupon keeps it.');
    expect(keptBy({ keeps: 'coupon', daysLeft: -3 }, [])).toBe('Only a passed coupon brings it back.');
  });
  it('says how near', () => {
    expect([7, 1, 0, -1, -2].map(nearWords)).toEqual([
      '7 days left',
      '1 day left',
      'ends today',
      'lapsed 1 day ago',
      'lapsed 2 days ago',
    ]);
  });
});
