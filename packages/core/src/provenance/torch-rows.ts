import { ROUND_S, ROUND_SOURCE, WATCH_MINUTES, WATCH_SOURCE } from '../hot-work/fire-watch.js';
import { CLEAR_M, CLEAR_SOURCE, PERMIT } from '../hot-work/permit.js';
import { ACETYLENE_METAL_CU } from '../selection/rules/service-rules.js';
import type { Source } from '../source/source.js';
import { gasMarks, MARK_SOURCE } from '../torch-rig/country-marks.js';
import { DROP_S, DROP_SOURCE, hoseLeak, LEAK_SOURCE } from '../torch-rig/drop-test.js';
import { FLAME_LOOK_SOURCE, FLAME_LOOKS } from '../torch-rig/flame-look.js';
import {
  ARRESTOR_SOURCE,
  ARRESTORS_ASKED,
  DISSOLVED_SOURCE,
  HOSE_GRADE_SOURCE,
  HOSE_GRADE_WORDS,
  HOSE_GRADES,
  HOSE_YEARS,
  HOSE_YEARS_SOURCE,
  LIQUID_FUELS,
  LIQUID_SOURCE,
  MARK_COUNTRIES,
  MARK_COUNTRY_WORDS,
} from '../torch-rig/parts.js';
import { COPPER_SOURCE, REGULATOR_SOURCE } from '../torch-rig/rig-faults.js';
import { said } from '../units/say.js';
import { PSI } from '../units/units.js';

const row = (item: string, value: string, source: Source) => ({ table: 'Torch rig and hot work', item, value, source });

/** What the judgement of a torch rig, its rounds and the fire watch rest on. */
export const torchRows = () => [
  ...HOSE_GRADES.map((g) => row(`Hose ${g}`, HOSE_GRADE_WORDS[g], HOSE_GRADE_SOURCE)),
  row('Age of a hose', `looked at from ${HOSE_YEARS.look} years, changed at ${HOSE_YEARS.out}`, HOSE_YEARS_SOURCE),
  row('Regulator', 'serves the gas it is marked for', REGULATOR_SOURCE),
  row('Copper in fittings on acetylene', `at most ${ACETYLENE_METAL_CU} %`, COPPER_SOURCE),
  row('Flashback arrestors', ARRESTORS_ASKED.join(', '), ARRESTOR_SOURCE),
  ...MARK_COUNTRIES.map((c) =>
    row(
      `Marks, ${MARK_COUNTRY_WORDS[c]}`,
      `oxygen hose ${gasMarks(c, 'oxygen').hose}, acetylene ${gasMarks(c, 'acetylene').hose}, propane ${gasMarks(c, 'propane').hose}; fuel ${gasMarks(c, 'acetylene').thread}, oxygen ${gasMarks(c, 'oxygen').thread}`,
      MARK_SOURCE,
    ),
  ),
  row('What is left of acetylene', 'by its gauge', DISSOLVED_SOURCE),
  row(`What is left of ${LIQUID_FUELS.join(' and ')}`, 'by weight', LIQUID_SOURCE),
  row('Shut-in rig', `${DROP_S} s`, DROP_SOURCE),
  row('Leak of a hose', `${said(PSI, 'gauge')} in ${DROP_S} s is ${said(hoseLeak(PSI, DROP_S), 'flow')}`, LEAK_SOURCE),
  ...FLAME_LOOKS.map((f) => row(f.name, f.sees, FLAME_LOOK_SOURCE)),
  row('Clear of what burns', said(CLEAR_M, 'run'), CLEAR_SOURCE),
  ...PERMIT.map((p) => row(`Permit: ${p.id}`, p.does, p.source)),
  row('Fire watch after the last flame', `${WATCH_MINUTES} min, editable`, WATCH_SOURCE),
  row('A round while watching', `every ${ROUND_S / 60} min`, ROUND_SOURCE),
];
