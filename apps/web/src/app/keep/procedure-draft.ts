import type { Procedure } from '@hephaist/contracts/records/procedure';
import type { ProcedureVariables } from '@hephaist/core/procedure/procedure';
import type { Position } from '@hephaist/core/qualification/range';
import type { Quantity, UnitSystem } from '@hephaist/core/units/units';
import { back, numberOf, percentOf, percentText, shown } from '../units/typed';
import { readPairs, readWords, writePairs } from './pairs-text';

/** From and to of a variable, as they are typed. */
export interface BandText {
  readonly min: string;
  readonly max: string;
}

/** Each variable that is a band: its texts, its name in the contract, what it is in; `none` where it may be left out. */
export const BANDS = [
  { texts: 'wall', field: 'wallM', label: 'Wall', quantity: 'diameter', none: '' },
  { texts: 'od', field: 'odM', label: 'Diameter', quantity: 'diameter', none: 'any' },
  { texts: 'gap', field: 'gapM', label: 'Gap a side', quantity: 'gap', none: '' },
  { texts: 'temp', field: 'tempK', label: 'Temperature', quantity: 'temperature', none: '' },
  { texts: 'time', field: 'timeS', label: 'Time at heat', quantity: null, none: 'not stated' },
  { texts: 'flow', field: 'purgeFlow', label: 'Purge flow', quantity: 'flow', none: 'none' },
] as const;
export type BandId = (typeof BANDS)[number]['texts'];

type Band = { readonly min: number; readonly max: number } | null | undefined;

/** Words of a procedure that are only words. */
export const WORDS = [
  'specification',
  'fillerSize',
  'tip',
  'purgeGas',
  'purgeGrade',
  'cleaningBefore',
  'cleaningAfter',
  'technique',
  'postHeat',
  'inspection',
] as const;

const NO_PARTY = { from: '', document: '', conditions: '' };

/** A procedure as it is typed, in the units shown. */
export function textsOf(p: Procedure, system: UnitSystem) {
  const v = p.variables;
  const show = (si: number | null | undefined, q: Quantity | null): string =>
    q ? shown(si, q, system) : String(si ?? '');
  const band = (b: Band, q: Quantity | null): BandText => ({ min: show(b?.min, q), max: show(b?.max, q) });
  const words = Object.fromEntries(WORDS.map((w) => [w, v?.[w] ?? ''])) as Record<(typeof WORDS)[number], string>;
  return {
    process: v?.process ?? ('torch' as const),
    type: v?.type ?? ('manual' as const),
    form: v?.form ?? ('rod' as const),
    applied: v?.applied ?? ('face-fed' as const),
    fuel: v?.fuel ?? ('acetylene' as const),
    oxidant: v?.oxidant ?? ('oxygen' as const),
    flame: v?.flame ?? ('neutral' as const),
    jointType: v?.jointType ?? ('socket' as const),
    metals: writePairs(v?.metals ?? []),
    metalIds: [...(v?.metalIds ?? [])] as readonly string[],
    fillerIds: [...(v?.fillerIds ?? [])] as readonly string[],
    fNumbers: p.fNumbers.join(', '),
    fluxIds: [...p.fluxIds] as readonly string[],
    wall: band(v?.wallM, 'diameter'),
    od: band(v?.odM, 'diameter'),
    gap: band(v?.gapM, 'gap'),
    temp: band(v?.tempK, 'temperature'),
    time: band(v?.timeS, null),
    flow: band(v?.purgeFlow, 'flow'),
    overlapMin: show(v?.overlapMinM, 'diameter'),
    overlapMax: show(v?.overlapMaxM, 'diameter'),
    positions: [...(v?.positions ?? [])] as readonly Position[],
    oxygen: percentText(p.oxygenLimit),
    ...words,
    medical: v?.medical ?? false,
    note: p.note,
    isAdopted: Boolean(p.adopted),
    ...(p.adopted ?? NO_PARTY),
  };
}
export type ProcedureDraft = ReturnType<typeof textsOf>;

/** The procedure that a draft says; what nobody changed stays exactly as it was stored. */
export function readDraft(d: ProcedureDraft, was: Procedure, system: UnitSystem): Procedure {
  const v = was.variables;
  const si = (text: string, q: Quantity | null, before: number | null | undefined): number =>
    q ? back(text, q, system, before) : numberOf(text);
  const band = ({ min, max }: BandText, q: Quantity | null, before: Band) => ({
    min: si(min, q, before?.min),
    max: si(max, q, before?.max),
  });
  const orNone = (b: BandText, q: Quantity | null, before: Band) =>
    b.min.trim() || b.max.trim() ? band(b, q, before) : null;
  const words = Object.fromEntries(WORDS.map((w) => [w, d[w].trim()])) as Record<(typeof WORDS)[number], string>;
  const variables: ProcedureVariables = {
    process: d.process,
    type: d.type,
    metals: readPairs(d.metals),
    metalIds: d.metalIds,
    wallM: band(d.wall, 'diameter', v?.wallM),
    odM: orNone(d.od, 'diameter', v?.odM),
    fillerIds: d.fillerIds,
    form: d.form,
    applied: d.applied,
    fuel: d.fuel,
    oxidant: d.oxidant,
    flame: d.flame,
    timeS: orNone(d.time, null, v?.timeS),
    purgeFlow: orNone(d.flow, 'flow', v?.purgeFlow),
    jointType: d.jointType,
    gapM: band(d.gap, 'gap', v?.gapM),
    overlapMinM: si(d.overlapMin, 'diameter', v?.overlapMinM),
    overlapMaxM: d.overlapMax.trim() ? si(d.overlapMax, 'diameter', v?.overlapMaxM) : null,
    positions: d.positions,
    tempK: band(d.temp, 'temperature', v?.tempK),
    ...words,
    medical: d.medical,
  };
  const { adopted: _before, ...rest } = was;
  return {
    ...rest,
    fNumbers: readWords(d.fNumbers),
    fluxIds: [...d.fluxIds],
    oxygenLimit: d.oxygen.trim() === '' ? null : percentOf(d.oxygen),
    note: d.note,
    variables,
    ...(d.isAdopted
      ? { adopted: { from: d.from.trim(), document: d.document.trim(), conditions: d.conditions.trim() } }
      : {}),
  };
}
