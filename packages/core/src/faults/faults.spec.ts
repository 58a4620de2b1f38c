import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { StripFace } from '../coupons/section.js';
import { isCutOut, VISUAL_REJECTS } from '../joint-log/rejects.js';
import { FAULT_READER, type FaultQuestion, MOST_STEPS } from './fault-reader.js';
import { FAULT_IDS, type FaultId, FAULTS } from './faults.js';
import { AT_MOUTH, hourOf, PORE, readVoids } from './void-reading.js';

/** The choices that lead to each fault, the shortest first; the reader's own map of itself. */
function waysTo(id: FaultId, from: FaultQuestion = FAULT_READER): readonly (readonly string[])[] {
  const ways = from.options.flatMap((o): (readonly string[])[] =>
    typeof o.leads === 'string'
      ? o.leads === id
        ? [[o.says]]
        : []
      : waysTo(id, o.leads).map((way) => [o.says, ...way]),
  );
  return ways.sort((a, b) => a.length - b.length);
}

describe('the fault reader', () => {
  /** As a master reads a joint: what is seen, the cause, what comes next, and whether it is cut out. */
  it.each<[FaultId, RegExp, RegExp, boolean | null]>([
    ['cold-lump', /cold: rod and flame/i, /heat both parts.*flux is dead/i, false],
    ['rolls-off', /not clean, no flux.*soot/i, /clean and flux.*neutral flame/i, false],
    ['one-side', /far side was cold: a big fitting, a small tip, or steel/i, /heat round/i, false],
    ['low-empty', /begun at the top, or the heat never reached the bottom/i, /6 o’clock/i, false],
    ['sealed-first', /sealed before it was hot inside/i, /cut one out and look/i, false],
    ['run-down', /tube was too hot against the fitting/i, /base of the fitting/i, false],
    ['black-bore', /oxygen, not heat: no purge, too little, shut off while hot, or a leak/i, /cut it out/i, true],
    ['melted', /too hot or too close/i, /cut it out/i, true],
    ['burnt-flux', /too long or too hot/i, /stop.*clean.*reflux/i, false],
    ['zinc-smoke', /zinc is boiling off/i, /back the flame off and ventilate/i, null],
    ['brass-crack', /quenched, strained while hot, or leaded/i, /cut it out/i, true],
    ['phosphide-crack', /brittle phosphide/i, /cut it out/i, true],
    ['pinhole', /path of voids, or flux trapped/i, /cut and look before it is melted again/i, true],
  ])('%s', (id, cause, now, cutOut) => {
    const f = FAULTS[id];
    expect(f.id).toBe(id);
    expect(f.cause).toMatch(cause);
    expect(f.now).toMatch(now);
    expect(f.nextTime.length).toBeGreaterThan(15);
    if (cutOut === null) expect(f.reject).toBeNull();
    else {
      expect(VISUAL_REJECTS).toContain(f.reject);
      expect(isCutOut(f.reject)).toBe(cutOut);
    }
  });
  it('reaches every fault in at most three steps, and no more than five choices stand at once', () => {
    expect(FAULT_IDS.filter((id) => !waysTo(id).length)).toEqual([]);
    for (const id of FAULT_IDS) {
      expect(waysTo(id).length, id).toBeGreaterThan(0);
      for (const way of waysTo(id)) expect(way.length, id).toBeLessThanOrEqual(MOST_STEPS);
    }
    const most = (q: typeof FAULT_READER): number =>
      Math.max(q.options.length, ...q.options.map((o) => (typeof o.leads === 'string' ? 0 : most(o.leads))));
    expect(most(FAULT_READER)).toBeLessThanOrEqual(5);
  });
});

describe('voids read by clock and depth', () => {
  const OVERLAP = 0.02;
  const face = (hour: number | string, ...voids: [number, number][]): StripFace => ({
    name: typeof hour === 'number' ? `${hour} o’clock` : hour,
    overlapM: OVERLAP,
    voids: voids.map(([a, b]) => ({ fromM: a * OVERLAP, toM: b * OVERLAP })),
  });
  const whole = (...hours: number[]): StripFace[] => hours.map((h) => face(h));
  it.each<[string, StripFace[], FaultId | null]>([
    ['nothing open', whole(12, 3, 6, 9), null],
    ['pores alone', [face(6, [0.5, 0.52]), ...whole(12, 3, 9)], null],
    ['open inside under a filled edge', [face(12, [0.4, 0.8]), face(6, [0.5, 1]), ...whole(3, 9)], 'sealed-first'],
    ['open at six from the mouth', [face(6, [0, 0.6]), ...whole(12, 3, 9)], 'low-empty'],
    ['open at five and seven', [face(5, [0, 0.4]), face(7, [0.05, 0.4]), ...whole(12, 3, 9)], 'low-empty'],
    ['open at three and five', [face(3, [0, 0.5]), face(5, [0, 0.3]), ...whole(9, 12)], 'one-side'],
    ['open at three and nine', [face(3, [0, 0.5]), face(9, [0, 0.3]), ...whole(6, 12)], 'rolls-off'],
    ['open on a face that names no hour', [face('left', [0, 0.5]), face('right')], null],
    ['open inside on a face that names no hour', [face('left', [0.5, 0.9]), face('right')], 'sealed-first'],
  ])('%s', (_what, faces, fault) => expect(readVoids(faces, 'horizontal')?.fault ?? null).toBe(fault));
  it('six is low only on a level pipe', () => {
    const faces = [face(6, [0, 0.6]), ...whole(12, 3, 9)];
    expect(readVoids(faces, 'up-feed')?.fault).toBe('one-side');
  });
  it('either side of the mouth, and of a pore', () => {
    const at = (from: number, to: number) => readVoids([face(6, [from, to]), ...whole(12, 3, 9)], 'horizontal')?.fault;
    expect([at(AT_MOUTH - 0.01, 0.5), at(AT_MOUTH + 0.01, 0.5)]).toEqual(['low-empty', 'sealed-first']);
    expect([at(0.5, 0.5 + PORE - 0.001), at(0.5, 0.5 + PORE + 0.001)]).toEqual([undefined, 'sealed-first']);
  });
  it('knows the hour by the name of a face', () => {
    expect(['6 o’clock', 'face at 12', '3', 'strip 13', 'A', ''].map(hourOf)).toEqual([6, 12, 3, null, null, null]);
  });
  it('always answers, and only of what is open', () => {
    const anyFace = fc
      .tuple(
        fc.integer({ min: 1, max: 12 }),
        fc.array(
          fc.tuple(fc.double({ min: 0, max: 0.9, noNaN: true }), fc.double({ min: 0.01, max: 0.1, noNaN: true })),
          { maxLength: 3 },
        ),
      )
      .map(([h, v]) => face(h, ...v.map(([a, d]): [number, number] => [a, a + d])));
    fc.assert(
      fc.property(fc.array(anyFace, { maxLength: 6 }), (faces) => {
        const read = readVoids(faces, 'horizontal');
        if (faces.every((f) => !f.voids.length)) expect(read).toBeNull();
        if (read) expect(FAULT_IDS).toContain(read.fault ?? 'pinhole');
      }),
    );
  });
});
