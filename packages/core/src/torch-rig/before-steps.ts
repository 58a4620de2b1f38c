import { fuelName } from '../heat/fuels.js';
import { ACETYLENE_MOST_PSI } from '../heat/torch-gas.js';
import { choiceOf, schoolsOf } from '../schools/schools.js';
import { published } from '../source/source.js';
import { said } from '../units/say.js';
import { PSI } from '../units/units.js';
import { capital } from '../words/capital.js';
import { stepOf, steps, type StepsOf } from './check-step.js';
import { DROP_S } from './drop-test.js';
import { usesOxygen } from './rig.js';

const step = stepOf('before');
const OXYGEN_OIL = published('CGA G-4: oxygen and oil');
const CRACK = published('OSHA 1910.253: valves are cracked before a regulator is fitted');

/** Before the torch is lit: looked at, clean, fitted, opened by school, set while gas flows, tight. */
export const beforeSteps: StepsOf = (rig, schools) => {
  const fuel = fuelName(rig.fuelId).toLowerCase();
  const oxygen = usesOxygen(rig);
  const both = oxygen ? 'Both cylinders' : 'The cylinder';
  const all = schoolsOf(schools);
  const valve = choiceOf(all, 'acetyleneValve');
  const oxygenValve = choiceOf(all, 'oxygenValve');
  const isAcetylene = rig.fuelId === 'acetylene';
  const set = oxygen
    ? `fuel ${said(rig.fuelPa, 'gauge')}, oxygen ${said(rig.oxygenPa ?? 0, 'gauge')}`
    : `fuel ${said(rig.fuelPa, 'gauge')}`;
  return steps(
    step(
      'upright',
      `${both} upright and chained, caps off, labels read.`,
      'A label names the gas; a colour does not.',
      {
        ...(isAcetylene ? { mind: 'Acetylene that lay down stands upright first: acetone must run back.' } : {}),
      },
    ),
    step(
      'hoses',
      'Bend each hose along its length: no crack, burn or soft place.',
      'A hose burns through where it is cracked.',
    ),
    oxygen &&
      step('no-oil', 'Hands, gloves and fittings free of oil and grease.', 'Oil in oxygen burns by itself.', {
        source: OXYGEN_OIL,
        mind: 'Never oil a fitting or a gauge.',
      }),
    step(
      'crack',
      'Crack each valve a moment, away from people, then fit the regulator.',
      'Dust blown out does not get into the seat.',
      {
        source: CRACK,
        mind: 'Not near a flame or in a closed room. Where regulators stay fitted, pass on.',
      },
    ),
    step('tip', 'Tip clean and tight, both torch valves shut.', 'A dirty tip pops and burns back.'),
    step(
      'screws-out',
      'Regulator screws backed out until they turn free.',
      'Cylinder pressure must not strike an open regulator.',
    ),
    step(
      'open-fuel',
      isAcetylene ? `Open acetylene slowly, ${valve.name}.` : `Open ${fuel} slowly.`,
      isAcetylene ? `${capital(valve.why)}.` : 'A slow opening spares the seat and the gauge.',
      { mind: 'Stand aside of the gauges.', ...(isAcetylene ? { school: 'acetyleneValve' as const } : {}) },
    ),
    oxygen &&
      step('open-oxygen', `Open oxygen slowly, ${oxygenValve.name}.`, `${capital(oxygenValve.why)}.`, {
        mind: 'Stand aside of the gauges.',
        school: 'oxygenValve',
      }),
    step(
      'set',
      `Torch valve open, set ${set}, let it flow some seconds, shut; one gas after the other.`,
      'A pressure set with no gas flowing falls when it does. Flowing clears air out of the hose.',
      {
        school: 'regulator',
        ...(isAcetylene ? { mind: `Acetylene never over ${said(ACETYLENE_MOST_PSI * PSI, 'gauge')}.` } : {}),
      },
    ),
    step('shut-in', `Cylinder valves shut, torch valves shut: note the gauges.`, `What falls in ${DROP_S} s leaks.`, {
      asks: 'gauges before',
    }),
    step('solution', 'Brush leak solution on every connection.', 'Bubbles show where; never look with a flame.', {
      mind: 'Solution made for oxygen: no soap with oil.',
    }),
    step(
      'read-again',
      'Read the gauges again, then open the cylinders.',
      'They stand: hoses, torch and regulators are tight.',
      {
        asks: 'gauges after',
      },
    ),
  );
};
