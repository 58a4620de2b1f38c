import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { describe, expect, it } from 'vitest';
import { readCleaned } from './cleaned';
import { blankEntry, type EntryDraft, entryOf, keptFrom, lotsFor } from './log-entry-draft';

const now = Date.parse('2026-06-01T12:00:00Z');
const hours = (n: number): number => now - n * 3_600_000;

describe('joints cleaned and not logged yet', () => {
  it('are read back; what is old, in the future or broken is left out', () => {
    const kept = JSON.stringify({ a: hours(3), b: hours(60), c: hours(-1), d: 'soon' });
    expect(readCleaned(kept, now)).toEqual({ a: hours(3) });
    expect(readCleaned('{', now)).toEqual({});
    expect(readCleaned(null, now)).toEqual({});
  });
});

describe('an entry as it is typed', () => {
  const draft: EntryDraft = {
    fillerLot: '',
    fluxLot: '',
    nitrogenLot: '',
    lookedBy: '',
    brazerId: 'b',
    procedureId: '',
    madeAs: 'first',
    cleaned: '2026-06-01T08:00',
    when: '2026-06-01T10:00',
    fillerId: 'BCuP-5',
    fluxId: '',
    flow: '5',
    oxygen: '0,4',
    stopped: '',
    visual: 'accepted',
    visualReason: 'flux left on',
    place: ' bay 2 ',
    pictureIds: [],
    outOfRangeReason: ' ',
    steps: [],
    touched: {},
  };
  const ids = { id: 'i', jobId: 'j', jointId: 'k', sessionId: null };
  const about = { zone: 'America/New_York', system: 'us', purged: true } as const;
  const logged = (entered: number, change: object): JointLog =>
    ({ ...entryOf(draft, ids, about), id: `i${entered}`, lookedBy: 'Wren', ...change }) as JointLog;
  it('the log remembers each class’s last lot, the last nitrogen, who looked and where, whatever order it is in', () => {
    const logs = [
      logged(3, { fillerLot: 'R-3', nitrogenLot: 'N-3', lookedBy: 'Imre', place: 'bay 9' }),
      logged(1, { fillerLot: 'R-1', fluxId: 'FB3-A', fluxLot: 'F-1', nitrogenLot: 'N-1' }),
      logged(2, { fillerId: 'BAg-24', fillerLot: 'R-2' }),
    ];
    const kept = keptFrom(logs);
    expect(lotsFor(kept, 'BCuP-5', 'FB3-A')).toEqual({ fillerLot: 'R-3', fluxLot: 'F-1' });
    expect(lotsFor(kept, 'BAg-24', 'FB3-C')).toEqual({ fillerLot: 'R-2', fluxLot: '' });
    expect(lotsFor(kept, 'BCuP-2', '')).toEqual({ fillerLot: '', fluxLot: '' });
    expect(kept).toMatchObject({ nitrogenLot: 'N-3', lookedBy: 'Imre', place: 'bay 9' });
    expect(keptFrom([])).toEqual({ lots: {}, nitrogenLot: '', lookedBy: '', place: '' });
  });
  it('becomes instants and SI, with what is empty left out', () => {
    const entry = entryOf(draft, ids, about);
    expect(entry).toMatchObject({
      brazedAt: '2026-06-01T14:00:00Z',
      cleanedAt: '2026-06-01T12:00:00Z',
      procedureId: null,
      oxygen: 0.004,
      visualReason: null,
      place: 'bay 2',
      outOfRangeReason: null,
      nitrogenStoppedAt: null,
    });
    expect(entry.nitrogenFlow).toBeCloseTo(5 * 7.8658e-6, 9);
    expect('fluxLot' in entry || 'pictureIds' in entry || 'nitrogenLot' in entry).toBe(false);
  });
  it('where clocks go back, what was touched keeps its moment; typed over, the typed time counts', () => {
    // In New York on 1 November 2026 it is 01:30 twice: at 05:30 and at 06:30 UTC.
    const [early, late] = ['2026-11-01T05:30:20Z', '2026-11-01T06:30:10Z'].map((t) => Date.parse(t));
    const when = '2026-11-01T01:30';
    const at = (ms: number | undefined, more = {}) =>
      entryOf({ ...draft, when, touched: ms === undefined ? {} : { when: ms }, ...more }, ids, about).brazedAt;
    expect([at(early), at(late)]).toEqual(['2026-11-01T05:30:00Z', '2026-11-01T06:30:00Z']);
    expect(at(late, { when: '2026-11-01T03:00' })).toBe('2026-11-01T08:00:00Z');
    expect(Date.parse(at(undefined))).toBeOneOf([
      Date.parse('2026-11-01T05:30:00Z'),
      Date.parse('2026-11-01T06:30:00Z'),
    ]);
  });
  it('asks nothing of nitrogen where there is no purge, and keeps what cannot be read for the schema to refuse', () => {
    const dry = entryOf({ ...draft, when: 'noon', oxygen: 'low', flow: 'x' }, ids, { ...about, purged: false });
    expect('nitrogenFlow' in dry).toBe(false);
    expect([dry.brazedAt, dry.oxygen]).toEqual(['', NaN]);
    expect(entryOf({ ...draft, flow: 'x' }, ids, about).nitrogenFlow).toBeNaN();
  });
});

describe('an entry as it begins', () => {
  const kept = { lots: { 'BCuP-5': 'R-9', 'FB3-A': 'F-1' }, nitrogenLot: 'N-7', lookedBy: 'Wren', place: 'bay 2' };
  const planned = { zone: 'UTC', fillerId: 'BCuP-5', fluxId: '' };
  it('keeps what stays from the last, each lot of its own class', () => {
    const { fillerLot, fluxLot, nitrogenLot, lookedBy, place, oxygen } = blankEntry({}, kept, planned);
    expect([fillerLot, fluxLot, nitrogenLot, lookedBy, place, oxygen]).toEqual(['R-9', '', 'N-7', 'Wren', 'bay 2', '']);
    expect(blankEntry({}, kept, { ...planned, fillerId: 'BCuP-2', fluxId: 'FB3-A' })).toMatchObject({
      fillerLot: '',
      fluxLot: 'F-1',
    });
  });
  it('takes what is known of it before what stays', () => {
    expect(blankEntry({ place: 'roof', when: '2026-06-01T10:00' }, kept, planned)).toMatchObject({
      place: 'roof',
      when: '2026-06-01T10:00',
      nitrogenLot: 'N-7',
    });
  });
});
