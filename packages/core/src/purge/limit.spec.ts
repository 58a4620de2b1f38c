import { describe, expect, it } from 'vitest';
import { oxygenLimitFor } from './limit.js';

const procedure = (name: string, oxygenLimit: number | null, fNumbers = ['103']) => ({
  id: name,
  name,
  fNumbers,
  fluxIds: [],
  oxygenLimit,
});

describe('the oxygen limit of a joint', () => {
  it('is the line’s unless a procedure that covers its rod is stricter', () => {
    expect(oxygenLimitFor(0.01, [], '103')).toEqual({ limit: 0.01, by: null });
    expect(oxygenLimitFor(0.01, [procedure('A', 0.005), procedure('B', 0.002), procedure('C', null)], '103')).toEqual({
      limit: 0.002,
      by: 'B',
    });
    expect(oxygenLimitFor(0.01, [procedure('lax', 0.05)], '103').by).toBeNull();
    expect(oxygenLimitFor(0.01, [procedure('other rod', 0.002, ['102'])], '103').by).toBeNull();
    expect(oxygenLimitFor(0.01, [procedure('A', 0.005)], null).limit).toBe(0.01);
    // As strict as the line is no reason to name it.
    expect(oxygenLimitFor(0.01, [procedure('as strict', 0.01)], '103')).toEqual({ limit: 0.01, by: null });
  });
});
