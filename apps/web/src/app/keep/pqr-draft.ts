import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { Pqr } from '@hephaist/contracts/records/pqr';
import type { PqrUsed } from '@hephaist/contracts/records/pqr-used';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import type { Position } from '@hephaist/core/qualification/range';
import type { Quantity, UnitSystem } from '@hephaist/core/units/units';
import type { TestDraft } from '../coupon-tests/test-drafts';
import { laboratoryOf } from '../forms/laboratory';
import { numberOf, percentOf, shown, typed } from '../units/typed';
import { readPairs } from './pairs-text';

/** Words of what was used that are only words. */
const WORDS = [
  'fillerSize',
  'tip',
  'purgeGas',
  'purgeGrade',
  'cleaningBefore',
  'cleaningAfter',
  'postHeat',
  'specification',
  'tubeHeat',
  'socketHeat',
  'fillerLot',
  'fluxLot',
] as const;
type Words = Record<(typeof WORDS)[number], string>;

/** A record as it begins: what its procedure states counts as used until another is written. */
export function beginRecord(p: Procedure, number: string, day: string) {
  const v = p.variables;
  const stated = (w: (typeof WORDS)[number]): string => (v as Partial<Words> | undefined)?.[w] ?? '';
  const only = <T>(all: readonly T[] | undefined): T | undefined => (all?.length === 1 ? all[0] : undefined);
  return {
    couponId: '',
    number,
    brazedOn: day,
    brazerId: '',
    witness: '',
    ruleSetId: v?.medical ? 'asme-ix-medical' : 'asme-ix',
    process: v?.process ?? ('torch' as const),
    type: v?.type ?? ('manual' as const),
    jointType: v?.jointType ?? ('socket' as const),
    metals: only(v?.metals)?.join('-') ?? '',
    fNumber: only(p.fNumbers) ?? '',
    fluxId: p.fluxIds[0] ?? '',
    wall: '',
    gap: '',
    overlap: '',
    position: (v?.positions[0] ?? 'horizontal') as Position,
    note: '',
    tubeMetalId: '',
    socketMetalId: '',
    fillerId: only(v?.fillerIds) ?? '',
    form: v?.form ?? ('rod' as const),
    applied: v?.applied ?? ('face-fed' as const),
    fuel: v?.fuel ?? ('acetylene' as const),
    oxidant: v?.oxidant ?? ('oxygen' as const),
    flame: v?.flame ?? ('neutral' as const),
    od: '',
    socketWall: '',
    temp: '',
    time: '',
    flow: '',
    oxygen: '',
    laboratory: '',
    report: '',
    reportId: '',
    tests: [] as readonly TestDraft[],
    ...(Object.fromEntries(WORDS.map((w) => [w, stated(w)])) as Words),
  };
}
export type PqrDraft = ReturnType<typeof beginRecord>;

/** What a coupon on file says of itself, in the fields of a record. */
export function takenFrom(c: Coupon, tables: Catalogue, system: UnitSystem): Partial<PqrDraft> {
  const tube = tables.tube(c.tube.standardId, c.tube.size);
  const pNumber = (id: string): string => tables.metal(id)?.pNumber ?? '';
  const s = c.statement;
  return {
    couponId: c.id,
    brazedOn: c.brazedOn,
    brazerId: c.brazerId,
    ruleSetId: c.ruleSetId,
    process: c.process ?? 'torch',
    type: c.type ?? 'manual',
    jointType: c.jointType ?? 'socket',
    metals: `${pNumber(c.tube.metalId)}-${pNumber(c.socketMetalId)}`,
    fNumber: tables.filler(c.fillerId)?.fNumber ?? '',
    ...(c.fluxId === undefined ? {} : { fluxId: c.fluxId ?? '' }),
    wall: shown(tube?.wallM, 'diameter', system),
    od: shown(tube?.odM, 'diameter', system),
    overlap: shown(c.overlapM, 'diameter', system),
    position: c.position,
    tubeMetalId: c.tube.metalId,
    socketMetalId: c.socketMetalId,
    fillerId: c.fillerId,
    ...(c.fillerLot ? { fillerLot: c.fillerLot } : {}),
    ...(s?.gapM ? { gap: shown(s.gapM, 'gap', system) } : {}),
    ...(s?.purgeFlow ? { flow: shown(s.purgeFlow, 'flow', system) } : {}),
    ...(s?.cleaning ? { cleaningBefore: s.cleaning } : {}),
    ...(c.laboratory
      ? { laboratory: c.laboratory.name, report: c.laboratory.report, reportId: c.laboratory.reportId ?? '' }
      : {}),
  };
}

/** How a coupon looked, as the visual test of a record says it; empty where nobody wrote it down. */
export function looksOf(c: Coupon): string {
  if (c.visualReason === undefined || c.boreClean === null) return '';
  if (c.visualReason !== null) return 'rejected';
  return c.boreClean ? 'accepted, bore bright' : 'accepted, oxide in the bore';
}

/** What a draft says was used. */
function usedOf(d: PqrDraft, system: UnitSystem): PqrUsed {
  const orNull = (text: string, q: Quantity | null): number | null =>
    text.trim() ? (q ? typed(text, q, system) : numberOf(text)) : null;
  return {
    ...Object.fromEntries(WORDS.map((w) => [w, d[w].trim()])),
    form: d.form,
    applied: d.applied,
    fuel: d.fuel,
    oxidant: d.oxidant,
    flame: d.flame,
    tubeMetalId: d.tubeMetalId || null,
    socketMetalId: d.socketMetalId || null,
    fillerId: d.fillerId || null,
    odM: orNull(d.od, 'diameter'),
    socketWallM: orNull(d.socketWall, 'diameter'),
    tempK: orNull(d.temp, 'temperature'),
    timeS: orNull(d.time, null),
    purgeFlow: orNull(d.flow, 'flow'),
    oxygen: d.oxygen.trim() ? percentOf(d.oxygen) : null,
  };
}

/** The record that a draft says, without its tests. */
export function readRecord(d: PqrDraft, p: Procedure, system: UnitSystem): Omit<Pqr, 'id' | 'tests'> {
  const [metals = ['', '']] = readPairs(d.metals);
  const si = (text: string, q: Quantity): number => typed(text, q, system);
  return {
    number: d.number.trim(),
    procedureName: p.name,
    procedureId: p.id,
    brazedOn: d.brazedOn,
    brazerId: d.brazerId,
    witness: d.witness.trim(),
    ruleSetId: d.ruleSetId,
    process: d.process,
    type: d.type,
    jointType: d.jointType,
    metals: metals as [string, string],
    fNumber: d.fNumber.trim(),
    fluxId: d.fluxId || null,
    wallM: si(d.wall, 'diameter'),
    gapM: si(d.gap, 'gap'),
    overlapM: si(d.overlap, 'diameter'),
    position: d.position,
    note: d.note,
    used: usedOf(d, system),
    laboratory: laboratoryOf(d),
  };
}
