import { brazedToWords, couponVerdict } from '@hephaist/contracts/records/brazer-record';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { brazerOn } from '@hephaist/contracts/records/log-check';
import { pressureVerdict } from '@hephaist/contracts/records/pressure-test';
import { procedureRows } from '@hephaist/contracts/records/procedure-rows';
import { MAKING_SAYS } from '@hephaist/core/joint-log/makings';
import { findService } from '@hephaist/core/services/services';
import type { Row } from '../pdf/sheet.js';
import { clockOf, type Content } from './content.js';

/** Rows of the package, the same in CSV and on paper. Every value as text, in the units asked for. */

const percent = (x: number | null): string => (x === null ? '' : `${(100 * x).toFixed(2)} %`);

const pressure = (c: Content, pa: number | undefined): string => (pa ? c.show(pa, 'pressure') : '');

export function scheduleRows(c: Content): Row[] {
  const lines = new Map(c.file.lines.map((l) => [l.id, l]));
  const metal = (id: string): string => c.tables.metal(id)?.name ?? id;
  return [...c.file.joints]
    .sort((a, b) => a.sort - b.sort)
    .map((j) => {
      const planned = c.planOf(j);
      const chosen = planned.plan?.selection.chosen;
      const problem = planned.problems?.[0]?.says ?? planned.plan?.troubles.join(', ') ?? '';
      return {
        Joint: j.mark,
        Line: lines.get(j.lineId)?.name ?? '',
        Service: findService(lines.get(j.lineId)?.serviceId ?? '')?.name ?? '',
        Design: pressure(c, lines.get(j.lineId)?.designPa),
        Test: pressure(c, lines.get(j.lineId)?.testPa),
        Tube: `${j.tube.size} ${j.tube.standardId}`,
        Metals: `${metal(j.tube.metalId)} to ${metal(j.socket.metalId)}`,
        Position: j.position,
        'Gap a side': planned.plan ? c.show(planned.plan.gap.sideM, 'gap') : '',
        Rod: chosen?.filler.id ?? planned.seam?.filler?.id ?? '',
        Flux: chosen ? (chosen.flux?.id ?? 'none') : '',
        Overlap: planned.plan ? c.show(planned.plan.overlap.overlapM, 'length') : '',
        Remarks: j.setAside ? `set aside: ${j.setAside}` : problem,
      };
    });
}

const nameOf = (c: Content, brazerId: string): string => {
  const b = c.file.brazers.find((x) => x.id === brazerId);
  return b ? `${b.name} (${b.mark})` : '';
};

function procedureName(c: Content, log: JointLog): string {
  const p = c.file.procedures.find((x) => x.id === log.procedureId);
  return p ? `${p.name} rev ${p.revision}` : '';
}

export function logRows(c: Content): Row[] {
  const at = clockOf(c.file.job.timeZone);
  const marks = new Map(c.file.joints.map((j) => [j.id, j.mark]));
  const found = new Map(c.entries.map((e) => [e.log.id, e.findings]));
  return [...c.file.logs]
    .sort((a, b) => Date.parse(a.brazedAt) - Date.parse(b.brazedAt))
    .map((l) => ({
      Joint: marks.get(l.jointId) ?? '',
      How: MAKING_SAYS[l.madeAs ?? 'first'],
      Brazed: at(l.brazedAt),
      Brazer: nameOf(c, l.brazerId),
      Procedure: procedureName(c, l),
      Cleaned: at(l.cleanedAt),
      Rod: l.fillerId,
      'Rod lot': l.fillerLot,
      Flux: l.fluxId === undefined ? '' : (l.fluxId ?? 'none'),
      'Flux lot': l.fluxLot ?? '',
      'Nitrogen lot': l.nitrogenLot ?? '',
      'Nitrogen flow': l.nitrogenFlow == null ? '' : c.show(l.nitrogenFlow, 'flow'),
      'Oxygen before': percent(l.oxygen),
      'Nitrogen stopped': at(l.nitrogenStoppedAt),
      Visual: l.visual === 'accepted' ? 'accepted' : `rejected: ${l.visualReason ?? ''}`,
      'Looked at by': l.lookedBy,
      'Entered by': c.entered.get(l.id) ?? '',
      Place: l.place ?? '',
      Photographs: String(l.pictureIds?.length ?? 0),
      'Out of range': (found.get(l.id) ?? [])
        .filter((f) => f.asksReason)
        .map((f) => c.say(f.says))
        .join('; '),
      Reason: l.outOfRangeReason ?? '',
    }));
}

/** Whether each brazer might braze the joint on the day it was made, and by which coupon. */
export function qualificationRows(c: Content): Row[] {
  const at = clockOf(c.file.job.timeZone);
  return c.entries.flatMap(({ log, joint }) => {
    const plan = c.planOf(joint).plan;
    const context = { joint, timeZone: c.file.job.timeZone, record: c.recordOf(log.brazerId), procedures: [] };
    const permission = plan && brazerOn(log, { ...context, plan });
    return permission
      ? [
          {
            Joint: joint.mark,
            Day: at(log.brazedAt).slice(0, 10),
            Brazer: nameOf(c, log.brazerId),
            'May braze': permission.may ? 'yes' : 'no',
            Coupon: permission.by ?? '',
            'Good through': permission.continuity.goodThrough ?? '',
            Why: c.say(permission.reasons.join('; ')),
          },
        ]
      : [];
  });
}

export function pressureRows(c: Content): Row[] {
  const at = clockOf(c.file.job.timeZone);
  const lines = new Map(c.file.lines.map((l) => [l.id, l.name]));
  const serviceOf = new Map(c.file.lines.map((l) => [l.id, findService(l.serviceId)]));
  return [...c.file.pressureTests]
    .sort((a, b) => Date.parse(a.startedAt) - Date.parse(b.startedAt))
    .map((t) => {
      const verdict = pressureVerdict(t, serviceOf.get(t.lineId) ?? null);
      return {
        Line: lines.get(t.lineId) ?? '',
        Test: t.standing ? `standing, ${t.medium}` : 'vacuum decay',
        Began: at(t.startedAt),
        Ended: at(t.endedAt),
        Verdict: verdict?.verdict ?? '',
        Arithmetic: verdict ? c.say([verdict.arithmetic, ...verdict.wouldTell].join('; ')) : '',
        Gauge: t.gauge ?? '',
        'Tested by': t.testedBy,
        Note: t.note,
      };
    });
}

/** Coupons of everyone who brazed on the job. */
export function couponRows(c: Content): Row[] {
  const brazed = new Set(c.file.logs.map((l) => l.brazerId));
  return c.file.coupons
    .filter((x) => brazed.has(x.brazerId))
    .sort((a, b) => a.number.localeCompare(b.number))
    .map((x) => {
      const verdict = couponVerdict(x, c.tables);
      return {
        Coupon: x.number,
        Brazer: nameOf(c, x.brazerId),
        Brazed: x.brazedOn,
        Procedure: brazedToWords(x, c.file.procedures),
        Tube: `${x.tube.size} ${x.tube.standardId}`,
        Rod: x.fillerId,
        Flux: x.fluxId === undefined ? '' : (x.fluxId ?? 'none'),
        Position: x.position,
        Overlap: c.show(x.overlapM, 'diameter'),
        Result: verdict.passes ? 'passes' : 'fails',
        Reading: c.say(verdict.reasons.join('; ')),
        'Read by': x.lookedBy,
        Laboratory: [x.laboratory?.name, x.laboratory?.report].filter(Boolean).join(' '),
      };
    });
}

/** Every revision on file, one variable a row. */
export const variableRows = (c: Content): Row[] =>
  [...c.file.procedures]
    .sort((a, b) => a.name.localeCompare(b.name) || a.revision.localeCompare(b.revision))
    .flatMap((p) =>
      procedureRows(p, null, [], c.handOver.units).map((r) => ({
        Procedure: p.name,
        Revision: p.revision,
        Released: p.signedOn ?? '',
        Variable: r.name,
        Stated: r.now,
      })),
    );
