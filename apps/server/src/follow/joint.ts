import type { Followed, FollowEvent } from '@hephaist/contracts/exchange/followed';
import { lineConditions } from '@hephaist/contracts/records/conditions';
import type { Joint } from '@hephaist/contracts/records/joint';
import { brazerOn, type LogContext, logFindingsOf } from '@hephaist/contracts/records/log-check';
import { tryPlan } from '@hephaist/contracts/records/planner';
import { inForceOn } from '@hephaist/contracts/records/procedure';
import { dayIn } from '@hephaist/core/qualification/continuity';
import { said } from '@hephaist/core/units/say';
import { NotFoundError } from '../http/errors.js';
import { couponEvent, eventOf, logEvent, pressureEvent, procedureEvent, stepEvent } from './events.js';
import type { Known } from './known.js';
import { purgeEvents } from './purge.js';

/** What an entry of the log of a joint is held against; null where the joint cannot be planned as it stands. */
async function planOf(known: Known, joint: Joint) {
  const [line, job] = [await known.line(joint.lineId), await known.job(joint.jobId)];
  if (!line || !job) return null;
  const shop = await known.shop();
  return { line, job, ...tryPlan(joint, lineConditions(line, job), shop) };
}

/** All that bears on a joint: plan, procedure, brazer's coupon of that day, purge, log, tests, in order of time. */
export async function followJoint(known: Known, id: string): Promise<Followed> {
  const joint = await known.joint(id);
  if (!joint) throw new NotFoundError('No such joint here.');
  const planned = await planOf(known, joint);
  const timeZone = planned?.job.timeZone ?? 'UTC';
  const logs = await known.records.list('log', { joint_id: id });
  const events: FollowEvent[] = [];
  const told = new Set<string>();
  const tell = (e: FollowEvent): void => {
    if (!told.has(e.recordId)) events.push(e);
    told.add(e.recordId);
  };
  const procedures = known.file.procedures ?? [];
  for (const log of logs) {
    const context: LogContext | null = planned?.plan
      ? { joint, plan: planned.plan, timeZone, record: known.recordOf(log.brazerId), procedures }
      : null;
    const findings = context ? logFindingsOf(log, context) : [];
    tell(
      await logEvent(
        known,
        log,
        findings.map((f) => f.says),
      ),
    );
    const permission = context && brazerOn(log, context);
    const coupon = known.file.coupons.find((c) => c.brazerId === log.brazerId && c.number === permission?.by);
    if (coupon) {
      const event = await couponEvent(known, coupon);
      const good = permission?.continuity.goodThrough;
      tell({ ...event, lines: [...event.lines, ...(good ? [`its brazer was then good through ${good}`] : [])] });
    }
    const procedure = procedures.find((p) => p.id === log.procedureId);
    if (procedure && procedure.signedOn !== null) {
      const event = await procedureEvent(known, procedure);
      const day = dayIn(log.brazedAt, timeZone);
      const inForce = inForceOn(procedure, procedures, day, log.brazedAt);
      tell({
        ...event,
        lines: [...event.lines, inForce ? 'in force when it was brazed' : 'not in force when it was brazed'],
      });
    }
  }
  for (const e of await purgeEvents(known, joint, logs)) tell(e);
  const first = logs.map((l) => l.brazedAt).sort()[0];
  for (const test of await known.records.list('pressure_test', { line_id: joint.lineId }))
    if (first !== undefined && Date.parse(test.endedAt) > Date.parse(first)) tell(await pressureEvent(known, test));
  for (const step of await known.records.list('line_step', { line_id: joint.lineId }))
    if (first !== undefined && Date.parse(step.endedAt) > Date.parse(first)) tell(await stepEvent(known, step));
  for (const handOver of await known.records.list('hand_over', { job_id: joint.jobId })) {
    const [at] = (await known.records.list('signature', { record_id: handOver.id })).map((s) => s.at);
    if (at && first !== undefined && at > first)
      tell(
        await eventOf(known, 'hand_over', handOver, {
          at,
          what: `Handed over to ${handOver.to}`,
          lines: [handOver.note].filter(Boolean),
        }),
      );
  }
  const metal = (metalId: string): string => known.tables.metal(metalId)?.name ?? metalId;
  const plan = planned?.plan;
  return {
    of: 'joint',
    id,
    name: joint.mark,
    jobId: joint.jobId,
    timeZone,
    about: [
      ['Job', planned?.job.name ?? ''],
      ['Line', planned ? `${planned.line.name}, ${plan?.service.name ?? ''}` : ''],
      [
        'Tube',
        `${joint.tube.size} ${joint.tube.standardId}, ${metal(joint.tube.metalId)} to ${metal(joint.socket.metalId)}`,
      ],
      ['Position', joint.position],
      ...(plan
        ? ([
            [
              'Rod and flux',
              `${plan.selection.chosen?.filler.id ?? 'none'}, ${plan.selection.chosen?.flux?.id ?? 'no flux'}`,
            ],
            ['Gap a side', said(plan.gap.sideM, 'gap')],
            ['Overlap', said(plan.overlap.overlapM, 'diameter')],
          ] as const)
        : []),
      ['Set aside', joint.setAside ?? ''],
      ...(joint.changedAfter ?? []).map((c) => ['Changed after it was brazed', `was ${c.was}: ${c.reason}`] as const),
    ].filter(([, says]) => says) as [string, string][],
    events: inOrder(events),
  };
}

/** By time, oldest first: what is known by its day stands before what is known by its hour. */
export const inOrder = (events: readonly FollowEvent[]): FollowEvent[] =>
  [...events].sort((a, b) => Date.parse(a.at || '1970-01-01') - Date.parse(b.at || '1970-01-01'));
