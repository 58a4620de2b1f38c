import { practice, type Source } from '../source/source.js';

/** What an unknown stub is made of, by questions that are answered with what is in the bag. */

export const STUB_SOURCE: Source = practice(
  'magnet, file, scratch, spark and stamped letters; the part’s papers govern',
);

interface Answer {
  readonly id: string;
  readonly says: string;
}
interface Question {
  readonly asks: string;
  readonly how: string;
  readonly answers: readonly Answer[];
}

const question = (asks: string, how: string, ...answers: (readonly [id: string, says: string])[]): Question => ({
  asks,
  how,
  answers: answers.map(([id, says]) => ({ id, says })),
});

/** Asked in this order; any may be left out. */
export const STUB_QUESTIONS = {
  magnet: question(
    'Does a magnet hold?',
    'Hold it to the stub itself, not to the shell beside it.',
    ['holds', 'holds'],
    ['weak', 'pulls a little'],
    ['no', 'does not'],
  ),
  file: question(
    'What colour does the file show?',
    'One stroke where the socket will cover it.',
    ['pink', 'pink all through'],
    ['skin', 'a pink skin, white under it'],
    ['yellow', 'yellow'],
    ['white', 'white or grey'],
  ),
  scratch: question(
    'Does the scratch stay bright?',
    'Breathe on it, wait a minute.',
    ['bright', 'stays bright'],
    ['dulls', 'goes dull'],
  ),
  spark: question(
    'What sparks does a grinder throw?',
    'A touch, away from people and from what burns.',
    ['none', 'none'],
    ['long', 'long and white, bursting'],
    ['short', 'short and dull orange'],
    ['red', 'short and red, close to the wheel'],
  ),
  letters: question(
    'What is stamped on it?',
    'Letters on the stub or the fitting, not on the name plate.',
    ['none', 'nothing that can be read'],
    ['cu', 'CU, DHP or C12200'],
    ['brass', 'C36000, C37700, CW614N or CW617N'],
    ['304', '304, 316 or 1.4301'],
    ['al', 'AL, 3003 or 6061'],
  ),
} as const satisfies Readonly<Record<string, Question>>;

export type StubQuestionId = keyof typeof STUB_QUESTIONS;
export const STUB_QUESTION_IDS = Object.keys(STUB_QUESTIONS) as StubQuestionId[];

/** What was answered, by question; a question that is not in it was left out. */
export type StubAnswers = { readonly [K in StubQuestionId]?: string | undefined };

/** What the answers say a stub is. */
export interface StubReading {
  /** Metal to plan the joint with; steel where it is treated as steel. */
  readonly metalId: string;
  /** The answers name a metal; else it is treated as steel. */
  readonly isKnown: boolean;
  readonly says: string;
  /** Which question would tell most now; null where none is left or none is needed. */
  readonly next: StubQuestionId | null;
}

const AS_STEEL = 'Treat as steel: high-silver rod, black flux.';
const known = (metalId: string, says: string): StubReading => ({ metalId, isKnown: true, says, next: null });
const asSteel = (says: string, next: StubQuestionId | null = null): StubReading => ({
  metalId: 'steel',
  isKnown: false,
  says: `${says} ${AS_STEEL}`,
  next,
});

/** By what is stamped, where nothing speaks against it. */
const STAMPED: Readonly<Record<string, readonly [metalId: string, says: string]>> = {
  cu: ['copper', 'Stamped as copper, and nothing speaks against it.'],
  brass: ['brass-forging', 'Stamped as brass: leaded, no strain while it is hot.'],
  304: ['stainless-304', 'Stamped as stainless.'],
  al: ['aluminium-3003', 'Stamped as aluminium: to copper it is not brazed.'],
};

/** A magnet holds: iron is in it, whatever the file shows. */
function magnetic({ file, spark, letters }: StubAnswers): StubReading {
  if (file === 'pink' || file === 'skin' || letters === 'cu')
    return known('plated-steel', 'A magnet holds: steel under a copper skin.');
  if (spark === 'red') return known('cast-iron', 'Magnetic, with short red sparks: cast iron.');
  if (file === 'yellow') return known('plated-steel', 'A magnet holds: steel under a yellow skin. Take the skin off.');
  if (spark === 'long') return known('steel', 'Magnetic, with long white sparks: carbon steel.');
  return asSteel('Magnetic: steel, or nickel, which takes the same rod.', file ? (spark ? null : 'spark') : 'file');
}

/** Nothing holds a magnet. */
function unmagnetic({ file, scratch, spark, letters }: StubAnswers): StubReading {
  const stamped = letters ? STAMPED[letters] : undefined;
  const fits = { cu: 'pink', brass: 'yellow', 304: 'white', al: 'white' }[letters ?? ''];
  if (stamped && (file === undefined || file === fits)) return known(...stamped);
  if (file === 'pink') return known('copper', 'No magnet, pink all through: copper.');
  if (file === 'skin') return asSteel('A pink skin over white metal that no magnet holds: unknown.');
  if (file === 'yellow')
    return known('brass-forging', 'No magnet, yellow: brass. Take it as leaded: no strain while it is hot.');
  if (file !== 'white') return asSteel('Not known yet.', 'file');
  if (spark === 'short' || (spark === undefined && scratch === 'bright' && letters === '304'))
    return known('stainless-304', 'No magnet, white, short dull sparks: stainless.');
  if (spark === 'none' && scratch === 'dulls')
    return known(
      'aluminium-3003',
      'No magnet, white, no spark, and the scratch dulls: aluminium. To copper it is not brazed.',
    );
  if (spark === 'none' && scratch === 'bright')
    return known(
      'cupronickel-30',
      'No magnet, white, no spark, and the scratch stays bright: copper-nickel, or nickel-copper. No phosphorus rod.',
    );
  return asSteel(
    'No magnet, white: stainless, copper-nickel or aluminium.',
    spark ? (scratch ? null : 'scratch') : 'spark',
  );
}

/** What a stub is by what was answered; never more than the answers say. Source: STUB_SOURCE. */
export function readStub(answers: StubAnswers): StubReading {
  if (answers.magnet === 'holds') return magnetic(answers);
  if (answers.magnet === 'no') return unmagnetic(answers);
  if (answers.magnet === 'weak')
    return answers.letters === '304'
      ? known('stainless-304', 'Stamped as stainless; a weak pull is cold work in it.')
      : asSteel('A weak pull: cold-worked stainless, or nickel-copper; both take the same rod.');
  return asSteel('Not known yet.', 'magnet');
}

/** What was answered, in a few words: "magnet holds; file: a pink skin, white under it". */
export const stubWords = (answers: StubAnswers): string =>
  STUB_QUESTION_IDS.flatMap((id) => {
    const answer = STUB_QUESTIONS[id].answers.find((a) => a.id === answers[id]);
    return answer ? [`${id}: ${answer.says}`] : [];
  }).join('; ');

/** Reads what `stubWords` wrote, or ids ("magnet holds, file skin"); null where a piece says nothing. */
export function readStubWords(text: string): StubAnswers | null {
  const answers: Partial<Record<StubQuestionId, string>> = {};
  for (const piece of text
    .split(/;/)
    .map((p) => p.trim())
    .filter(Boolean)) {
    const m = /^(\w+):?\s+(.+)$/.exec(piece);
    const id = STUB_QUESTION_IDS.find((q) => q === m?.[1]?.toLowerCase());
    const said = m?.[2]?.toLowerCase();
    const answer = id && STUB_QUESTIONS[id].answers.find((a) => a.id === said || a.says.toLowerCase() === said);
    if (!id || !answer) return null;
    answers[id] = answer.id;
  }
  return answers;
}
