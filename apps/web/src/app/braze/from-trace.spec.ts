import { describe, expect, it } from 'vitest';
import { fromTrace } from './from-trace';

const T = Date.parse('2026-06-01T14:00:00Z');
const about = { zone: 'America/New_York', system: 'us' } as const;
const trace = { strikeOxygen: 0.00424, leastFlowM3s: 10 * 7.865790719e-6, brazedMs: T, toMs: T + 240_000 };
const nothing = { oxygen: '', flow: '', stopped: '' };

describe('what an entry takes from what instruments read', () => {
  it('fills what is empty, by the clock at the job, in the units shown', () => {
    expect(fromTrace(trace, nothing, about)).toEqual({
      oxygen: '0.42',
      flow: '10.0',
      when: '2026-06-01T10:00',
      stopped: '2026-06-01T10:04',
    });
    expect(fromTrace(trace, nothing, { ...about, system: 'metric' }).flow).toBe('4.7');
  });
  it('writes over nothing that was typed', () => {
    expect(fromTrace(trace, { oxygen: '1', flow: '5', stopped: '2026-06-01T11:00' }, about)).toEqual({});
  });
  it('leaves empty what was not read, and takes a meter below nought for none', () => {
    expect(fromTrace({ ...trace, strikeOxygen: null, leastFlowM3s: null, toMs: null }, nothing, about)).toEqual({});
    expect(fromTrace({ ...trace, strikeOxygen: -0.0002 }, nothing, about).oxygen).toBe('0.00');
  });
});
