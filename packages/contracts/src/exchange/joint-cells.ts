import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { ROD_FORMS } from '@hephaist/core/filler-use/rod-forms';
import { PROTECTIONS } from '@hephaist/core/heat/protections';
import { plainJoint } from '@hephaist/core/joint/plain-joint';
import { readStubWords, stubWords } from '@hephaist/core/metals/unknown-stub';
import { POSITION_IDS } from '@hephaist/core/qualification/range';
import { KIND_WORDS, METAL_WORDS, PART_WORDS, POSITION_WORDS, STANDARD_WORDS } from '@hephaist/core/shorthand/words';
import { SOCKET_KINDS } from '@hephaist/core/strength/overlap';
import { readSize } from '@hephaist/core/tube/read-size';
import { TUBE_STANDARDS } from '@hephaist/core/tube/tube';
import { readLength } from '@hephaist/core/units/read-length';
import { displayUnit, formatQuantity, type UnitSystem } from '@hephaist/core/units/units';
import type { Joint } from '../records/joint.js';
import type { Line } from '../records/line.js';

/** One cell of a joint as text: what a schedule shows, copies, pastes and types, in one place for grid and CSV. */

export interface CellWords {
  readonly lines: readonly Line[];
  readonly tables: Catalogue;
  readonly system: UnitSystem;
}

/** The joint with the cell read into it, or what is wrong with the text. */
export type CellRead = { readonly joint: Joint } | { readonly says: string };

export interface JointCell {
  readonly id: CellId;
  readonly title: string;
  readonly read: (text: string, joint: Joint, words: CellWords) => CellRead;
  readonly write: (joint: Joint, words: CellWords) => string;
}

export type CellId =
  | 'mark'
  | 'line'
  | 'standard'
  | 'size'
  | 'tubeMetal'
  | 'socketMetal'
  | 'socket'
  | 'position'
  | 'gap'
  | 'near'
  | 'moves'
  | 'wall'
  | 'stub'
  | 'asked'
  | 'form'
  | 'spool'
  | 'setAside'
  | 'note';

interface Named {
  readonly id: string;
  readonly words: readonly string[];
}

/** The id whose word this is, forgiving case; else what may be said. */
function pick(text: string, rows: readonly Named[]): { id: string } | { says: string } {
  const value = text.trim().toLowerCase();
  const found = rows.find((r) => r.words.some((w) => w.toLowerCase() === value));
  if (found) return { id: found.id };
  const some = rows.slice(0, 8).map((r) => r.words[0]);
  return { says: `"${text.trim()}" is not known: use ${some.join(', ')}${rows.length > 8 ? ' …' : ''}` };
}

/** Words that shorthand takes for an id: a cell takes them too. */
const said = (words: Readonly<Record<string, readonly string[]>>, id: string): readonly string[] => words[id] ?? [];
const metalWords = (t: Catalogue): Named[] =>
  t.metals.map((m) => ({ id: m.id, words: [m.short, m.id, m.name, m.uns ?? m.id, ...said(METAL_WORDS, m.id)] }));
const standardWords = (t: Catalogue): Named[] => {
  const shipped = TUBE_STANDARDS.map((s) => ({
    id: s.id,
    words: [s.short, s.id, s.name, ...said(STANDARD_WORDS, s.id)],
  }));
  const own = new Set(t.tubes.map((x) => x.standardId).filter((id) => !TUBE_STANDARDS.some((s) => s.id === id)));
  return [...shipped, ...[...own].map((id) => ({ id, words: [id] }))];
};
const positionWords: readonly Named[] = POSITION_IDS.map((p) => ({
  id: p,
  words: [p, p.replace('-', ' '), p.slice(0, 5), ...said(POSITION_WORDS, p)],
}));
const kindWords: readonly Named[] = SOCKET_KINDS.filter((k) => k !== 'bush' && k !== 'groove').map((k) => ({
  id: k,
  words: [k, ...said(KIND_WORDS, k)],
}));
const formWords: readonly Named[] = ROD_FORMS.map((f) => ({ id: f.id, words: [f.id, f.name] }));
const fillerWords = (t: Catalogue): Named[] =>
  t.fillers.map((f) => ({ id: f.id, words: [f.id, f.id.replaceAll('-', ''), ...(f.iso ? [f.iso] : [])] }));
const partWords = (t: Catalogue): Named[] =>
  t.parts.map((p) => ({ id: p.id, words: [p.id, p.name, ...said(PART_WORDS, p.id)] }));

type Pair = Pick<JointCell, 'read' | 'write'>;

/** A cell picked from words. */
function choice(
  rows: (words: CellWords) => readonly Named[],
  get: (joint: Joint) => string | null,
  set: (joint: Joint, id: string) => Joint,
  empty: ((joint: Joint) => Joint) | null = null,
): Pair {
  return {
    read: (text, joint, words) => {
      if (!text.trim()) return empty ? { joint: empty(joint) } : { says: 'is empty' };
      const found = pick(text, rows(words));
      return 'id' in found ? { joint: set(joint, found.id) } : found;
    },
    write: (joint, words) => {
      const id = get(joint);
      return id === null ? '' : (rows(words).find((r) => r.id === id)?.words[0] ?? id);
    },
  };
}

/** A cell of plain text. */
const plain = (
  most: number,
  get: (joint: Joint) => string | null,
  set: (joint: Joint, text: string) => Joint,
  needed = false,
): Pair => ({
  read: (text, joint) => {
    const value = text.trim();
    if (needed && !value) return { says: 'is empty' };
    return value.length > most ? { says: `at most ${most} characters` } : { joint: set(joint, value) };
  },
  write: (joint) => get(joint) ?? '',
});

const lineWords = ({ lines }: CellWords): Named[] => lines.map((l) => ({ id: l.id, words: [l.prefix, l.name] }));

const gap: Pair = {
  read: (text, joint, words) => {
    const { system } = words;
    if (!text.trim())
      return { joint: joint.fitUp.mode === 'measured' ? joint : { ...joint, fitUp: { mode: 'nominal' } } };
    if (text.trim().toLowerCase() === 'nominal') return { joint: { ...joint, fitUp: { mode: 'nominal' } } };
    const gapSideM = readLength(text, displayUnit('gap', system).toSi(1));
    if (gapSideM === null || gapSideM <= 0 || gapSideM > 0.002)
      return { says: `"${text.trim()}": a gap per side above 0 and at most 0.079 in (2 mm), or nominal` };
    if (joint.fitUp.mode !== 'nominal' && gap.write(joint, words) === text.trim()) return { joint };
    return { joint: { ...joint, fitUp: { mode: 'stated', gapSideM } } };
  },
  write: (joint, { system }) => {
    const fit = joint.fitUp;
    if (fit.mode === 'nominal') return '';
    const side =
      fit.mode === 'stated'
        ? fit.gapSideM
        : (fit.socketIdM[0] + fit.socketIdM[1] - fit.tubeOdM[0] - fit.tubeOdM[1]) / 4;
    return formatQuantity(side, 'gap', system, false);
  },
};

/** The part in front of its distance: the longest word of one that stands there, else all up to the last word. */
function partOf(text: string, rows: readonly Named[]): { name: string; rest: string } {
  const low = text.toLowerCase();
  const names = rows.flatMap((r) => r.words).filter((w) => low.startsWith(`${w.toLowerCase()} `));
  const name = names.sort((a, b) => b.length - a.length)[0] ?? /^(.*?)\s+\S+$/.exec(text)?.[1] ?? '';
  return { name, rest: text.slice(name.length).trim() };
}

const near: Pair = {
  read: (text, joint, { tables, system }) => {
    const value = text.trim();
    if (!value) return { joint: { ...joint, partNearby: null } };
    const rows = partWords(tables);
    const { name, rest: after } = partOf(value, rows);
    // What protects it may stand last: "txv 4in paste".
    const protection = PROTECTIONS.find((p) => after.toLowerCase().endsWith(` ${p}`));
    const rest = protection ? after.slice(0, -protection.length).trim() : after;
    const distanceM = readLength(rest, displayUnit('length', system).toSi(1));
    if (!name || distanceM === null)
      return { says: `"${value}": a part and how far, e.g. txv 4in, or txv 4in ${PROTECTIONS.slice(1).join(', ')}` };
    const found = pick(name, rows);
    if ('says' in found) return found;
    return distanceM >= 0.005 && distanceM <= 5
      ? {
          joint: {
            ...joint,
            partNearby: {
              partId: found.id,
              distanceM,
              ...(protection && protection !== 'bare' ? { protection } : {}),
            },
          },
        }
      : { says: 'how far: between 0.2 in (5 mm) and 16 ft (5 m)' };
  },
  write: ({ partNearby }, { system }) => {
    if (!partNearby) return '';
    const unit = displayUnit('length', system);
    const by = partNearby.protection ? ` ${partNearby.protection}` : '';
    return `${partNearby.partId} ${Number(unit.fromSi(partNearby.distanceM).toFixed(3))}${unit.symbol}${by}`;
  },
};

const yes = new Set(['yes', 'y', '1', 'x', 'true', 'moves']);
const no = new Set(['', 'no', 'n', '0', 'false']);
const moves: Pair = {
  read: (text, joint) => {
    const value = text.trim().toLowerCase();
    if (yes.has(value)) return { joint: { ...joint, movement: true } };
    return no.has(value) ? { joint: { ...joint, movement: false } } : { says: `"${text.trim()}": yes or no` };
  },
  write: (joint) => (joint.movement ? 'yes' : ''),
};

const wall: Pair = {
  read: (text, joint) => {
    const value = text.trim().toLowerCase();
    const { wallBehind: _, ...without } = joint;
    if (yes.has(value) || value === 'wall') return { joint: { ...joint, wallBehind: true } };
    return no.has(value) ? { joint: without } : { says: `"${text.trim()}": yes or no` };
  },
  write: (joint) => (joint.wallBehind ? 'yes' : ''),
};

const stub: Pair = {
  read: (text, joint) => {
    const { stub: _, ...without } = joint;
    if (!text.trim()) return { joint: without };
    const answers = readStubWords(text);
    return answers ? { joint: { ...joint, stub: answers } } : { says: `"${text.trim()}": as magnet holds; file skin` };
  },
  write: (joint) => (joint.stub ? stubWords(joint.stub) : ''),
};

const tube = (joint: Joint, change: Partial<Joint['tube']>): Joint => ({
  ...joint,
  tube: { ...joint.tube, ...change },
});
const socket = (joint: Joint, change: Partial<Joint['socket']>): Joint => ({
  ...joint,
  socket: { ...joint.socket, ...change },
});
const size: Pair = {
  read: (text, joint, { tables }) => {
    const value = text.trim();
    if (!value) return { says: 'is empty' };
    if (value.length > 20) return { says: 'at most 20 characters' };
    // A size of another standard is kept as it was typed: the standard may be said after it.
    const known =
      readSize(value, tables.sizes(joint.tube.standardId)) ??
      readSize(
        value,
        tables.tubes.map((t) => t.size),
      );
    return { joint: tube(joint, { size: known ?? value.replace(/"$|in$/, '') }) };
  },
  write: (joint) => joint.tube.size,
};

const row = (id: CellId, title: string, pair: Pair): JointCell => ({ id, title, ...pair });

/** Every cell of a joint that can be typed, in schedule order. */
export const JOINT_CELLS: readonly JointCell[] = [
  row(
    'mark',
    'Joint',
    plain(
      16,
      (j) => j.mark,
      (j, mark) => ({ ...j, mark }),
      true,
    ),
  ),
  row(
    'line',
    'Line',
    choice(
      lineWords,
      (j) => j.lineId,
      (j, lineId) => ({ ...j, lineId }),
    ),
  ),
  row(
    'standard',
    'Standard',
    choice(
      ({ tables }) => standardWords(tables),
      (j) => j.tube.standardId,
      (j, standardId) => tube(j, { standardId }),
    ),
  ),
  row('size', 'Size', size),
  row(
    'tubeMetal',
    'Tube',
    choice(
      ({ tables }) => metalWords(tables),
      (j) => j.tube.metalId,
      (j, metalId) => tube(j, { metalId }),
      (j) => tube(j, { metalId: 'copper' }),
    ),
  ),
  row(
    'socketMetal',
    'Socket',
    choice(
      ({ tables }) => metalWords(tables),
      (j) => j.socket.metalId,
      (j, metalId) => socket(j, { metalId }),
      (j) => socket(j, { metalId: 'copper' }),
    ),
  ),
  row('socket', 'Into', {
    ...choice(
      () => kindWords,
      (j) => j.socket.kind,
      (j, kind) => socket(j, { kind: kind as Joint['socket']['kind'] }),
      (j) => socket(j, { kind: 'fitting' }),
    ),
    write: (j) => j.socket.kind,
  }),
  row(
    'position',
    'Flow',
    choice(
      () => positionWords,
      (j) => j.position,
      (j, p) => ({ ...j, position: p as Joint['position'] }),
      (j) => ({ ...j, position: 'horizontal' }),
    ),
  ),
  row('gap', 'Gap typed', gap),
  row('near', 'Near', near),
  row('moves', 'Moves', moves),
  row('wall', 'Wall behind', wall),
  row('stub', 'Stub told by', stub),
  row(
    'asked',
    'Rod asked',
    choice(
      ({ tables }) => fillerWords(tables),
      (j) => j.fillerId,
      (j, fillerId) => ({ ...j, fillerId }),
      (j) => ({ ...j, fillerId: null }),
    ),
  ),
  row(
    'form',
    'Form',
    choice(
      () => formWords,
      (j) => j.rodForm,
      (j, form) => ({ ...j, rodForm: form as Joint['rodForm'] }),
      (j) => ({ ...j, rodForm: 'flat' }),
    ),
  ),
  row(
    'spool',
    'Spool',
    plain(
      16,
      (j) => j.spool ?? null,
      ({ spool: _, ...j }, text) => (text ? { ...j, spool: text } : j),
    ),
  ),
  row(
    'setAside',
    'Set aside',
    plain(
      200,
      (j) => j.setAside,
      (j, text) => ({ ...j, setAside: text || null }),
    ),
  ),
  row(
    'note',
    'Note',
    plain(
      2000,
      (j) => j.note,
      (j, note) => ({ ...j, note }),
    ),
  ),
];

const byId = new Map(JOINT_CELLS.map((c) => [c.id, c]));
export const findCell = (id: string): JointCell | undefined => byId.get(id as CellId);

/** A joint with nothing said of it yet: copper, made fitting, horizontal, nominal sizes. */
export const blankJoint = (line: Pick<Line, 'id' | 'jobId'>, id: string, mark: string, sort: number): Joint => ({
  id,
  jobId: line.jobId,
  lineId: line.id,
  mark,
  sort,
  ...plainJoint({ tube: { standardId: 'acr', size: '1-1/8', metalId: 'copper' } }),
  setAside: null,
  note: '',
});
