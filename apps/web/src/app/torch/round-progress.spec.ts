import { sampleRig } from '@hephaist/contracts/testing/torch-samples';
import { schoolsOf } from '@hephaist/core/schools/schools';
import { roundProblems } from '@hephaist/core/torch-rig/judge-round';
import { PSI } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import {
  answered,
  back,
  beginRound,
  dropOf,
  isRead,
  otherSchool,
  roundCheck,
  type RoundProgress,
  whereIn,
} from './round-progress';

const rig = sampleRig(() => 'r');
const YEAR = 2026;
const about = { id: 'c', rigId: 'r', round: 'morning', on: '2026-06-02', by: 'x', toSign: false } as const;

/** Goes on with "done" until a step, or to the end. */
function until(id: string | null, from: RoundProgress = beginRound(0), on = rig): RoundProgress {
  let p = from;
  for (let i = 0; i < 40; i += 1) {
    const { step } = whereIn(p, on, 'morning', YEAR);
    if (!step || step.id === id) return p;
    if (step.asks === 'gauges after') p = { ...p, fuel: p.fuel ?? 'stands', oxygen: p.oxygen ?? 'stands' };
    p = answered(p, step, 'done', 5000 * (i + 1));
  }
  return p;
}
const filed = (p: RoundProgress) => roundCheck(p, about, {}, 100_000);
const problems = (p: RoundProgress, on = rig) => roundProblems(on, schoolsOf(p.schools), filed(p), YEAR);

describe('a round', () => {
  it('gone through whole is what the server takes', () => {
    const p = until(null);
    expect(whereIn(p, rig, 'morning', YEAR)).toMatchObject({ step: null, why: null });
    expect(problems(p)).toEqual([]);
    expect(filed(p)).toMatchObject({ startedAt: '1970-01-01T00:00:00.000Z', endedAt: '1970-01-01T00:01:40.000Z' });
  });

  it('keeps what was skipped, with when', () => {
    const { step } = whereIn(beginRound(0), rig, 'morning', YEAR);
    const p = answered(beginRound(0), step!, 'skipped', 7400);
    expect(p.steps).toEqual([{ id: 'upright', answer: 'skipped', afterS: 7 }]);
    expect(problems(until(null, p))).toEqual([]);
  });

  it('ends at what is wrong, and goes back from it', () => {
    const at = until('tip');
    const p = answered(at, whereIn(at, rig, 'morning', YEAR).step!, 'wrong', 60_000);
    expect(whereIn(p, rig, 'morning', YEAR)).toMatchObject({ step: null, why: expect.stringContaining('mended') });
    expect(problems(p)).toEqual([]);
    expect(back(p, whereIn(p, rig, 'morning', YEAR).all)).toEqual(at);
  });

  it('watches the gauges between two steps, and lights nothing that moved', () => {
    const at = until('read-again');
    expect(isRead(at, rig)).toBe(false);
    const seen = { ...at, fuel: 'line falls', oxygen: 'stands' } as const;
    expect(isRead(seen, rig)).toBe(true);
    const p = answered(seen, whereIn(seen, rig, 'morning', YEAR).step!, 'done', 100_000);
    expect(dropOf(p)).toMatchObject({ fuel: 'line falls', oxygen: 'stands' });
    expect(dropOf(p)?.seconds).toBe(Math.round((100_000 - (p.shutInMs ?? 0)) / 1000));
    expect(whereIn(p, rig, 'morning', YEAR).why).toContain('tight');
    expect(problems(p)).toEqual([]);
    expect(dropOf(back(p, whereIn(p, rig, 'morning', YEAR).all))).toBeNull();
  });

  it('goes on without the gauges where they were skipped, and forgets what was half read', () => {
    const at = { ...until('read-again'), fuel: 'line falls' as const };
    const p = answered(at, whereIn(at, rig, 'morning', YEAR).step!, 'skipped', 100_000);
    expect(dropOf(p)).toBeNull();
    expect(problems(until(null, p))).toEqual([]);
  });

  it('stops before the flame of a rig that is refused', () => {
    const hot = { ...rig, fuelPa: 16 * PSI };
    const p = until(null, beginRound(0), hot);
    expect(whereIn(p, hot, 'morning', YEAR).why).toContain('Not lit: Acetylene at');
    expect(problems(p, hot)).toEqual([]);
  });

  it('offers the other school, and comes round again', () => {
    const schools = schoolsOf({});
    expect(otherSchool('shutOff', schools)?.id).toBe('oxygen');
    expect(otherSchool('shutOff', schoolsOf({ shutOff: 'oxygen' }))?.id).toBe('fuel');
    const p = { ...beginRound(0), schools: { shutOff: 'oxygen' } as const };
    expect(whereIn(p, rig, 'evening', YEAR).step?.does).toBe('Torch: oxygen valve off first.');
    expect(roundCheck(p, about, { oxygenValve: 'quarter' }, 0).schools).toEqual({
      oxygenValve: 'quarter',
      shutOff: 'oxygen',
    });
  });
});
