import { percent } from '../fillers/fillers.js';
import { isCast, isCopperBase, isLeaded, metalPercent } from '../metals/metals.js';
import { type SchoolId, schoolSays } from '../schools/schools.js';
import { said } from '../units/say.js';
import { PSI } from '../units/units.js';
import type { JointPlan } from './plan.js';

export type Step = 'prepare' | 'purge' | 'torch' | 'heat' | 'cool';

export interface Caution {
  readonly step: Step;
  readonly says: string;
  /** Set where the job's school speaks rather than a rule. */
  readonly school?: SchoolId;
}

/** What the schools of the job say at each step, with their reason; a school that a rule forbids here says so. */
export function schoolCautions(plan: JointPlan): Caution[] {
  const { schools, service } = plan;
  const out: Caution[] = [];
  const add = (step: Step, school: SchoolId, says = schoolSays(schools, school)): void =>
    void out.push({ step, says, school });
  add('prepare', 'cleanCopper');
  const copper = plan.tubeMetal.family === 'copper' && plan.socketMetal.family === 'copper';
  if (copper && plan.selection.chosen?.flux === null) {
    const refused = schools.fluxOnCopper === 'gauge' && service.kind === 'medical';
    add(
      'prepare',
      'fluxOnCopper',
      refused ? 'Flux on copper to copper: refused in medical gas, whatever the school.' : undefined,
    );
  }
  add('torch', 'acetyleneValve');
  add('torch', 'oxygenValve');
  add('torch', 'regulator');
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
  add('cool', 'shutOff');
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

/** The cautions that belong to this joint, each at the step where it matters. Source: file of cautions, practice. */
export function cautionsFor(plan: JointPlan): Caution[] {
  const out: Caution[] = [];
  const chosen = plan.selection.chosen;
  const add = (step: Step, says: string): void => void out.push({ step, says });
  add(
    'prepare',
    'Hot work: fire watch, combustibles clear, extinguisher, permit where the site needs one. Never heat a sealed line.',
  );
  if (plan.service.kind === 'refrigerant') {
    add(
      'prepare',
      'Never braze on a charged line: recover, then purge. Flammable refrigerant: ventilate and detect first.',
    );
  }
  if (plan.service.kind === 'medical')
    add(
      'prepare',
      'Medical gas: qualified people and procedures, braze within 8 hours of cleaning (NFPA 99, from memory), verification by a third party.',
    );
  if (plan.purge) {
    add(
      'purge',
      'Regulator, relief and flow meter on the nitrogen; vent open at the far end. It asphyxiates in a closed room: ventilate.',
    );
  }
  add(
    'torch',
    `Shade 3 to 5, gloves, no synthetic cloth. No oil or grease on oxygen fittings. Acetylene never above ${said(15 * PSI, 'pressure')}.`,
  );
  if (chosen && percent(chosen.filler, 'Cd') > 0)
    add('heat', 'Cadmium fume kills: local exhaust, head out of the plume.');
  const zinc = [plan.tubeMetal, plan.socketMetal].some((m) => isCopperBase(m) && metalPercent(m, 'Zn') >= 1);
  if (zinc) add('heat', 'White smoke off brass means too hot: zinc is burning out.');
  if ([plan.tubeMetal, plan.socketMetal].some((m) => m.skin === 'Zn'))
    add('prepare', 'Take the zinc off an inch back from the joint: its fume harms, and nothing wets it.');
  if (chosen?.flux)
    add(
      'heat',
      chosen.filler.group === 'BAlSi' || chosen.filler.group === 'ZnAl'
        ? 'Flux fume harms: ventilate. Aluminium shows no colour before it runs: watch the flux, not the metal.'
        : 'Flux fume harms: ventilate. Black and crusted flux is dead: stop, clean, reflux.',
    );
  if (plan.service.hygroscopicOil)
    add('heat', 'No wet rag near an open line with this oil: use heat-absorbing paste or gel.');
  add('cool', plan.purge ? 'Keep nitrogen on until the joint is cool to the touch.' : 'Let it cool by itself.');
  return out;
}
