import { describe, expect, it } from 'vitest';
import { catalogueWith } from '../catalogue/own-rows.js';
import { sampleBench } from '../testing/sample-bench.js';
import { BENCH_VALUE_IDS, BENCH_VALUES, benchValueRange, benchValues } from './bench-values.js';
import { watchHand } from './watch-hand.js';

const COARSE = { cellsAlong: 40, cellsRound: 16 };

describe('values of the bench', () => {
  it('are as they ship, each within what it may be', () => {
    expect(benchValues()).toEqual({
      'air-out': 3,
      'air-back': 8,
      tension: 1,
      viscosity: 4,
      front: 20,
      'wets-to': 1,
      'gap-air': 0.1,
      soot: 8,
      'soot-off': 10,
      oxidising: 3,
      closest: 0.35,
      'brass-smokes': 1172,
      'rod-smokes': 55,
    });
    for (const { id, value } of BENCH_VALUES) {
      const range = benchValueRange(id)!;
      expect(value).toBeGreaterThanOrEqual(range.min);
      expect(value).toBeLessThanOrEqual(range.max);
    }
    expect(benchValueRange('none')).toBeNull();
    expect(BENCH_VALUES.map((v) => v.id)).toEqual([...BENCH_VALUE_IDS]);
  });

  it('a company’s own takes the place of one, and says that it is the company’s', () => {
    const own = { table: 'bench', key: 'soot', values: { value: 4 }, source: 'our own trials' } as const;
    const { benchValues: rows } = catalogueWith([own]);
    expect(benchValues(rows)).toEqual({ ...benchValues(), soot: 4 });
    const soot = rows.find((r) => r.id === 'soot')!;
    expect(soot).toMatchObject({ name: BENCH_VALUES.find((v) => v.id === 'soot')!.name, unit: 's' });
    expect(soot.source).toMatchObject({ certainty: 'entered', name: 'our own trials' });
  });

  it('drive what comes of a joint: rod that bears no oxide does not wet, air that is never out blackens', () => {
    const made = (change: object, joint: Parameters<typeof sampleBench>[0] = {}) =>
      watchHand(
        { ...sampleBench(joint), values: { ...benchValues(), ...change } },
        { staysUntilK: 740 },
        undefined,
        COARSE,
      ).faults.map((f) => f.id);
    expect(made({})).toEqual([]);
    expect(made({ 'wets-to': 0.05, 'gap-air': 1 })).toContain('oxidised');
    // Filler that is not drawn does not climb.
    expect(made({ tension: 1e-3 }, { position: 'up-feed' })).toContain('not drawn');
  });
});
