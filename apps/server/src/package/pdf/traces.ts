import { coreMark, readingsIn, type TraceRow } from '@hephaist/contracts/records/purge-session';
import { type JointTrace, jointTrace } from '@hephaist/core/live/joint-trace';
import { INK, REFUSED, type Sheet } from '../../pdf/sheet.js';
import type { Content } from '../content.js';
import { extent, group } from './series.js';

const HIGH = 46;

/** Oxygen at the vent from flame on to cool, against its limit. */
function draw(sheet: Sheet, trace: JointTrace, limit: number): void {
  const { doc } = sheet;
  const oxygen = trace.readings.filter((r) => r.device === 'oxygen');
  const [from, to] = extent(oxygen.map((r) => r.atMs));
  const most = 1.15 * Math.max(limit, ...oxygen.map((r) => r.value));
  const [left, top, wide] = [sheet.left, doc.y + 2, sheet.width * 0.6];
  const x = (ms: number): number => left + (wide * (ms - from)) / Math.max(1, to - from);
  const y = (value: number): number => top + HIGH * (1 - value / most);
  doc.rect(left, top, wide, HIGH).lineWidth(0.5).stroke('#9b9484');
  doc
    .moveTo(left, y(limit))
    .lineTo(left + wide, y(limit))
    .lineWidth(0.8)
    .dash(3, { space: 2 })
    .stroke(REFUSED)
    .undash();
  oxygen.forEach((r, i) => (i ? doc.lineTo(x(r.atMs), y(r.value)) : doc.moveTo(x(r.atMs), y(r.value))));
  if (oxygen.length) doc.lineWidth(1).stroke(INK);
  doc.x = left;
  doc.y = top + HIGH + 3;
}

/** The purge of each joint that was made under a session, as it was read. */
export function traces(sheet: Sheet, c: Content): void {
  const { file } = c;
  sheet.part('Purge traces', 'Oxygen at the vent from flame on to cool; the dashed line is the limit.');
  const sessions = new Map(file.sessions.map((s) => [s.id, s]));
  const rows = group(file.trace, (r) => r.sessionId);
  const marks = group(file.marks, (m) => m.sessionId);
  const joints = new Map(file.joints.map((j) => [j.id, j.mark]));
  let drawn = 0;
  for (const log of file.logs) {
    const session = log.sessionId ? sessions.get(log.sessionId) : undefined;
    if (!session) continue;
    const read = (rows.get(session.id) ?? []).map(
      ({ at, device, value, says, seq }): TraceRow =>
        ({ seq, atMs: Date.parse(at), device, value, says: says ?? null }) as TraceRow,
    );
    const own = (marks.get(session.id) ?? []).map(coreMark);
    const trace = jointTrace(readingsIn(read), own, log.jointId, session);
    if (!trace) continue;
    sheet.room(HIGH + 50);
    sheet.heading(
      `${joints.get(log.jointId) ?? ''}: ${trace.faults.length ? 'see below' : 'under the limit from flame on to cool'}`,
      10,
    );
    draw(sheet, trace, session.limit);
    const worst = trace.worstOxygen === null ? 'not read' : `${(100 * trace.worstOxygen).toFixed(2)} %`;
    const by = session.instruments ? `instruments ${session.instruments}` : 'read by hand';
    sheet.para(
      `${new Date(trace.fromMs).toISOString().slice(0, 16).replace('T', ' ')} UTC; limit ${(100 * session.limit).toFixed(2)} %, highest ${worst}; ${trace.readings.length} readings, ${trace.byHand} by hand; ${by}.`,
      undefined,
      8.5,
    );
    for (const f of trace.faults) sheet.para(c.say(f), REFUSED, 8.5);
    drawn += 1;
  }
  if (!drawn) sheet.para('No joint was made under a purge session.');
}
