import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { outsideSupport } from '@hephaist/core/procedure/support';
import type { BrazerRecord } from '@hephaist/core/qualification/may-braze';
import { findService } from '@hephaist/core/services/services';
import { OUT_OF_CALIBRATION } from '../records/instrument.js';
import type { Joint } from '../records/joint.js';
import type { JointLog } from '../records/joint-log.js';
import { lineSequence } from '../records/line-step.js';
import { logFindingsOf } from '../records/log-check.js';
import { lotFaults } from '../records/lot.js';
import type { Planned } from '../records/planner.js';
import { qualifiedBy } from '../records/pqr.js';
import { lineTested } from '../records/pressure-test.js';
import { statedProcedure } from '../records/procedure.js';
import type { JobFile } from './exchange.js';

/** Something that is open at a hand-over, with the joints, lines or procedures it is about. */
export interface OpenPoint {
  readonly what: string;
  readonly about: readonly string[];
}

/** The part of a job's file that tells what is open. */
export type Readied = Pick<
  JobFile,
  'job' | 'lines' | 'joints' | 'logs' | 'procedures' | 'coupons' | 'pqrs' | 'pressureTests' | 'lineSteps' | 'lots'
>;

/** "HP-26, by 2026-12-08": a patch and the day by which it is to be cut out. */
const patchWords = (j: Joint): string => `${j.mark}${j.patch?.cutOutBy ? `, by ${j.patch.cutOutBy}` : ''}`;

/** The last entry of each joint. */
export function lastLogs(logs: readonly JointLog[]): Map<string, JointLog> {
  const last = new Map<string, JointLog>();
  for (const l of logs) {
    const before = last.get(l.jointId);
    if (!before || Date.parse(before.brazedAt) <= Date.parse(l.brazedAt)) last.set(l.jointId, l);
  }
  return last;
}

/** What speaks against each entry of a job's log; entries whose joint has no plan are left out. */
export function findingsOfLog(
  file: Pick<Readied, 'job' | 'joints' | 'procedures'>,
  logs: Iterable<JointLog>,
  plan: (joint: Joint) => Planned,
  recordOf: (brazerId: string) => BrazerRecord | null,
) {
  const joints = new Map(file.joints.map((j) => [j.id, j]));
  return [...logs].flatMap((log) => {
    const joint = joints.get(log.jointId);
    const planned = joint && plan(joint).plan;
    if (!joint || !planned) return [];
    const { procedures, job } = file;
    const findings = logFindingsOf(log, {
      joint,
      plan: planned,
      timeZone: job.timeZone,
      record: recordOf(log.brazerId),
      procedures,
    });
    return [{ log, joint, findings }];
  });
}

/**
 * Everything that is not finished or not in order: joints not made or rejected, entries out of range without a signed
 * reason, what was not written down in medical gas, lines that no test reached, procedures beyond their records.
 */
export function openPoints(
  file: Readied,
  plan: (joint: Joint) => Planned,
  recordOf: (brazerId: string) => BrazerRecord | null,
  tables: Catalogue,
): OpenPoint[] {
  const points = new Map<string, string[]>();
  const add = (what: string, about: readonly string[]): void => {
    if (about.length) points.set(what, [...(points.get(what) ?? []), ...about]);
  };
  const last = lastLogs(file.logs);
  const live = file.joints.filter((j) => !j.setAside);
  const marks = (joints: readonly Joint[]): string[] => joints.map((j) => j.mark);
  add('not brazed yet', marks(live.filter((j) => !last.has(j.id))));
  add('rejected, and neither repaired nor made anew', marks(live.filter((j) => last.get(j.id)?.visual === 'rejected')));
  add(
    'a temporary patch, not cut out yet',
    live.filter((j) => j.socket.kind === 'patch' && last.has(j.id) && !j.patch?.cutOutOn).map(patchWords),
  );
  const accepted = [...last.values()].filter((l) => l.visual === 'accepted');
  const found = findingsOfLog(file, accepted, plan, recordOf);
  const unreasoned = found.filter((f) => !f.log.outOfRangeReason && f.findings.some((x) => x.asksReason));
  for (const about of ['brazer', 'procedure', 'rod', 'flux', 'cleaning', 'nitrogen'] as const)
    add(
      `${about} out of range or missing, without a signed reason`,
      unreasoned.filter((f) => f.findings.some((x) => x.asksReason && x.about === about)).map((f) => f.joint.mark),
    );
  const remarked = found.filter((f) => f.findings.some((x) => !x.asksReason && x.about === 'cleaning'));
  add(
    'cleaning not in order or not written down',
    remarked.map((f) => f.joint.mark),
  );
  const odd = new Set(accepted.filter((l) => lotFaults(l, file.lots).length).map((l) => l.jointId));
  add('lot not on file, or of another class', marks(live.filter((j) => odd.has(j.id))));
  const lineNames = new Map(file.lines.map((l) => [l.id, l.name]));
  add(
    'read by a gauge out of calibration',
    [...file.pressureTests, ...file.lineSteps].flatMap((t) =>
      t.gauge?.includes(OUT_OF_CALIBRATION) ? [lineNames.get(t.lineId) ?? ''] : [],
    ),
  );
  const lineOf = new Map(file.joints.map((j) => [j.id, j.lineId]));
  for (const l of file.lines) {
    if (l.testPa <= 0) continue;
    const brazed = accepted.filter((x) => lineOf.get(x.jointId) === l.id);
    const { held, openJointIds } = lineTested(l, brazed, file.pressureTests);
    if (!held && brazed.length) add('no pressure test that held at its pressure', [l.name]);
    else if (openJointIds.length)
      add(`brazed after the test of ${l.name}`, marks(live.filter((j) => openJointIds.includes(j.id))));
  }
  const markOf = new Map(file.joints.map((j) => [j.id, j.mark]));
  const through = file.lines.filter((l) => {
    const made = accepted.flatMap((x) =>
      lineOf.get(x.jointId) === l.id ? [{ mark: markOf.get(x.jointId) ?? '', brazedAt: x.brazedAt }] : [],
    );
    const isMedical = findService(l.serviceId)?.kind === 'medical';
    return (
      isMedical &&
      made.length &&
      lineSequence(l, file.lineSteps, file.pressureTests, made).some((s) => s.state !== 'done')
    );
  });
  add(
    'not through the tests of its service, in their order',
    through.map((l) => l.name),
  );
  // A revision that was superseded stays as unsupported as it was for what was brazed to it.
  const named = new Set(accepted.map((l) => l.procedureId));
  const beyond = file.procedures
    .filter((p) => p.signedOn !== null && named.has(p.id))
    .filter((p) => {
      const stated = statedProcedure(p);
      const own = file.pqrs.filter((r) => r.procedureName === p.name).map((r) => qualifiedBy(r, file.coupons, tables));
      return stated && outsideSupport(stated, own).length > 0;
    });
  add(
    'procedure beyond what its records support',
    beyond.map((p) => `${p.name} rev ${p.revision}`),
  );
  return [...points].map(([what, about]) => ({ what, about }));
}
