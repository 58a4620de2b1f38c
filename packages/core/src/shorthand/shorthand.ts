import { type Catalogue, SHIPPED } from '../catalogue/catalogue.js';
import type { RodFormId } from '../filler-use/rod-forms.js';
import type { FitUp } from '../fit-up/gap.js';
import { PROTECTION_WORDS, type ProtectionId, PROTECTIONS } from '../heat/protections.js';
import type { JointSpec } from '../joint/joint.js';
import type { Position } from '../qualification/range.js';
import type { SocketKind } from '../strength/overlap.js';
import { readSize } from '../tube/read-size.js';
import { sizesOf } from '../tube/tube.js';
import { readLength } from '../units/read-length.js';
import { INCH } from '../units/units.js';
import { idOf, KIND_WORDS, METAL_WORDS, PART_WORDS, POSITION_WORDS, STANDARD_WORDS } from './words.js';

/** One piece of the line with how it was read; `bad` pieces say what is wrong. */
export interface Piece {
  readonly text: string;
  readonly start: number;
  readonly reads: string;
  readonly bad: boolean;
}

/** What a line of shorthand means; `joint` is null while a piece is bad or the size is missing. */
export interface Reading {
  readonly count: number;
  readonly joint: JointSpec | null;
  /** Every joint of one fitting: a reducing one has one of each size. Empty where `joint` is null. */
  readonly joints: readonly JointSpec[];
  readonly pieces: readonly Piece[];
  readonly problems: readonly string[];
}

interface Draft {
  count: number | null;
  size: string | null;
  /** Further ends of a reducing fitting. */
  more: string[] | null;
  rodForm: RodFormId | null;
  standardId: string | null;
  /** The line is of a medical gas. */
  readonly medical: boolean;
  tubeMetalId: string | null;
  socketMetalId: string | null;
  kind: SocketKind | null;
  position: Position | null;
  partId: string | null;
  distanceM: number | null;
  gapM: number | null;
  movement: boolean;
  wall: boolean;
  protection: ProtectionId | null;
  fillerId: string | null;
  readonly tables: Catalogue;
}

const MOST = 500;

interface Word {
  /** In small letters; a letter may grow longer by that, so the place is kept as it was typed. */
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/** A figure and its fraction or unit that were typed apart are one word: "1 1/8", "22 mm", "5' 6\"". */
const WORDS =
  /(?<![^\s,;])(?:\d+ \d+\/\d+(?:"| ?in)?|\d+(?:'| ?ft) ?\d+(?: \d+\/\d+)?(?:"| ?in)?|\d*[.,]?\d+ (?:mm|cm|ft|thou|mil))(?![^\s,;])|[^\s,;]+/gi;
const wordsOf = (line: string): Word[] =>
  [...line.matchAll(WORDS)].map((m) => ({
    text: m[0].toLowerCase(),
    start: m.index,
    end: m.index + m[0].length,
  }));

/** "22x1" or "22x1mm" as a metric size; "22mm" takes the first wall of that diameter. */
const metricSize = (text: string): string | null => readSize(text, sizesOf('en'));

type Reader = (
  word: string,
  next: string | undefined,
  draft: Draft,
) => { reads: string; used: number } | { bad: string; used: number } | null;

/** Takes a value once; a second one is refused aloud. */
function once<K extends keyof Draft>(
  draft: Draft,
  key: K,
  value: NonNullable<Draft[K]>,
  reads: string,
  used = 1,
): ReturnType<Reader> {
  if (draft[key] !== null) return { bad: 'said twice', used };
  draft[key] = value;
  return { reads, used };
}

const count: Reader = (word, _next, draft) => {
  const m = /^(\d+)x$/.exec(word);
  if (!m) return null;
  const n = Number(m[1]);
  return n >= 1 && n <= MOST ? once(draft, 'count', n, `${n} joints`) : { bad: `between 1x and ${MOST}x`, used: 1 };
};

const size: Reader = (word, _next, draft) => {
  const metric = metricSize(word);
  if (metric) {
    if (draft.standardId !== null && draft.standardId !== 'en')
      return { bad: 'a metric size in an inch standard', used: 1 };
    draft.standardId = 'en';
    return once(draft, 'size', metric, `size ${metric} mm`);
  }
  const ends = word.replace(/"|in$/g, '').split('x');
  if (ends.length === 2 || ends.length === 3) {
    const [first = '', ...more] = ends;
    const inch = /^(\d+-)?\d+\/\d+$|^\d$/;
    const metrics = ends.map((e) => (e.endsWith('mm') ? metricSize(e) : null));
    if (metrics.every((m) => m !== null)) {
      draft.standardId = 'en';
      draft.more = metrics.slice(1);
      return once(draft, 'size', metrics[0] ?? '', `reducing: ${ends.join(', ')}`);
    }
    if (inch.test(first) && more.every((e) => inch.test(e))) {
      draft.more = more;
      return once(draft, 'size', first, `reducing: ${ends.join(', ')}`);
    }
  }
  const bare = word.replace(/\s*(?:"|in)$/, '').replace(' ', '-');
  if (/^[1-9]\.\d+$/.test(bare)) {
    const inches = readSize(bare, sizesOf('acr'));
    return inches ? once(draft, 'size', inches, `size ${inches}`) : null;
  }
  if (/^0?\.\d{3}$/.test(bare)) {
    const capillary = `0${bare.replace(/^0/, '')}`;
    return once(draft, 'size', capillary, `size ${capillary}`);
  }
  return /^(\d+-)?\d+\/\d+$|^\d{1,2}$/.test(bare) ? once(draft, 'size', bare, `size ${bare}`) : null;
};

/** On a medical line a bare K or L means the tube that is cleaned for it. */
const MEDICAL_TUBE: Readonly<Record<string, string>> = { k: 'med-k', l: 'med-l' };

const standard: Reader = (word, _next, draft) => {
  const id = idOf(STANDARD_WORDS, word);
  if (!id) return null;
  const cleaned = draft.medical ? MEDICAL_TUBE[id] : undefined;
  return cleaned
    ? once(draft, 'standardId', cleaned, `${word.toUpperCase()} tube cleaned for medical gas, ASTM B819`)
    : once(draft, 'standardId', id, `${word} tube`);
};

const metals: Reader = (word, _next, draft) => {
  const [a, b, more] = word.split(/[-/](?=[a-z0-9])/);
  const tube = idOf(METAL_WORDS, a ?? '');
  const whole = idOf(METAL_WORDS, word);
  if (b !== undefined && more === undefined && tube && !whole) {
    const isStub = b === 'stub';
    const socket = isStub ? undefined : idOf(METAL_WORDS, b);
    if (!socket) return { bad: `"${b}" is no metal known here`, used: 1 };
    if (draft.tubeMetalId !== null || draft.socketMetalId !== null) return { bad: 'metals said twice', used: 1 };
    draft.tubeMetalId = tube;
    draft.socketMetalId = socket;
    return { reads: `${a} tube in ${b} socket`, used: 1 };
  }
  return whole ? once(draft, 'socketMetalId', whole, `${word} socket`) : null;
};

const kind: Reader = (word, _next, draft) => {
  const id = idOf(KIND_WORDS, word);
  return id ? once(draft, 'kind', id, id) : null;
};

const position: Reader = (word, _next, draft) => {
  const id = idOf(POSITION_WORDS, word);
  return id ? once(draft, 'position', id, id) : null;
};

const rodForm: Reader = (word, _next, draft) => {
  if (word === 'ring' || word === 'coated')
    return once(draft, 'rodForm', word, word === 'ring' ? 'pre-placed ring' : 'flux-coated rod');
  return null;
};

const bareRod = (text: string): string => text.toLowerCase().replaceAll('-', '');
const rod: Reader = (word, _next, draft) => {
  const found = draft.tables.fillers.find((f) => bareRod(f.id) === bareRod(word));
  return found ? once(draft, 'fillerId', found.id, `rod ${found.id}, where it may be used`) : null;
};

const near: Reader = (word, next, draft) => {
  if (word !== 'near') return null;
  const id = idOf(PART_WORDS, next ?? '');
  return id
    ? once(draft, 'partId', id, `near ${next}`, 2)
    : { bad: 'near what? e.g. near txv 4in', used: next ? 2 : 1 };
};

/** What protects the part: said after it. */
const protection: Reader = (word, _next, draft) => {
  const id = PROTECTIONS.find((p) => p === word);
  if (!id || draft.partId === null) return null;
  return once(draft, 'protection', id, PROTECTION_WORDS[id]);
};

const gap: Reader = (word, next, draft) => {
  if (word !== 'gap') return null;
  const m = next === undefined ? null : readLength(next, /^0?\.\d+$/.test(next) ? INCH : null);
  if (m === null) return { bad: 'gap per side, e.g. gap .003 or gap 0.08mm', used: next ? 2 : 1 };
  return m > 0 && m <= 0.002
    ? once(draft, 'gapM', m, `gap ${next} a side`, 2)
    : { bad: 'gap above 0 and at most 0.079 in (2 mm)', used: 2 };
};

const distance: Reader = (word, _next, draft) => {
  const m = readLength(word);
  if (m === null || draft.partId === null) return null;
  return m >= 0.005 && m <= 5
    ? once(draft, 'distanceM', m, `${word} away`)
    : { bad: 'between 0.2 in and 16 ft', used: 1 };
};

const moves: Reader = (word, _next, draft) => {
  if (word !== 'moves' && word !== 'shakes') return null;
  draft.movement = true;
  return { reads: 'moves in service', used: 1 };
};

const wall: Reader = (word, _next, draft) => {
  if (word !== 'wall') return null;
  draft.wall = true;
  return { reads: 'something that burns is behind', used: 1 };
};

/** Order matters where a word could be two things: "400" is a metal, "4in" a distance, "22x1" a size. */
const READERS: readonly Reader[] = [
  count,
  distance,
  metals,
  standard,
  size,
  kind,
  position,
  near,
  protection,
  gap,
  rodForm,
  moves,
  wall,
  rod,
];

/** The first reader that takes a word has it; the others never see it. */
function firstReading(word: string, next: string | undefined, draft: Draft): ReturnType<Reader> {
  for (const reader of READERS) {
    const read = reader(word, next, draft);
    if (read) return read;
  }
  return null;
}

/** Words that may stand between and mean nothing. */
const filler = new Set(['in', 'to', 'into', 'of', 'and', 'at', 'feed', 'joint', 'joints', 'away']);

function fitUp(draft: Draft): FitUp {
  return draft.gapM === null ? { mode: 'nominal' } : { mode: 'stated', gapSideM: draft.gapM };
}

const blank = (medical: boolean, tables: Catalogue): Draft => ({
  count: null,
  size: null,
  more: null,
  rodForm: null,
  standardId: null,
  medical,
  tubeMetalId: null,
  socketMetalId: null,
  kind: null,
  position: null,
  partId: null,
  distanceM: null,
  gapM: null,
  movement: false,
  wall: false,
  protection: null,
  fillerId: null,
  tables,
});

/** Whether a word means something in shorthand, or has a figure in it and so was meant to. */
export const isShorthandWord = (word: string): boolean =>
  /\d/.test(word) || filler.has(word) || firstReading(word, undefined, blank(false, SHIPPED)) !== null;

/**
 * Reads one line of joint shorthand, e.g. "12x 7/8 acr cu-cu cpl horiz near txv 4in". Order is free; what is not said
 * is copper, a fitting, horizontal, ACR tube, nominal gap; on a medical line the tube is asked for, and K or L is ASTM B819. "1-1/8x7/8" is a reducing fitting: a joint of each size. A word that is not known is marked, never dropped.
 */
export function readShorthand(line: string, tables: Catalogue = SHIPPED, medical = false): Reading {
  const draft = blank(medical, tables);
  const words = wordsOf(line);
  const pieces: Piece[] = [];
  for (let i = 0; i < words.length;) {
    const word = words[i];
    if (!word) break;
    if (filler.has(word.text)) {
      pieces.push({ text: line.slice(word.start, word.end), start: word.start, reads: '', bad: false });
      i += 1;
      continue;
    }
    const next = words[i + 1];
    const read = firstReading(word.text, next?.text, draft);
    const used = read?.used ?? 1;
    const last = words[i + used - 1] ?? word;
    const text = line.slice(word.start, last.end);
    pieces.push({
      text,
      start: word.start,
      reads: read && 'reads' in read ? read.reads : (read?.bad ?? 'not a word known here'),
      bad: !read || 'bad' in read,
    });
    i += used;
  }
  const problems = pieces.filter((p) => p.bad).map((p) => `"${p.text}": ${p.reads}`);
  const standardId = draft.standardId ?? 'acr';
  const sizes = draft.size === null ? [] : [draft.size, ...(draft.more ?? [])];
  if (words.length && draft.size === null) problems.push('say a size, e.g. 7/8 or 22mm');
  if (words.length && medical && draft.standardId === null)
    problems.push('say K or L: this line is of a medical gas, and its tube is ASTM B819');
  for (const size of sizes) {
    if (!tables.tube(standardId, size))
      problems.push(`no ${standardId} tube of size ${size}: there is ${tables.sizes(standardId).join(', ')}`);
  }
  if (draft.partId !== null && draft.distanceM === null) problems.push('how far is the part? e.g. near txv 4in');
  const ready = words.length > 0 && problems.length === 0;
  const joints = ready ? sizes.map((size) => jointOf(draft, standardId, size)) : [];
  return { count: draft.count ?? 1, pieces, problems, joint: joints[0] ?? null, joints };
}

function jointOf(draft: Draft, standardId: string, size: string): JointSpec {
  return {
    tube: { standardId, size, metalId: draft.tubeMetalId ?? 'copper' },
    socket: {
      kind: draft.kind ?? (draft.more ? 'reducer' : 'fitting'),
      metalId: draft.socketMetalId ?? 'copper',
      depthM: null,
      cup: null,
    },
    bush: null,
    groove: null,
    fitUp: fitUp(draft),
    position: draft.position ?? 'horizontal',
    partNearby:
      draft.partId !== null && draft.distanceM !== null
        ? {
            partId: draft.partId,
            distanceM: draft.distanceM,
            ...(draft.protection && draft.protection !== 'bare' ? { protection: draft.protection } : {}),
          }
        : null,
    movement: draft.movement,
    ...(draft.wall ? { wallBehind: true } : {}),
    fillerId: draft.fillerId,
    rodForm: draft.rodForm ?? 'flat',
    cadmiumReason: null,
    schools: {},
  };
}
