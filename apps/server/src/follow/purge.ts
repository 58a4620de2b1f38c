import type { FollowEvent } from '@hephaist/contracts/exchange/followed';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { coreMark, readingsIn } from '@hephaist/contracts/records/purge-session';
import { jointTrace } from '@hephaist/core/live/joint-trace';
import { eventOf } from './events.js';
import type { Known } from './known.js';

/** The purge that each brazing of a joint was made in, as it was read. */
export async function purgeEvents(known: Known, joint: Joint, logs: readonly JointLog[]): Promise<FollowEvent[]> {
  const ids = [...new Set(logs.map((l) => l.sessionId).filter((id) => typeof id === 'string'))];
  const events: FollowEvent[] = [];
  for (const id of ids) {
    const session = await known.records.find('purge_session', id);
    if (!session) continue;
    const marks = await known.records.list('purge_mark', { session_id: id });
    const trace = jointTrace(readingsIn(await known.records.trace.rows(id)), marks.map(coreMark), joint.id, session);
    if (!trace) continue;
    const worst =
      trace.worstOxygen === null ? 'oxygen not read' : `highest oxygen ${(100 * trace.worstOxygen).toFixed(2)} %`;
    events.push(
      await eventOf(known, 'purge_session', session, {
        at: new Date(trace.fromMs).toISOString(),
        what: trace.faults.length ? 'Purge: see what speaks against it' : 'Purge under its limit from flame on to cool',
        tone: trace.faults.length ? 'refused' : 'fine',
        lines: [
          `${worst}, limit ${(100 * session.limit).toFixed(2)} %, ${trace.readings.length} readings${trace.byHand ? `, ${trace.byHand} by hand` : ''}`,
          session.instruments ? `instruments ${session.instruments}` : 'read by hand',
          ...trace.faults,
        ],
      }),
    );
  }
  return events;
}
