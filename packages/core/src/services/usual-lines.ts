import { practice, published, type Source } from '../source/source.js';
import { PSI } from '../units/units.js';

/** A line as a job of a kind usually has it. */
export interface UsualLine {
  readonly name: string;
  /** What its joints' marks begin with. */
  readonly prefix: string;
  readonly serviceId: string;
  /** Words that a line of this kind is called by, in small letters. */
  readonly called: readonly string[];
  /** Design pressure, Pa; null where only the plate or the engineer knows it. */
  readonly designPa: number | null;
  /** Test pressure, Pa; null where it follows from the design pressure (TEST_SHARE). */
  readonly testPa: number | null;
  readonly source: Source;
}

/** Test pressure of a line under gas where nothing else is said, as a share of its design pressure. */
export const TEST_SHARE = 1.1;
export const TEST_SHARE_SOURCE = practice('1.1 times the design pressure under nitrogen; the code of the job governs');

const nfpa = published('NFPA 99', 'medical gases at some 55 psi, tested at 1.5 times that and at least 150 psi');
const vacuum = published('NFPA 99', 'vacuum lines are tested at 60 psi; the air outside presses on them with 15 psi');
const plate = practice('from the plate or the engineer');

const medical = (name: string, prefix: string, serviceId: string, called: readonly string[]): UsualLine => ({
  name,
  prefix,
  serviceId,
  called,
  designPa: 55 * PSI,
  testPa: 150 * PSI,
  source: nfpa,
});
const asked = (name: string, prefix: string, serviceId: string, called: readonly string[]): UsualLine => ({
  name,
  prefix,
  serviceId,
  called,
  designPa: null,
  testPa: null,
  source: plate,
});

/** What a job is, and the lines it begins with. */
export const USUAL_LINES: readonly {
  readonly id: string;
  readonly name: string;
  readonly lines: readonly UsualLine[];
}[] = [
  {
    id: 'refrigeration',
    name: 'Refrigeration or air conditioning',
    lines: [
      asked('Suction', 'SU', 'refrigerant-poe', ['suction', 'vapor', 'vapour', 'gas']),
      asked('Liquid', 'LI', 'refrigerant-poe', ['liquid', 'discharge']),
    ],
  },
  {
    id: 'medical',
    name: 'Medical gases',
    lines: [
      medical('Oxygen', 'OX', 'medical-oxygen', ['oxygen']),
      medical('Medical air', 'AI', 'medical-air', ['air', 'medical']),
      {
        ...medical('Vacuum', 'VA', 'medical-vacuum', ['vacuum', 'suction-vacuum']),
        designPa: 15 * PSI,
        testPa: 60 * PSI,
        source: vacuum,
      },
    ],
  },
  { id: 'n2o', name: 'Nitrous oxide', lines: [medical('Nitrous oxide', 'NO', 'medical-n2o', ['nitrous', 'n2o'])] },
  {
    id: 'co2',
    name: 'Medical carbon dioxide',
    lines: [medical('Carbon dioxide', 'CO', 'medical-co2', ['co2', 'carbon'])],
  },
  {
    id: 'drinking',
    name: 'Drinking water',
    lines: [asked('Drinking water', 'DW', 'drinking-water', ['drinking', 'potable'])],
  },
  {
    id: 'heating',
    name: 'Chilled or heating water',
    lines: [
      asked('Flow', 'FL', 'chilled-water', ['chilled', 'heating', 'flow', 'water']),
      asked('Return', 'RE', 'chilled-water', ['return']),
    ],
  },
  {
    id: 'air',
    name: 'Compressed air',
    lines: [asked('Compressed air', 'CA', 'compressed-air', ['compressed', 'air'])],
  },
  {
    id: 'laboratory',
    name: 'Laboratory gases',
    lines: [asked('Laboratory gas', 'LG', 'laboratory-gas', ['laboratory', 'lab', 'argon', 'nitrogen'])],
  },
  { id: 'helium', name: 'Helium', lines: [asked('Helium', 'HE', 'helium', ['helium'])] },
  { id: 'hydrogen', name: 'Hydrogen', lines: [asked('Hydrogen', 'HY', 'hydrogen', ['hydrogen'])] },
  { id: 'steam', name: 'Steam', lines: [asked('Steam', 'ST', 'steam', ['steam', 'condensate'])] },
  { id: 'sprinkler', name: 'Fire sprinkler', lines: [asked('Sprinkler', 'SP', 'sprinkler', ['sprinkler', 'fire'])] },
  { id: 'oil', name: 'Fuel oil', lines: [asked('Fuel oil', 'FO', 'fuel-oil', ['oil', 'diesel'])] },
  { id: 'fuel', name: 'Fuel gas', lines: [asked('Fuel gas', 'FG', 'fuel-gas', ['fuel', 'propane', 'methane'])] },
  { id: 'bracket', name: 'Brackets, no fluid', lines: [asked('Brackets', 'BR', 'structure', ['bracket', 'brackets'])] },
];

const ALL = USUAL_LINES.flatMap((k) => k.lines);

/** The usual line that a name speaks of most, the first of those; null where it speaks of none. */
export function usualLineCalled(name: string): UsualLine | null {
  const words = name.toLowerCase().split(/[^a-z0-9]+/);
  const hits = (l: UsualLine): number => l.called.filter((c) => words.includes(c)).length;
  const most = Math.max(...ALL.map(hits));
  return most ? (ALL.find((l) => hits(l) === most) ?? null) : null;
}

/** Test pressure of a line, Pa. @param designPa its design pressure */
export const usualTestPa = (line: Pick<UsualLine, 'testPa'>, designPa: number): number =>
  line.testPa ?? TEST_SHARE * designPa;

/** A mark prefix for a name that no other line has: its first letters, then with a figure. */
export function freePrefix(name: string, taken: readonly string[]): string {
  const used = new Set(taken.map((p) => p.toUpperCase()));
  const letters = name.toUpperCase().replace(/[^A-Z]/g, '');
  const initials = name
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(Boolean)
    .map((w) => w[0])
    .join('');
  const first = [initials.length > 1 ? initials.slice(0, 3) : '', letters.slice(0, 2), letters.slice(0, 3)];
  for (const p of first) if (p && !used.has(p)) return p;
  for (let n = 2; ; n++) {
    const numbered = `${letters.slice(0, 2) || 'L'}${n}`;
    if (!used.has(numbered)) return numbered;
  }
}
