import { practice, type Source } from '../source/source.js';

/** One way of the trade to answer a question, with its reason. */
export interface SchoolChoice {
  readonly id: string;
  readonly name: string;
  readonly why: string;
}

/** A question where practitioners disagree. The first choice is the one a new job starts with. */
export interface School {
  readonly id: SchoolId;
  readonly question: string;
  readonly choices: readonly SchoolChoice[];
  readonly source: Source;
}

const trade = practice('practitioners disagree; the job decides');

/** Each question with the ids of its choices; the order is that of the table. */
export interface Schools {
  readonly phosphorusOnBrass: 'strict' | 'permissive';
  readonly gap: 'trust' | 'measure';
  readonly silver: 'by-gap' | 'low' | 'fifteen';
  readonly cleanCopper: 'always' | 'if-dirty';
  readonly fluxOnCopper: 'never' | 'gauge';
  readonly heatFirst: 'tube' | 'fitting';
  readonly shield: 'paste' | 'rag';
  readonly fillet: 'concave' | 'cap';
  readonly cooling: 'natural' | 'quench';
  readonly patch: 'never' | 'temporary';
  readonly shutOff: 'fuel' | 'oxygen';
  readonly acetyleneValve: 'three-quarters' | 'half' | 'quarter' | 'one-and-half';
  readonly oxygenValve: 'open' | 'quarter';
  readonly regulator: 'chart' | 'equal' | 'double';
  readonly acetyleneRod: 'wide' | 'strict';
}
export type SchoolId = keyof Schools;

type Row = readonly [id: SchoolId, question: string, choices: readonly (readonly [string, string, string])[]];

// prettier-ignore
const rows: readonly Row[] = [
  ['phosphorusOnBrass', 'Phosphorus rod on brass', [
    ['strict', 'never', 'the joint may be brittle; silver rod and flux are sure'],
    ['permissive', 'with flux', 'it wets with flux and costs less; never in medical gas']]],
  ['gap', 'The gap', [
    ['trust', 'trust the fitting', 'tube and fitting are made to go together; nominal sizes with tolerances are used'],
    ['measure', 'measure every one', 'a joint whose gap nobody measured is marked']]],
  ['silver', 'Silver content', [
    ['by-gap', 'by gap, movement and cost', 'points decide, and are shown'],
    ['low', '0 to 6 % and cap it', 'cheap rod builds a cap over any gap'],
    ['fifteen', '15 % and let it run in', 'one rod for every copper joint, ductile where it shakes']]],
  ['cleanCopper', 'Clean new copper', [
    ['always', 'always', 'seconds against a leak'],
    ['if-dirty', 'only if dirty', 'bright capped tube is clean; phosphorus takes the rest']]],
  ['fluxOnCopper', 'Flux on copper to copper', [
    ['never', 'never', 'phosphorus needs none, and residue corrodes'],
    ['gauge', 'a touch as temperature gauge', 'clear flux says near 1100 °F; refused in medical gas']]],
  ['heatFirst', 'Which part first', [
    ['tube', 'tube, then fitting', 'the tube grows into the socket and carries heat in; then most of the heat on the heavier part'],
    ['fitting', 'mostly the fitting', 'the fitting is heavier; the tube follows by itself']]],
  ['shield', 'Protecting a valve', [
    ['paste', 'heat-absorbing paste or gel', 'no water near an open line'],
    ['rag', 'wet rag', 'always at hand; refused with an open hygroscopic system']]],
  ['fillet', 'Finish at the edge', [
    ['concave', 'small concave fillet', 'strength is in the lap; a cap only hides and wastes'],
    ['cap', 'a cap', 'sheds condensate and shows it was filled']]],
  ['cooling', 'Cooling', [
    ['natural', 'by itself', 'no strain while it is weak, no water near the line'],
    ['quench', 'quench after it is solid', 'pops the flux off; never cast parts, never where water can get in']]],
  ['patch', 'Built-up patch over a hole', [
    ['never', 'never', 'cut it out'],
    ['temporary', 'temporary, dated', 'gets the plant by until the part comes; never medical gas']]],
  ['shutOff', 'Torch shut-off', [
    ['fuel', 'fuel first', 'no small flame burning on inside the tip'],
    ['oxygen', 'oxygen first', 'no pop, and a leaking fuel valve shows']]],
  ['acetyleneValve', 'Acetylene cylinder valve', [
    ['three-quarters', 'three quarters of a turn', 'enough flow and quickly shut; key left on'],
    ['half', 'half a turn', 'quickly shut; key left on'],
    ['quarter', 'a quarter turn', 'shut at once; key left on'],
    ['one-and-half', 'up to one and a half', 'the most that anyone should open it; key left on']]],
  ['oxygenValve', 'Oxygen cylinder valve', [
    ['open', 'fully open, back-seated', 'it seals at both ends'],
    ['quarter', 'a quarter turn', 'quickly shut, but it may leak at the stem']]],
  ['regulator', 'Regulator pressure', [
    ['chart', 'by the tip chart', 'the tip maker governs; set with gas flowing'],
    ['equal', 'equal and low', '5 and 5 psi for small tips; set with gas flowing'],
    ['double', 'oxygen twice fuel', '5 and 10 psi; set with gas flowing']]],
  ['acetyleneRod', 'Rod on an acetylene line', [
    ['wide', 'at most 37 % copper and 46 % silver', 'ISO 9539, from memory'],
    ['strict', 'at most 21 % copper and 43 % silver', 'some codes ask for less, from memory; no class on file then serves, so weld']]],
];

export const SCHOOLS: readonly School[] = rows.map(([id, question, choices]) => ({
  id,
  question,
  choices: choices.map(([c, name, why]) => ({ id: c, name, why })),
  source: trade,
}));

export const DEFAULT_SCHOOLS = Object.fromEntries(SCHOOLS.map((s) => [s.id, s.choices[0]?.id])) as unknown as Schools;

/** The school that holds: the joint's own, else its line's, else the job's, else the usual. */
export const schoolsOf = (
  job: Partial<Schools>,
  line: Partial<Schools> = {},
  joint: Partial<Schools> = {},
): Schools => ({ ...DEFAULT_SCHOOLS, ...job, ...line, ...joint });

/** The choice that holds for one question. */
export function choiceOf(schools: Schools, id: SchoolId): SchoolChoice {
  const school = SCHOOLS.find((s) => s.id === id);
  const found = school?.choices.find((c) => c.id === schools[id]) ?? school?.choices[0];
  return found ?? { id: '', name: '', why: '' };
}

/** "Torch shut-off: fuel first (no small flame burning on inside the tip)." */
export function schoolSays(schools: Schools, id: SchoolId): string {
  const choice = choiceOf(schools, id);
  return `${SCHOOLS.find((s) => s.id === id)?.question ?? id}: ${choice.name} (${choice.why}).`;
}

/** Sets of rules a job is qualified under. Their content is editable data; check the current edition. */
export const CODE_SETS = [
  { id: 'asme-ix', name: 'ASME IX' },
  { id: 'aws-b2.2', name: 'AWS B2.2' },
  { id: 'iso-13585', name: 'ISO 13585' },
] as const;
export type CodeSetId = (typeof CODE_SETS)[number]['id'];
