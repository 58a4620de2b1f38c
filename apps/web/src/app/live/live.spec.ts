import { planner } from '@hephaist/contracts/records/planner';
import type { PurgeMark, TraceRow } from '@hephaist/contracts/records/purge-session';
import { shopOf } from '@hephaist/contracts/records/shop';
import { SCFH } from '@hephaist/core/units/units';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { listenTo } from '../data/trace-feed';
import { coolSeconds, sessionOf } from '../purge/session-draft';
import { AlarmSound } from '../shell/alarm-sound';
import { HeardAlarms } from './heard-alarms';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** An event source that a test drives. */
class FakeSource {
  static all: FakeSource[] = [];
  closed = false;
  private readonly takers = new Map<string, ((e: Event) => void)[]>();
  constructor(readonly url: string) {
    FakeSource.all.push(this);
  }
  addEventListener(name: string, take: (e: Event) => void): void {
    this.takers.set(name, [...(this.takers.get(name) ?? []), take]);
  }
  send(name: string, data?: unknown): void {
    for (const take of this.takers.get(name) ?? []) take({ data: JSON.stringify(data) } as unknown as Event);
  }
  close(): void {
    this.closed = true;
  }
}

const row = (seq: number): TraceRow => ({ seq, atMs: seq * 1000, device: 'oxygen', value: 0.01, says: null });
function listening() {
  FakeSource.all = [];
  const heard = { rows: [] as number[], marks: [] as PurgeMark[][], now: [] as number[] };
  const feed = listenTo(
    'S',
    {
      rows: (rows) => heard.rows.push(...rows.map((r) => r.seq)),
      marks: (m) => heard.marks.push([...m]),
      now: (n) => heard.now.push(n),
    },
    (url) => new FakeSource(url) as unknown as EventSource,
  );
  return { heard, feed, last: () => FakeSource.all.at(-1)! };
}

describe('listening to a session', () => {
  it('after an error it calls again from the last row, and takes none twice', () => {
    const { heard, last } = listening();
    expect(last().url).toBe('/api/sessions/S/stream?after=0');
    last().send('rows', [row(1), row(2)]);
    last().send('error');
    vi.advanceTimersByTime(900);
    expect(last().url).toContain('after=2');
    last().send('rows', [row(2), row(3)]);
    expect(heard.rows).toEqual([1, 2, 3]);
  });
  it('a stream that falls silent is left, and what it says later is not heard', () => {
    const { heard, last } = listening();
    const first = last();
    first.send('now', { nowMs: 7 });
    vi.advanceTimersByTime(3900);
    expect(FakeSource.all).toHaveLength(1);
    vi.advanceTimersByTime(200);
    expect(first.closed).toBe(true);
    first.send('rows', [row(9)]);
    expect(heard).toMatchObject({ rows: [], now: [7] });
  });
  it('closed, it calls no more', () => {
    const { feed } = listening();
    feed.close();
    vi.advanceTimersByTime(60_000);
    expect(FakeSource.all).toHaveLength(1);
  });
});

describe('the sound of alarms', () => {
  it('stop sounds again and again until it is gone, mind once a minute', () => {
    const sound = new AlarmSound();
    sound.sound('mind');
    vi.advanceTimersByTime(20_000);
    expect(sound.played).toBe(1);
    vi.advanceTimersByTime(40_000);
    expect(sound.played).toBe(2);
    sound.sound('stop');
    vi.advanceTimersByTime(5100);
    expect(sound.played).toBe(5);
    sound.sound(null);
    vi.advanceTimersByTime(70_000);
    expect(sound.played).toBe(5);
    expect(sound.silent).toBe(true);
  });
  it('an alarm that was heard is quiet until it comes anew', () => {
    const heard = new HeardAlarms();
    const over = [{ id: 'oxygen over' as const }];
    expect(heard.unheard(over, new Map(), 1000)).toEqual(over);
    expect(heard.unheard(over, new Map([['oxygen over', 1500]]), 2000)).toEqual([]);
    expect(heard.unheard([], new Map([['oxygen over', 1500]]), 3000)).toEqual([]);
    expect(heard.unheard(over, new Map([['oxygen over', 1500]]), 4000)).toEqual(over);
  });
});

describe('a session as it is written down', () => {
  const demo = saltmarsh('2026-06-15');
  const line = demo.lines.find((l) => l.name === 'Surgery oxygen')!;
  const planOf = planner(demo.job, demo.lines, shopOf(demo.ownRows, demo.procedures));
  const plans = new Map(
    demo.joints
      .filter((j) => j.lineId === line.id)
      .flatMap((j) => (planOf(j).plan ? [[j.id, planOf(j).plan!] as const] : [])),
  );
  it('holds what the purge was planned with, and minutes of cooling for each joint', () => {
    const session = sessionOf(
      'S',
      line,
      plans,
      { nodes: [], runs: [], joints: [], feed: { by: 'pressure', pa: 1 } },
      { fillM3s: 15 * SCFH, trickleM3s: 4 * SCFH, limit: 0.005 },
      { by: ' Prue ', instruments: null, cylinder: '', holdS: 30 },
      new Date(0),
    );
    expect(session).toMatchObject({
      by: 'Prue',
      limit: 0.005,
      startedAt: '1970-01-01T00:00:00.000Z',
      cylinder: '300 ft³',
    });
    expect(session.leastFlowM3s).toBeLessThan(session.trickleM3s);
    for (const s of Object.values(session.coolS)) expect(s).toBeGreaterThan(60);
    expect(Object.keys(session.coolS)).toHaveLength(plans.size);
  });
  it('a hot day cools slower', () => {
    const one = new Map([...plans].slice(0, 1));
    const [cold] = Object.values(coolSeconds(one, 275));
    const [hot] = Object.values(coolSeconds(one, 308));
    expect(hot!).toBeGreaterThan(cold!);
  });
});
