import { fuelName, isBurnt } from '../heat/fuels.js';
import { ACETYLENE_MOST_PSI, ACETYLENE_PRESSURE_SOURCE, DRAW_SOURCE, DRAW_WORDS } from '../heat/torch-gas.js';
import { ACETYLENE_METAL_CU } from '../selection/rules/service-rules.js';
import { practice, published, type Source } from '../source/source.js';
import { said } from '../units/say.js';
import { PSI } from '../units/units.js';
import { capital } from '../words/capital.js';
import {
  ARRESTOR_SOURCE,
  GUARD_PLACE_WORDS,
  type GuardPlace,
  HOSE_GRADE_SOURCE,
  HOSE_YEARS,
  HOSE_YEARS_SOURCE,
  LIQUID_FUELS,
  LIQUID_SOURCE,
} from './parts.js';
import { type Hose, leftIn, type RigCylinder, type TorchRig, usesOxygen } from './rig.js';
import { EMPTY_M3, tipDraws } from './tip-draw.js';

/** One thing about a rig: refused, it is not lit like that; check, somebody looks before it is lit. A tip is refused by itself. */
export interface RigFault {
  /** The part of the rig, as its field is called: "fuelHose", "guards.fuelTorch", "tips.2". */
  readonly at: string;
  readonly level: 'refused' | 'check';
  readonly says: string;
  readonly source: Source;
}

export const REGULATOR_SOURCE = published('CGA E-4: a regulator serves the gas it is marked for');
export const COPPER_SOURCE = published('CGA G-1, ISO 9539: no metal over 65 % copper on acetylene');
const FLAME_SOURCE = practice('a fuel burns only in a torch made for it');
/** A gauge over its full pressure by more than a hot day. */
const OVER_FULL = 1.25;

const refused = (at: string, says: string, source: Source): RigFault => ({ at, level: 'refused', says, source });
const check = (at: string, says: string, source: Source): RigFault => ({ at, level: 'check', says, source });
const inWords = (gas: string): string => fuelName(gas).toLowerCase();

function hoseFaults(at: string, hose: Hose, gas: string, year: number): RigFault[] {
  const out: RigFault[] = [];
  const isForAcetylene = hose.grade === 'R' || hose.grade === 'RM';
  if (isForAcetylene && gas !== 'acetylene' && gas !== 'oxygen')
    out.push(
      refused(
        at,
        `Grade ${hose.grade} is for acetylene only: ${inWords(gas)} softens its lining. Fit grade T.`,
        HOSE_GRADE_SOURCE,
      ),
    );
  if (hose.grade === 'unmarked')
    out.push(check(at, 'No grade can be read on the hose: find it, or change the hose.', HOSE_GRADE_SOURCE));
  if (hose.madeIn === null) return [...out, check(at, 'Nobody knows how old the hose is.', HOSE_YEARS_SOURCE)];
  const years = year - hose.madeIn;
  if (years >= HOSE_YEARS.out)
    out.push(check(at, `The hose is ${years} years old: change it at ${HOSE_YEARS.out}.`, HOSE_YEARS_SOURCE));
  else if (years >= HOSE_YEARS.look)
    out.push(check(at, `The hose is ${years} years old: bend it sharply and look for cracks.`, HOSE_YEARS_SOURCE));
  return out;
}

function regulatorFaults(at: string, marked: string, gas: string): RigFault[] {
  if (marked === gas) return [];
  if (marked === 'unmarked')
    return [check(at, `Nothing on the regulator says that it is for ${inWords(gas)}.`, REGULATOR_SOURCE)];
  const burns =
    gas === 'oxygen' ? ' A fuel regulator may hold grease or oil: in oxygen it burns.' : ' Adapters are never used.';
  return [
    refused(at, `The regulator is marked for ${inWords(marked)}, not for ${inWords(gas)}.${burns}`, REGULATOR_SOURCE),
  ];
}

function guardFaults(rig: TorchRig): RigFault[] {
  const places: GuardPlace[] = ['fuelRegulator', 'fuelTorch'];
  if (usesOxygen(rig)) places.push('oxygenRegulator', 'oxygenTorch');
  const asked = (p: GuardPlace): boolean =>
    rig.arrestorsAsked === 'both ends' || (rig.arrestorsAsked === 'regulators' && p.endsWith('Regulator'));
  return places.flatMap((p) => {
    const has = rig.guards[p];
    const at = `guards.${p}`;
    const where = GUARD_PLACE_WORDS[p];
    if (has === 'arrestor') return [];
    if (asked(p))
      return [
        refused(
          at,
          has === 'check valve'
            ? `A check valve ${where}, where an arrestor is asked: it stops gas running back, not a flame.`
            : `No arrestor ${where}, where one is asked.`,
          ARRESTOR_SOURCE,
        ),
      ];
    return has === 'nothing' && usesOxygen(rig)
      ? [check(at, `Nothing stops a flame or gas running back (${where}).`, ARRESTOR_SOURCE)]
      : [];
  });
}

function cylinderFaults(at: string, cylinder: RigCylinder, gas: string): RigFault[] {
  const { m3, by } = leftIn(cylinder, gas);
  const out: RigFault[] = [];
  if (cylinder.gaugePa !== null && cylinder.gaugePa > cylinder.fullPa * OVER_FULL)
    out.push(
      refused(
        at,
        `The gauge shows ${said(cylinder.gaugePa, 'pressure')}, over the ${said(cylinder.fullPa, 'pressure')} of a full cylinder: too hot, overfilled, or the wrong gauge.`,
        practice('a cylinder over its full pressure is not used'),
      ),
    );
  if (m3 < EMPTY_M3) out.push(refused(at, 'The cylinder is empty: shut it, mark it and change it.', practice()));
  if (by === 'taken as full' && LIQUID_FUELS.includes(gas))
    out.push(
      check(at, `Its gauge does not say what is left of ${inWords(gas)}: weigh it. Taken as full.`, LIQUID_SOURCE),
    );
  else if (by === 'taken as full') out.push(check(at, 'Nobody read its gauge: taken as full.', practice()));
  return out;
}

function pressureFaults(rig: TorchRig): RigFault[] {
  const most = ACETYLENE_MOST_PSI * PSI;
  return rig.fuelId === 'acetylene' && rig.fuelPa > most * (1 + 1e-9)
    ? [
        refused(
          'fuelPa',
          `Acetylene at ${said(rig.fuelPa, 'gauge')}: over ${said(most, 'gauge')} it can come apart by itself and explode.`,
          ACETYLENE_PRESSURE_SOURCE,
        ),
      ]
    : [];
}

function copperFaults({ fuelId, fittingsCopper }: TorchRig): RigFault[] {
  if (fuelId !== 'acetylene') return [];
  if (fittingsCopper === null)
    return [check('fittingsCopper', 'Nobody knows how much copper is in the fuel’s fittings.', COPPER_SOURCE)];
  return fittingsCopper > ACETYLENE_METAL_CU
    ? [
        refused(
          'fittingsCopper',
          `${fittingsCopper} % copper in a fitting on acetylene, over ${ACETYLENE_METAL_CU} %: it forms an explosive that goes off by a knock.`,
          COPPER_SOURCE,
        ),
      ]
    : [];
}

function tipFaults(rig: TorchRig): RigFault[] {
  return tipDraws(rig).flatMap(({ tip, flowM3s, draw, mostWithin }, i) => {
    const at = `tips.${i}`;
    if (!draw || draw.limitM3s === null || (draw.within && mostWithin)) return [];
    const limit = `this cylinder gives ${said(draw.limitM3s, 'flow')} (${DRAW_WORDS[rig.use]})`;
    if (draw.within)
      return [
        check(
          at,
          `${capital(tip.name)} turned right up asks ${said(tip.fuelM3s.max, 'flow')}; ${limit}: keep it lower.`,
          DRAW_SOURCE,
        ),
      ];
    const then = draw.smallest ? `Take ${draw.smallest} or larger.` : 'No single cylinder may: couple several.';
    return [
      refused(
        at,
        `${capital(tip.name)} asks ${said(flowM3s, 'flow')}; ${limit}, or acetone comes along. ${then}`,
        DRAW_SOURCE,
      ),
    ];
  });
}

function flameFaults({ fuelId, burntWith }: TorchRig): RigFault[] {
  return isBurnt(fuelId, burntWith)
    ? []
    : [
        refused(
          'burntWith',
          `${fuelName(fuelId)} is not burnt ${burntWith === 'oxygen' ? 'with oxygen' : 'in air'} here.`,
          FLAME_SOURCE,
        ),
      ];
}

/**
 * What speaks against lighting a rig as it is written down, what is refused first. Nobody is told that a rig is safe:
 * what is not written down is looked at on the cart.
 * @param year in which it is asked, for the age of hoses
 */
export function rigFaults(rig: TorchRig, year: number): RigFault[] {
  const all = [
    ...flameFaults(rig),
    ...regulatorFaults('fuelRegulator', rig.fuelRegulator, rig.fuelId),
    ...hoseFaults('fuelHose', rig.fuelHose, rig.fuelId, year),
    ...copperFaults(rig),
    ...pressureFaults(rig),
    ...cylinderFaults('fuelCylinder', rig.fuelCylinder, rig.fuelId),
    ...guardFaults(rig),
    ...tipFaults(rig),
  ];
  if (usesOxygen(rig)) {
    all.push(...regulatorFaults('oxygenRegulator', rig.oxygenRegulator ?? 'unmarked', 'oxygen'));
    if (rig.oxygenHose) all.push(...hoseFaults('oxygenHose', rig.oxygenHose, 'oxygen', year));
    if (rig.oxygenCylinder) all.push(...cylinderFaults('oxygenCylinder', rig.oxygenCylinder, 'oxygen'));
  }
  return [...all.filter((f) => f.level === 'refused'), ...all.filter((f) => f.level === 'check')];
}

/** What keeps a rig from being lit: what is refused of the rig, and of its tips only where none is left. */
export function stopsLighting(rig: TorchRig, year: number): readonly RigFault[] {
  const refusals = rigFaults(rig, year).filter((f) => f.level === 'refused');
  const tips = refusals.filter((f) => f.at.startsWith('tips.'));
  return tips.length < rig.tips.length ? refusals.filter((f) => !tips.includes(f)) : refusals;
}
