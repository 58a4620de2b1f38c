import { brazerRecord } from '@hephaist/contracts/records/brazer-record';
import { planner } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { answerStep, beginWay, type Way } from '@hephaist/core/way/way';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { areAlike, type Beside, filedBeside } from './together';

const demo = saltmarsh('2026-06-15');
const planOf = planner(demo.job, demo.lines, shopOf(demo.ownRows, demo.procedures));
const of = (mark: string, way: Way | null = null): Beside => {
  const joint = demo.joints.find((j) => j.mark === mark);
  const { plan } = joint ? planOf(joint) : { plan: null };
  if (!joint || !plan) throw new Error(`no plan of ${mark}`);
  return { joint, plan, way };
};
const first = demo.logs.find((l) => l.jointId === of('OX-02').joint.id)!;
/** Another of its line that the same brazer made in range. */
const like = demo.joints.find((j) =>
  demo.logs.some(
    (l) =>
      l.jointId === j.id &&
      l.id !== first.id &&
      l.brazerId === first.brazerId &&
      l.fillerId === first.fillerId &&
      !l.outOfRangeReason &&
      j.lineId === of('OX-02').joint.lineId,
  ),
)!.mark;
const brazer = demo.brazers.find((b) => b.id === first.brazerId)!;
const about = {
  id: '0190a0a0-0000-7000-8000-000000000001',
  sessionId: null,
  before: [],
  timeZone: demo.job.timeZone,
  record: brazerRecord(brazer, { coupons: demo.coupons, brazings: [] }),
  procedures: demo.procedures,
};

describe('joints that one confirmation files', () => {
  it('are of one line, rod, flux and nitrogen', () => {
    expect(areAlike(of('OX-02'), of(like))).toBe(true);
    const other = demo.joints.find((j) => j.lineId !== of('OX-02').joint.lineId && planOf(j).plan);
    expect(areAlike(of('OX-02'), of(other?.mark ?? ''))).toBe(false);
    const sameLine = { ...of('PF-01'), joint: { ...of('PF-01').joint, lineId: of('OX-02').joint.lineId } };
    const rod = (b: Beside) => b.plan.selection.chosen?.filler.id;
    if (rod(sameLine) !== rod(of('OX-02'))) expect(areAlike(of('OX-02'), sameLine)).toBe(false);
  });
  it('share what is said once; each is an entry of its own', () => {
    const { entry, against } = filedBeside(first, of(like), about);
    expect(against).toBeNull();
    expect(entry).toMatchObject({
      id: about.id,
      jointId: of(like).joint.id,
      brazerId: first.brazerId,
      fillerLot: first.fillerLot,
      brazedAt: first.brazedAt,
      lookedBy: first.lookedBy,
      madeAs: 'first',
      outOfRangeReason: null,
    });
    expect('steps' in entry || 'pictureIds' in entry).toBe(false);
  });
  it('what a joint’s own way knows is its own; what it does not know is not taken from another', () => {
    const made = Date.parse(first.brazedAt) + 600_000;
    let way = answerStep(beginWay('x'), 'clean', 'done', made - 3_600_000);
    way = answerStep(way, 'feed', 'done', made + 12_345);
    way = { ...way, visual: 'accepted', pictureIds: ['p'] };
    const { entry } = filedBeside({ ...first, oxygen: 0.004 }, of(like, way), about);
    expect(Date.parse(entry.brazedAt)).toBe(made);
    expect(Date.parse(entry.cleanedAt ?? '')).toBe(made - 3_600_000);
    expect(entry).toMatchObject({ oxygen: null, nitrogenStoppedAt: null, pictureIds: ['p'] });
    expect(entry.steps).toHaveLength(2);
    // Only cleaned so far: the rest was said for all.
    const cleaned = answerStep(beginWay('x'), 'clean', 'done', made - 3_600_000);
    expect(filedBeside({ ...first, oxygen: 0.004 }, of(like, cleaned), about).entry.oxygen).toBe(0.004);
  });
  it('one that asks more is filed by itself', () => {
    const rejected = { ...beginWay('x'), visual: 'rejected' as const, reason: 'flux left on' };
    expect(filedBeside(first, of(like, rejected), about).against).toContain('only what is accepted');
    const nobody = { ...about, record: brazerRecord(brazer, { coupons: [], brazings: [] }) };
    expect(filedBeside(first, of(like), nobody).against).not.toBeNull();
    expect(filedBeside({ ...first, fillerLot: '' }, of(like), about).against).not.toBeNull();
    const again = filedBeside(first, of(like), { ...about, before: [{ ...first, visual: 'rejected' }] });
    expect(again.against).toBe('after it was last brazed');
  });
});
