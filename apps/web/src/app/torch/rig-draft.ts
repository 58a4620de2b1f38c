import type { Rig } from '@hephaist/contracts/records/rig';
import { type BurntWith, type FuelId, TIPS } from '@hephaist/core/heat/fuels';
import type { DrawUse } from '@hephaist/core/heat/torch-gas';
import type { ArrestorsAsked, Guard, HoseGrade, MarkCountry, RegulatorGas } from '@hephaist/core/torch-rig/parts';
import type { RigCylinder, RigTip } from '@hephaist/core/torch-rig/rig';
import { CUBIC_FOOT, PSI, type UnitSystem } from '@hephaist/core/units/units';
import { back, numberOf, percentOf, percentText, shown } from '../units/typed';

/** A rig as it is typed: numbers as text in the units shown. */
export interface RigDraft {
  readonly name: string;
  readonly fuelId: FuelId;
  readonly burntWith: BurntWith;
  readonly fuelRegulator: RegulatorGas;
  readonly oxygenRegulator: RegulatorGas;
  readonly fuelGrade: HoseGrade;
  readonly fuelMade: string;
  readonly oxygenGrade: HoseGrade;
  readonly oxygenMade: string;
  readonly fuelAtRegulator: Guard;
  readonly fuelAtTorch: Guard;
  readonly oxygenAtRegulator: Guard;
  readonly oxygenAtTorch: Guard;
  readonly arrestorsAsked: ArrestorsAsked;
  readonly copper: string;
  readonly fuelPressure: string;
  readonly oxygenPressure: string;
  readonly fuelSize: string;
  readonly fuelFull: string;
  readonly fuelGauge: string;
  readonly fuelWeighed: string;
  readonly oxygenSize: string;
  readonly oxygenFull: string;
  readonly oxygenGauge: string;
  readonly use: DrawUse;
  readonly country: MarkCountry;
  readonly tips: readonly TipDraft[];
  readonly note: string;
}
export interface TipDraft {
  readonly name: string;
  readonly min: string;
  readonly max: string;
}

const cylinder = (ft3: number, psi: number): RigCylinder => ({
  holdsM3: ft3 * CUBIC_FOOT,
  fullPa: psi * PSI,
  gaugePa: null,
  weighedShare: null,
});

/** A new rig: oxygen and acetylene with the generic chart's small tips, until the company says otherwise. */
export const newRig = (id: string): Rig => ({
  id,
  name: '',
  fuelId: 'acetylene',
  burntWith: 'oxygen',
  fuelRegulator: 'acetylene',
  oxygenRegulator: 'oxygen',
  fuelHose: { grade: 'T', madeIn: null },
  oxygenHose: { grade: 'T', madeIn: null },
  guards: { fuelRegulator: 'arrestor', fuelTorch: 'arrestor', oxygenRegulator: 'arrestor', oxygenTorch: 'arrestor' },
  arrestorsAsked: 'both ends',
  fittingsCopper: null,
  fuelPa: 5 * PSI,
  oxygenPa: 5 * PSI,
  fuelCylinder: cylinder(145, 250),
  oxygenCylinder: cylinder(125, 2200),
  tips: chartTips('acetylene', 'oxygen').slice(2, 6),
  use: 'usual',
  country: 'united-states',
  schools: {},
  note: '',
});

/** Tips of the generic chart for a fuel and how it is burnt; empty where it has none. */
export const chartTips = (fuelId: FuelId, burntWith: BurntWith): RigTip[] =>
  TIPS.filter((t) => t.fuelId === fuelId && t.burntWith === burntWith).map(({ name, fuelM3s }) => ({ name, fuelM3s }));

export const tipDraft = (tip: RigTip, units: UnitSystem): TipDraft => ({
  name: tip.name,
  min: shown(tip.fuelM3s.min, 'flow', units),
  max: shown(tip.fuelM3s.max, 'flow', units),
});

export function rigDraft(rig: Rig, units: UnitSystem): RigDraft {
  const gas = (si: number | null | undefined): string => shown(si, 'gas', units);
  const pressure = (si: number | null | undefined): string => shown(si, 'gauge', units);
  return {
    name: rig.name,
    fuelId: rig.fuelId,
    burntWith: rig.burntWith,
    fuelRegulator: rig.fuelRegulator,
    oxygenRegulator: rig.oxygenRegulator ?? 'oxygen',
    fuelGrade: rig.fuelHose.grade,
    fuelMade: String(rig.fuelHose.madeIn ?? ''),
    oxygenGrade: rig.oxygenHose?.grade ?? 'T',
    oxygenMade: String(rig.oxygenHose?.madeIn ?? ''),
    fuelAtRegulator: rig.guards.fuelRegulator,
    fuelAtTorch: rig.guards.fuelTorch,
    oxygenAtRegulator: rig.guards.oxygenRegulator,
    oxygenAtTorch: rig.guards.oxygenTorch,
    arrestorsAsked: rig.arrestorsAsked,
    copper: String(rig.fittingsCopper ?? ''),
    fuelPressure: pressure(rig.fuelPa),
    oxygenPressure: pressure(rig.oxygenPa),
    fuelSize: gas(rig.fuelCylinder.holdsM3),
    fuelFull: pressure(rig.fuelCylinder.fullPa),
    fuelGauge: pressure(rig.fuelCylinder.gaugePa),
    fuelWeighed: percentText(rig.fuelCylinder.weighedShare),
    oxygenSize: gas(rig.oxygenCylinder?.holdsM3),
    oxygenFull: pressure(rig.oxygenCylinder?.fullPa),
    oxygenGauge: pressure(rig.oxygenCylinder?.gaugePa),
    use: rig.use,
    country: rig.country,
    tips: rig.tips.map((t) => tipDraft(t, units)),
    note: rig.note,
  };
}

const orNull = (text: string, value: number): number | null => (text.trim() === '' ? null : value);

/** The rig that a draft means; what is no number stays NaN, for the schema to refuse. @param was as it stood, so that what nobody changed stays exactly */
export function rigFromDraft(d: RigDraft, was: Rig, units: UnitSystem): Rig {
  const oxygen = d.burntWith === 'oxygen';
  const num = (text: string, of: 'gas' | 'gauge' | 'flow', before: number | null | undefined): number =>
    back(text, of, units, before);
  const cylinderOf = (size: string, full: string, gauge: string, weighed: string, before: RigCylinder | null) => ({
    holdsM3: num(size, 'gas', before?.holdsM3),
    fullPa: num(full, 'gauge', before?.fullPa),
    gaugePa: orNull(gauge, num(gauge, 'gauge', before?.gaugePa)),
    weighedShare: orNull(weighed, percentOf(weighed)),
  });
  return {
    id: was.id,
    name: d.name,
    fuelId: d.fuelId,
    burntWith: d.burntWith,
    fuelRegulator: d.fuelRegulator,
    oxygenRegulator: oxygen ? d.oxygenRegulator : null,
    fuelHose: { grade: d.fuelGrade, madeIn: orNull(d.fuelMade, numberOf(d.fuelMade)) },
    oxygenHose: oxygen ? { grade: d.oxygenGrade, madeIn: orNull(d.oxygenMade, numberOf(d.oxygenMade)) } : null,
    guards: {
      fuelRegulator: d.fuelAtRegulator,
      fuelTorch: d.fuelAtTorch,
      oxygenRegulator: d.oxygenAtRegulator,
      oxygenTorch: d.oxygenAtTorch,
    },
    arrestorsAsked: d.arrestorsAsked,
    fittingsCopper: orNull(d.copper, numberOf(d.copper)),
    fuelPa: num(d.fuelPressure, 'gauge', was.fuelPa),
    oxygenPa: oxygen ? num(d.oxygenPressure, 'gauge', was.oxygenPa) : null,
    fuelCylinder: cylinderOf(d.fuelSize, d.fuelFull, d.fuelGauge, d.fuelWeighed, was.fuelCylinder),
    oxygenCylinder: oxygen ? cylinderOf(d.oxygenSize, d.oxygenFull, d.oxygenGauge, '', was.oxygenCylinder) : null,
    tips: d.tips.map((t, i) => ({
      name: t.name,
      fuelM3s: {
        min: num(t.min, 'flow', was.tips[i]?.fuelM3s.min),
        max: num(t.max, 'flow', was.tips[i]?.fuelM3s.max),
      },
    })),
    use: d.use,
    country: d.country,
    schools: was.schools,
    note: d.note,
  };
}

/** What follows from another fuel or way of burning: regulator, tips of the chart, sizes that are usual. */
export function followFuel(next: RigDraft, change: Partial<RigDraft>, units: UnitSystem): RigDraft {
  if (!change.fuelId && !change.burntWith) return next;
  const tips = chartTips(next.fuelId, next.burntWith).map((t) => tipDraft(t, units));
  const usual = newRig('');
  const filled = next.oxygenSize
    ? {}
    : {
        oxygenSize: shown(usual.oxygenCylinder?.holdsM3, 'gas', units),
        oxygenFull: shown(usual.oxygenCylinder?.fullPa, 'gauge', units),
        oxygenPressure: shown(usual.oxygenPa, 'gauge', units),
      };
  return {
    ...next,
    ...(next.burntWith === 'oxygen' ? filled : {}),
    ...(change.fuelId ? { fuelRegulator: change.fuelId } : {}),
    tips: tips.length ? tips.slice(0, 6) : [{ name: '', min: '', max: '' }],
  };
}
