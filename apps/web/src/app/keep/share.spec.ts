import type { Joint } from '@hephaist/contracts/records/joint';
import type { BrazerRecord } from '@hephaist/core/qualification/may-braze';
import type { JointVariables } from '@hephaist/core/qualification/range';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { sampleAsks, sampleCoupon } from '../../../../../packages/core/src/testing/samples.js';
import { type CrewHand, shareCsv, shareWork } from './share';
import { spanAround } from './span';

const asks = sampleAsks({ rules: ASME_RULES });
const hand = (id: string, brazedOn: string, position: JointVariables['position'] = 'horizontal'): CrewHand => {
  const record: BrazerRecord = {
    coupons: [sampleCoupon({ position, label: `C-${id}`, brazedOn })],
    joints: [],
    withdrawn: null,
  };
  return {
    brazer: { id, name: `Brazer ${id}`, mark: id, withdrawnOn: null, withdrawnReason: null },
    record,
  };
};
const joint = (mark: string, change: Partial<JointVariables> | null = {}) => ({
  joint: { id: mark, mark, lineId: 'L' } as Joint,
  asks: change && { ...asks, ...change },
});

describe('sharing the work of a day', () => {
  const work = [joint('A-1'), joint('A-2'), joint('A-3'), joint('=U-1', { position: 'up-feed' }), joint('X', null)];

  it('gives joints to who may, a closing one first, and says why nobody may', () => {
    const hands = [hand('a', '2026-05-01'), hand('b', '2025-12-20'), hand('c', '2025-01-01')];
    const { assignment, closing, why } = shareWork(work, hands, '2026-06-15');
    expect([...closing]).toEqual([['b', '2026-06-20']]);
    expect(assignment.kept).toEqual(['b']);
    expect(assignment.most).toBe(2);
    expect(assignment.load.get('c')).toBe(0);
    expect(why.get('=U-1')).toContain('up-feed never tested');
    expect(why.get('X')).toBe('it has no plan');
  });

  it('with nobody there says so', () => {
    expect(shareWork(work, [], '2026-06-15').why.get('A-1')).toBe('nobody is there');
  });

  it('as CSV it reads back, and no cell begins a formula', () => {
    const share = shareWork(work, [hand('a', '2026-05-01')], '2026-06-15');
    const rows = parse(
      shareCsv(
        work,
        share,
        (id) => (id ? `Brazer ${id}` : ''),
        () => 'Line 1',
      ),
      { columns: true },
    );
    expect(rows).toHaveLength(5);
    expect(rows[0]).toMatchObject({ joint: 'A-1', line: 'Line 1', brazer: 'Brazer a', why: '' });
    expect((rows[3] as { joint: string }).joint).toBe("'=U-1");
  });
});

describe('marks and days', () => {
  it('says runs of marks', () => {
    expect(markRuns(['PF-01', 'PF-02', 'PF-03', 'PF-09', 'OX-10', 'OX-11'])).toEqual([
      'PF-01 to PF-03',
      'PF-09',
      'OX-10, OX-11',
    ]);
    expect(markRuns([])).toEqual([]);
  });
  it('shows time around both days', () => {
    expect(spanAround('2026-06-15', '2028-02-29')).toEqual({ from: '2026-03-17', to: '2028-09-16' });
    expect(spanAround('2026-06-15', '2024-03-01').from).toBe('2023-12-02');
  });
});
