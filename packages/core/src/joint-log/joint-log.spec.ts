import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJoint } from '../joint/plan.js';
import type { Permission } from '../qualification/may-braze.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { asksWith, cleanLeftS, logFindings, type Made } from './findings.js';
import { type BrazedOnce, nextMakings } from './makings.js';

const at = (clock: string): number => Date.parse(`2026-06-01T${clock}:00Z`);
const oxygen = sampleLine({ serviceId: 'medical-oxygen' });
const plan = planJoint(sampleJoint(), sampleLine());
const medical = planJoint(sampleJoint({ tube: { standardId: 'med-l', size: '3/4', metalId: 'copper' } }), oxygen);
const rodOf = (p: typeof plan): string => p.selection.chosen?.filler.id ?? '';
const made = (p: typeof plan, change: Partial<Made> = {}): Made => ({
  fillerId: rodOf(p),
  cleanedMs: at('08:00'),
  brazedMs: at('10:00'),
  oxygen: 0.004,
  nitrogenStoppedMs: at('10:20'),
  gapKnown: false,
  ...change,
});
const named = { name: 'BPS-1 rev A', fNumbers: ['103'], fluxIds: [], variables: null, inForce: true };
const may: Permission = {
  may: true,
  reasons: [],
  by: 'C-001',
  withdrawn: false,
  continuity: { state: 'current', lastDay: '2026-05-01', goodThrough: '2026-11-01' } as Permission['continuity'],
};
const said = (p: typeof plan, change: Partial<Made> = {}, by: typeof named | null = named) =>
  logFindings(p, made(p, change), may, by).map((f) => `${f.asksReason ? '✕' : '▲'} ${f.about}: ${f.says}`);

describe('what speaks against a joint as it was made', () => {
  it('nothing, when it was made as planned', () => {
    expect(said(plan)).toEqual([]);
    expect(said(medical)).toEqual([]);
  });
  it('eight hours from cleaning: to the minute, and asked for in medical gas (NFPA 99, from memory)', () => {
    expect(cleanLeftS(at('08:00'), at('16:00'))).toBe(0);
    expect(said(medical, { brazedMs: at('16:00'), nitrogenStoppedMs: null })).toEqual([]);
    expect(said(medical, { brazedMs: at('16:05'), nitrogenStoppedMs: null })).toEqual([
      '✕ cleaning: brazed 5:00 after the eight hours were over: clean again',
    ]);
    expect(said(plan, { brazedMs: at('16:05'), nitrogenStoppedMs: null })[0]).toMatch(/^▲ cleaning/);
    expect(said(plan, { cleanedMs: at('11:00') })).toEqual(['✕ cleaning: cleaned after it was brazed']);
    expect(said(medical, { cleanedMs: null })).toEqual(['▲ cleaning: not written down when it was cleaned']);
    expect(said(plan, { cleanedMs: null })).toEqual([]);
  });
  it('nitrogen: oxygen over the limit, not read, stopped too early', () => {
    expect(said(medical, { oxygen: 0.0101 })[0]).toContain('✕ nitrogen: oxygen 1.01 %');
    expect(said(medical, { oxygen: 0.01 })).toEqual([]);
    expect(said(medical, { oxygen: null })).toEqual(['▲ nitrogen: oxygen was not read before the flame']);
    expect(said(medical, { oxygen: null, skipped: ['nitrogen'] })).toEqual(['✕ nitrogen: nitrogen was passed over']);
    expect(said(medical, { skipped: ['photograph'] })).toEqual([]);
    expect(said(medical, { nitrogenStoppedMs: at('09:59') })[0]).toContain('✕ nitrogen: nitrogen was stopped');
  });
  it('a rod that is ruled out says why; flux that is missing or not wanted', () => {
    const refused = plan.selection.judgements.find((j) => j.verdict === 'refused');
    const words = said(plan, { fillerId: refused?.filler.id ?? '' }, null);
    expect(words[0]).toContain(`✕ rod: ${refused?.filler.id} is ruled out here`);
    expect(said(plan, { fluxId: null })).toEqual([]);
    expect(said(medical, { fluxId: 'FB3-A' }).some((w) => w.startsWith('✕'))).toBe(true);
  });
  it('no procedure in medical gas, one not in force, one that does not name the rod', () => {
    expect(said(medical, {}, null)).toEqual(['✕ procedure: no procedure named']);
    expect(said(plan, {}, null)).toEqual([]);
    expect(said(plan, {}, { ...named, inForce: false })).toEqual([
      '✕ procedure: BPS-1 rev A: not in force on that day',
    ]);
    expect(said(plan, {}, { ...named, fNumbers: ['101'] })[0]).toContain('filler F-103 not stated');
  });
  it('a brazer is asked for the rod that was used, not the planned one', () => {
    const silver = plan.selection.judgements.find((j) => j.filler.fNumber !== plan.asks.fNumber);
    expect(asksWith(plan, silver?.filler.id ?? '').fNumber).toBe(silver?.filler.fNumber);
    expect(asksWith(plan, 'no such rod')).toBe(plan.asks);
    const barred = logFindings(plan, made(plan), { ...may, may: false, reasons: ['lapsed'] }, named);
    expect(barred).toMatchObject([{ about: 'brazer', says: 'lapsed', asksReason: true }]);
  });
});

describe('repaired once, then cut out (NFPA 99, from memory)', () => {
  const entry = (n: number, madeAs?: BrazedOnce['madeAs']): BrazedOnce => ({
    brazedAt: new Date(at('08:00') + n * 60000).toISOString(),
    visual: 'rejected',
    madeAs,
  });
  it('goes first, repaired, made anew, repaired again', () => {
    expect(nextMakings([])).toEqual(['first']);
    expect(nextMakings([entry(0, 'first')])).toEqual(['repaired', 'made anew']);
    expect(nextMakings([entry(0, 'first'), entry(1, 'repaired')])).toEqual(['made anew']);
    const anew = [entry(0, 'first'), entry(1, 'repaired'), entry(2, 'made anew')];
    expect(nextMakings(anew)).toEqual(['repaired', 'made anew']);
    expect(nextMakings([...anew, entry(3, 'repaired')])).toEqual(['made anew']);
  });
  it('an older log that does not say counts as repaired from its second entry', () => {
    expect(nextMakings([entry(0)])).toEqual(['repaired', 'made anew']);
    expect(nextMakings([entry(0), entry(1)])).toEqual(['made anew']);
  });
  it('two repairs never follow each other, in whatever order the log is read', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 12 }), fc.integer(), (wishes, turn) => {
        const log: BrazedOnce[] = [];
        wishes.forEach((repair, n) => {
          const may = nextMakings(log.map((_, i) => log[(i + Math.abs(turn)) % log.length] as BrazedOnce));
          log.push(entry(n, repair && may.includes('repaired') ? 'repaired' : (may.at(-1) ?? 'first')));
        });
        expect(log.some((l, i) => l.madeAs === 'repaired' && log[i - 1]?.madeAs === 'repaired')).toBe(false);
      }),
    );
  });
});
