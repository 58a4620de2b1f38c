import type { FollowEvent, FollowLink } from '@hephaist/contracts/exchange/followed';
import { couponVerdict } from '@hephaist/contracts/records/brazer-record';
import type { Confirmation } from '@hephaist/contracts/records/confirmation';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { Kind } from '@hephaist/contracts/records/kinds';
import type { LineStep } from '@hephaist/contracts/records/line-step';
import { type Pqr, qualifiedBy, testVerdict } from '@hephaist/contracts/records/pqr';
import { type PressureTest, pressureVerdict } from '@hephaist/contracts/records/pressure-test';
import { type Procedure, revisionState } from '@hephaist/contracts/records/procedure';
import { MAKING_SAYS } from '@hephaist/core/joint-log/makings';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { findService } from '@hephaist/core/services/services';
import { said } from '@hephaist/core/units/say';
import { formatDuration } from '@hephaist/core/units/units';
import { wayTold } from '@hephaist/core/way/way-told';
import { type Known, lotLink } from './known.js';

type Told = Pick<FollowEvent, 'what' | 'at'> &
  Partial<Omit<FollowEvent, 'links'>> & { readonly links?: readonly (FollowLink | null)[] };

const capital = (words: string): string => `${words[0]?.toUpperCase() ?? ''}${words.slice(1)}`;
const present = (words: readonly (string | null | undefined | false)[]): string[] =>
  words.filter((w): w is string => Boolean(w));
const percent = (x: number): string => `${Number((100 * x).toPrecision(3))} %`;

/** An event of a record: with its signatures, and struck through where it was annulled. */
export async function eventOf(
  known: Known,
  kind: Kind,
  record: { readonly id: string },
  told: Told,
): Promise<FollowEvent> {
  const annulment = known.why.get(record.id);
  return {
    kind,
    recordId: record.id,
    tone: 'plain',
    lines: [],
    pictureIds: [],
    ...told,
    links: (told.links ?? []).filter((l) => l !== null),
    annulled: annulment ? annulment.reason : null,
    signed: [...(await known.signed(record.id)), ...(annulment ? await known.signed(annulment.id) : [])],
  };
}

/** One brazing, as it was logged. @param against what speaks against it, in words */
export async function logEvent(known: Known, log: JointLog, against: readonly string[] = []): Promise<FollowEvent> {
  const joint = await known.joint(log.jointId);
  const accepted = log.visual === 'accepted';
  const flux = log.fluxId === undefined ? null : log.fluxId === null ? 'no flux' : `flux ${log.fluxId}`;
  return eventOf(known, 'log', log, {
    at: log.brazedAt,
    what: `${joint?.mark ?? 'A joint'} ${MAKING_SAYS[log.madeAs ?? 'first']} and ${log.visual}`,
    tone: !accepted ? 'refused' : against.length ? 'caution' : 'fine',
    lines: present([
      [log.fillerId, log.fillerLot && `lot ${log.fillerLot}`, flux, log.fluxLot && `lot ${log.fluxLot}`]
        .filter(Boolean)
        .join(', '),
      [
        log.nitrogenLot && `nitrogen lot ${log.nitrogenLot}`,
        log.nitrogenFlow != null && `nitrogen ${said(log.nitrogenFlow, 'flow')}`,
        log.oxygen !== null && `oxygen ${percent(log.oxygen)} before the flame`,
        log.cleanedAt &&
          `cleaned ${formatDuration((Date.parse(log.brazedAt) - Date.parse(log.cleanedAt)) / 1000)} before`,
      ]
        .filter(Boolean)
        .join(', '),
      `looked at by ${log.lookedBy}${log.visualReason ? `: ${log.visualReason}` : ''}`,
      wayTold(log.steps),
      log.place && `at ${log.place}`,
      ...against,
      log.outOfRangeReason && `reason given: ${log.outOfRangeReason}`,
    ]),
    links: [
      joint && { of: 'joint', id: joint.id, name: joint.mark },
      known.brazer(log.brazerId),
      known.procedure(log.procedureId),
      lotLink(log.fillerId, log.fillerLot),
      log.fluxLot ? lotLink(log.fluxId ?? 'flux', log.fluxLot) : null,
      lotLink('nitrogen', log.nitrogenLot),
    ],
    pictureIds: log.pictureIds ?? [],
  });
}

const reportOf = ({ laboratory }: Pick<Coupon | Pqr, 'laboratory'>): Pick<FollowEvent, 'reportId'> =>
  laboratory?.reportId ? { reportId: laboratory.reportId } : {};

export function couponEvent(known: Known, coupon: Coupon): Promise<FollowEvent> {
  const verdict = couponVerdict(coupon, known.tables);
  const { tube } = coupon;
  return eventOf(known, 'coupon', coupon, {
    at: coupon.brazedOn,
    what: `Coupon ${coupon.number} ${verdict.passes ? 'passes' : 'fails'}`,
    tone: verdict.passes ? (verdict.nearLimit ? 'caution' : 'fine') : 'refused',
    lines: present([
      `${tube.size}, ${coupon.fillerId}, ${coupon.position}, ${coupon.jointType ?? 'socket'}`,
      ...verdict.reasons,
      coupon.fillerLot && `rod lot ${coupon.fillerLot}`,
      coupon.laboratory && `${coupon.laboratory.name} ${coupon.laboratory.report}`.trim(),
      `read by ${coupon.lookedBy}`,
    ]),
    links: [
      known.coupon(coupon.id),
      known.brazer(coupon.brazerId),
      known.procedure(coupon.procedureId),
      lotLink(coupon.fillerId, coupon.fillerLot),
    ],
    pictureIds: coupon.faces.flatMap((f) => (f.trace ? [f.trace.pictureId] : [])),
    ...reportOf(coupon),
  });
}

export function pqrEvent(known: Known, pqr: Pqr): Promise<FollowEvent> {
  const rules = known.tables.ruleSet(pqr.ruleSetId) ?? ASME_RULES;
  const { passed, missing } = qualifiedBy(pqr, known.file.coupons, known.tables);
  const tests = pqr.tests.map((t) => {
    const v = testVerdict(t, rules, known.file.coupons, known.tables);
    return `${t.kind}${t.specimen ? ` ${t.specimen}` : ''}: ${v ? `${v.passes ? 'passes' : 'fails'}, ${v.arithmetic}` : 'its coupon is not on file'}`;
  });
  return eventOf(known, 'pqr', pqr, {
    at: pqr.brazedOn,
    what: `Record ${pqr.number} for ${pqr.procedureName} ${passed ? 'passes' : 'fails'}`,
    tone: !passed ? 'refused' : missing.length ? 'caution' : 'fine',
    lines: present([
      `P-${pqr.metals.join(' to P-')}, F-${pqr.fNumber}, ${pqr.fluxId ?? 'no flux'}, ${pqr.position}`,
      ...tests,
      missing.length > 0 && `lacks ${missing.join(' and ')}`,
      pqr.laboratory && `${pqr.laboratory.name} ${pqr.laboratory.report}`.trim(),
      `witnessed by ${pqr.witness}`,
    ]),
    links: [
      known.brazer(pqr.brazerId),
      known.procedure(pqr.procedureId),
      ...pqr.tests.map((t) => (t.kind === 'section' ? known.coupon(t.couponId) : null)),
      lotLink(pqr.used?.fillerId ?? `F-${pqr.fNumber}`, pqr.used?.fillerLot),
    ],
    ...reportOf(pqr),
  });
}

export function procedureEvent(known: Known, p: Procedure): Promise<FollowEvent> {
  const state = revisionState(p, known.file.procedures ?? []);
  return eventOf(known, 'procedure', p, {
    at: p.signedAt ?? p.signedOn ?? '',
    what: `${p.name} rev ${p.revision} released`,
    tone: state === 'superseded' ? 'plain' : 'fine',
    lines: present([
      `F-${p.fNumbers.join(', F-')}, ${p.fluxIds.join(' or ') || 'no flux'}`,
      state === 'superseded' && 'superseded since',
      p.adopted && `taken over from ${p.adopted.from}, ${p.adopted.document}: ${p.adopted.conditions}`,
      p.note,
    ]),
    links: [known.procedure(p.id)],
  });
}

export function confirmationEvent(known: Known, c: Confirmation): Promise<FollowEvent> {
  return eventOf(known, 'confirmation', c, {
    at: c.on,
    what: 'Goes on brazing: confirmed',
    tone: 'fine',
    lines: [c.says],
    links: [known.brazer(c.brazerId)],
  });
}

export async function pressureEvent(known: Known, test: PressureTest): Promise<FollowEvent> {
  const line = await known.line(test.lineId);
  const verdict = pressureVerdict(test, (line && findService(line.serviceId)) ?? null);
  return eventOf(known, 'pressure_test', test, {
    at: test.startedAt,
    what: `${test.standing ? 'Pressure test' : 'Vacuum'} of ${line?.name ?? 'its line'}: ${verdict?.verdict ?? 'no verdict'}`,
    tone: verdict?.passes ? 'fine' : 'refused',
    lines: present([
      `${capital(test.medium)}, until ${test.endedAt.slice(0, 16).replace('T', ' ')} UTC`,
      verdict?.arithmetic,
      `tested by ${test.testedBy}`,
      test.note,
    ]),
  });
}

export async function stepEvent(known: Known, step: LineStep): Promise<FollowEvent> {
  const line = await known.line(step.lineId);
  return eventOf(known, 'line_step', step, {
    at: step.startedAt,
    what: `${capital(step.step)} of ${line?.name ?? 'its line'} ${step.passes ? 'passes' : 'fails'}`,
    tone: step.passes ? 'fine' : 'refused',
    lines: present([
      [step.gas, step.pressurePa ? said(step.pressurePa, 'pressure') : ''].filter(Boolean).join(', '),
      `for ${formatDuration((Date.parse(step.endedAt) - Date.parse(step.startedAt)) / 1000)}, by ${step.by}`,
      step.gauge,
      step.joints && `joints ${step.joints}`,
      step.note,
    ]),
  });
}
