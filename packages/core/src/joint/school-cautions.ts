import { isCast, isLeaded } from '../metals/metals.js';
import { type SchoolId, type Schools, schoolSays } from '../schools/schools.js';
import { practice } from '../source/source.js';
import { said } from '../units/say.js';
import { PSI } from '../units/units.js';
import type { Step } from './cautions.js';
import type { JointPlan } from './plan.js';

/** What a school of the job says at a step. */
export interface SchoolCaution {
  readonly step: Step;
  readonly says: string;
  readonly school: SchoolId;
}

/** What the schools of the job say at each step, with their reason; a school that a rule forbids here says so. */
export function schoolCautions(plan: JointPlan): SchoolCaution[] {
  const { schools, service } = plan;
  const out: SchoolCaution[] = [];
  const add = (step: Step, school: SchoolId, says = schoolSays(schools, school)): void =>
    void out.push({ step, says, school });
  const copper = plan.tubeMetal.family === 'copper' && plan.socketMetal.family === 'copper';
  if ([plan.tubeMetal, plan.socketMetal].some((m) => m.family === 'copper')) add('prepare', 'cleanCopper');
  if (copper && plan.selection.chosen?.flux === null) {
    const refused = schools.fluxOnCopper === 'gauge' && service.kind === 'medical';
    add(
      'prepare',
      'fluxOnCopper',
      refused ? 'Flux on copper to copper: refused in medical gas, whatever the school.' : undefined,
    );
  }
  add('heat', 'heatFirst');
  if (plan.selection.jointFindings.some((f) => f.rule === 'soft-seat') || plan.partNearby) {
    const refused = schools.shield === 'rag' && service.hygroscopicOil;
    add(
      'heat',
      'shield',
      refused
        ? 'Protecting a valve: no wet rag near an open line with this oil, whatever the school. Paste or gel.'
        : undefined,
    );
  }
  add('heat', 'fillet');
  add('cool', 'cooling', schools.cooling === 'quench' ? noQuench(plan) : undefined);
  return out;
}

/** Why this joint is never quenched, whatever the school; undefined where it may be. */
function noQuench({ tubeMetal, socketMetal, service }: JointPlan): string | undefined {
  const parts = [tubeMetal, socketMetal];
  if (parts.some(isCast)) return 'Cooling: by itself. A cast part is never quenched, whatever the school.';
  if (parts.some(isLeaded)) return 'Cooling: by itself. Leaded brass cracks when it is quenched, whatever the school.';
  return service.hygroscopicOil
    ? 'Cooling: by itself. No water near an open line with this oil, whatever the school.'
    : undefined;
}

export const RIG_SOURCE = practice('safe use of oxygen and fuel gases; the maker of the torch governs');

/** What is of the torch rig and not of a joint: eyes, gases, and the schools of lighting and shutting off. */
export const rigCautions = (schools: Schools): readonly string[] => [
  'Shade 3 to 5, gloves, no synthetic cloth.',
  `No oil or grease on oxygen fittings. Acetylene never above ${said(15 * PSI, 'pressure')}.`,
  ...(['acetyleneValve', 'oxygenValve', 'regulator', 'shutOff'] as const).map((s) => schoolSays(schools, s)),
];
