import { describe, expect, it } from 'vitest';
import { begunAtMs, heatWatch, lastMade } from './heat-watch.js';
import type { Mark, MarkKind } from './marks.js';

const mark = (kind: MarkKind, jointId: string, s: number): Mark => ({
  kind,
  jointId,
  atMs: s * 1000,
  vent: null,
  device: null,
  value: null,
  says: '',
});

describe('the time under the flame', () => {
  it.each([
    [59, 'on time', 'on its way'],
    [60, 'on time', 'due now'],
    [89.9, 'on time', 'due now'],
    [90, 'late', 'half as long again as planned'],
    [119.9, 'late', 'half as long again as planned'],
    [120, 'far over', 'twice as long as planned: bigger tip, wind, or a cold mass? Stop before the flux dies'],
  ])('%s s of 60 planned is %s', (elapsedS, tone, says) =>
    expect(heatWatch(elapsedS, 60)).toEqual({ elapsedS, tone, says }),
  );
  it('says that there is no plan where there is none', () =>
    expect(heatWatch(500, null)).toMatchObject({ tone: 'on time', says: 'the heat plan has no time for it' }));
  it('runs from the flame’s last going on, and not when it is off', () => {
    const marks = [mark('joint begun', 'a', 10), mark('joint stopped', 'a', 30), mark('joint begun', 'a', 50)];
    expect(begunAtMs(marks, 'a')).toBe(50_000);
    expect(begunAtMs([...marks, mark('joint brazed', 'a', 90)], 'a')).toBeNull();
    expect(begunAtMs(marks, 'b')).toBeNull();
  });
  it('knows how long the last joint made took, from its last begin', () => {
    const marks = [
      mark('joint begun', 'a', 10),
      mark('joint stopped', 'a', 30),
      mark('joint begun', 'a', 50),
      mark('joint brazed', 'a', 95),
      mark('joint begun', 'b', 200),
    ];
    expect(lastMade(marks)).toEqual({ jointId: 'a', seconds: 45 });
    expect(lastMade([])).toBeNull();
    expect(lastMade([mark('joint brazed', 'a', 5)])).toBeNull();
  });
});
