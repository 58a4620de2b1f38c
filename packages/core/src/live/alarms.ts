import { practice } from '../source/source.js';
import { said } from '../units/say.js';
import { capital } from '../words/capital.js';
import { DEVICE_IDS, type DeviceId, DEVICES } from './instruments.js';
import { type PurgeReading, readBy, readingsOf } from './marks.js';
import { goodForMs } from './proof.js';

export type AlarmId = 'oxygen over' | 'oxygen rising' | 'flow low' | 'cylinder low' | `${DeviceId} stale`;

export interface Alarm {
  readonly id: AlarmId;
  /** Stop: take the flame away. Mind: look to it. */
  readonly level: 'stop' | 'mind';
  readonly says: string;
}

export interface AlarmWishes {
  readonly limit: number;
  /** Flow under which the purge is too weak, m3/s. */
  readonly leastFlowM3s: number;
  /** Cylinder pressure at which it is to be changed, Pa gauge. */
  readonly leastCylinderPa: number;
  /** Instruments that are expected to speak. */
  readonly devices: readonly DeviceId[];
  /** The line was proved since the vent was opened: oxygen over the limit is now a fault, not the start. */
  readonly wasProved: boolean;
}

/** Time looked back over, and ahead to, for rising oxygen, s. Source: practice. */
const LOOK_S = 20;
const AHEAD_S = 60;
export const ALARM_SOURCE = practice('rising: by the slope of the last 20 s, over the limit within a minute');

/** Slope of readings against time by least squares, per second; 0 under three readings. */
export function slopePerS(readings: readonly PurgeReading[]): number {
  const n = readings.length;
  if (n < 3) return 0;
  const meanT = readings.reduce((s, r) => s + r.atMs, 0) / n / 1000;
  const meanV = readings.reduce((s, r) => s + r.value, 0) / n;
  let [up, down] = [0, 0];
  for (const r of readings) {
    const t = r.atMs / 1000 - meanT;
    up += t * (r.value - meanV);
    down += t * t;
  }
  return down > 0 ? up / down : 0;
}

/** Everything that wants a look just now, the worst first. Counted from readings only; silence is itself an alarm. */
export function alarms(given: readonly PurgeReading[], wishes: AlarmWishes, nowMs: number): Alarm[] {
  const out: Alarm[] = [];
  const all = readBy(given, nowMs);
  const newest = new Map(DEVICE_IDS.map((id) => [id, all.findLast((r) => r.device === id) ?? null]));
  const fresh = (id: DeviceId): PurgeReading | null => {
    const r = newest.get(id);
    return r && nowMs - r.atMs <= goodForMs(r) ? r : null;
  };
  const oxygen = fresh('oxygen');
  if (oxygen && wishes.wasProved) {
    const recent = readingsOf(all, 'oxygen').filter((r) => r.atMs > nowMs - 1000 * LOOK_S);
    const slope = slopePerS(recent);
    if (oxygen.value > wishes.limit)
      out.push({ id: 'oxygen over', level: 'stop', says: 'Oxygen over the limit: flame away, find the leak of air' });
    else if (oxygen.value + slope * AHEAD_S > wishes.limit && slope > wishes.limit / 600)
      out.push({
        id: 'oxygen rising',
        level: 'stop',
        says: 'Oxygen rising: over the limit within a minute at this rate',
      });
  }
  const flow = fresh('flow');
  if (flow && flow.value < wishes.leastFlowM3s)
    out.push({
      id: 'flow low',
      level: 'stop',
      says: `Flow low: at least ${said(wishes.leastFlowM3s, 'flow')} keeps the air out`,
    });
  const cylinder = fresh('cylinder');
  if (cylinder && cylinder.value < wishes.leastCylinderPa)
    out.push({
      id: 'cylinder low',
      level: 'mind',
      says: `Cylinder low: change it under ${said(wishes.leastCylinderPa, 'pressure')}, between joints`,
    });
  for (const id of wishes.devices)
    if (!fresh(id)) {
      const last = newest.get(id);
      const words = last ? `no word for ${Math.round((nowMs - last.atMs) / 1000)} s` : 'no word yet';
      out.push({
        id: `${id} stale`,
        level: id === 'oxygen' && wishes.wasProved ? 'stop' : 'mind',
        says: `${capital(DEVICES[id].name)}: ${words}`,
      });
    }
  return out.sort((a, b) => (a.level === b.level ? 0 : a.level === 'stop' ? -1 : 1));
}
