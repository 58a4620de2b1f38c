import { type Catalogue, SHIPPED } from '../catalogue/catalogue.js';
import { practice, type Source } from '../source/source.js';
import { said } from '../units/say.js';

/** A word of the trade, and what it means here. */
export interface Word {
  readonly term: string;
  readonly meaning: string;
  /** Other words for it. */
  readonly also: readonly string[];
  readonly source: Source;
}

const TRADE = practice('as the word is used here');
const word = (term: string, meaning: string, ...also: string[]): Word => ({ term, meaning, also, source: TRADE });

/** Words that are not rows of a table. */
const WORDS: readonly Word[] = [
  word('Joint', 'One place where tube is brazed into a socket, or two pieces to each other. It has a mark of its own.'),
  word(
    'Mark',
    'The short name of a joint, PF-07: the letters are its line’s. A brazer has a mark too, stamped beside his joints.',
  ),
  word(
    'Line',
    'Tube and its joints between a nitrogen source and its vents, with one service and one design pressure.',
  ),
  word(
    'Gap per side',
    'Room for filler between tube and socket on one side, cold: half of what the diameters differ. It changes as the metals warm.',
    'clearance',
    'fit-up',
  ),
  word(
    'Overlap',
    'How far the tube stands in the socket. Three times the thinner wall carries what the tube carries; many rods do with less.',
    'lap',
    'insertion',
  ),
  word(
    'Rod',
    'The filler as it is held in the hand: wire, flat or round. It goes by its class, BCuP-5.',
    'filler',
    'brazing alloy',
  ),
  word(
    'Flux',
    'Paste that keeps the metal clean while it heats, and shows by its look how hot it is. Copper to copper with phosphorus rod needs none.',
  ),
  word(
    'Solidus and liquidus',
    'Where a rod begins to melt, and where it is melted through. Far apart it is sluggish and fills wide gaps; near each other it runs thin.',
    'melting range',
  ),
  word('Brazing range', 'The temperatures between which a rod is brought to flow into the joint.'),
  word(
    'Swage',
    'A socket made on site: the tube’s end is annealed and expanded by a head that sets the gap.',
    'expander',
  ),
  word('Socket', 'The part that the tube goes into: cup of a fitting, stub of a valve, swaged tube.', 'cup', 'bell'),
  word(
    'Fillet',
    'The small smooth bow of filler at the mouth of the socket. It shows that filler came through; it is not the strength.',
  ),
  word(
    'Position',
    'How the joint lies: horizontal, up-feed (filler is drawn upward), down-feed, or flat.',
    'flow',
    'upflow',
    'downflow',
  ),
  word(
    'Purge',
    'Nitrogen that drives air out of the line before brazing, and a trickle that keeps it out until the joint is cool: else black oxide scales off the bore.',
    'nitrogen',
    'back-purge',
  ),
  word(
    'Trickle',
    'The small flow of nitrogen while a joint is brazed: enough to keep air out, too little to push filler out of the gap.',
  ),
  word(
    'Vent',
    'Where the gas comes out. One is open at a time, so that the gas sweeps the joints on its way.',
    'bleed',
  ),
  word('Dead leg', 'Tube that no gas sweeps through, because nothing is open at its end.'),
  word(
    'Oxide',
    'Black scale on hot copper in air. In refrigerant lines it plugs screens; in medical lines it must not be at all.',
  ),
  word(
    'Strip',
    'A piece cut across a coupon’s joint and polished, so that voids along the overlap can be measured.',
    'section',
  ),
  word('Coupon', 'A joint brazed only to be cut or pulled, so that brazer or procedure is judged by it.', 'test piece'),
  word(
    'Void',
    'A place along the overlap without filler. The limit is told in percent of the length, each side by itself.',
  ),
  word(
    'BPS',
    'Brazing procedure specification: how a joint is brazed, every variable written down; released by quality.',
    'procedure',
    'WPS',
  ),
  word(
    'PQR',
    'Procedure qualification record: what was used and what the specimens showed; it supports a procedure.',
    'record',
  ),
  word('BPQ', 'Brazer’s performance qualification: what one passed coupon lets a brazer braze.', 'qualification'),
  word(
    'Continuity',
    'Proof that a brazer keeps brazing: six months without a joint and the qualification lapses (ASME IX, from memory).',
  ),
  word('P-number', 'Number of a group of base metals that braze alike, in the code’s tables (from memory).'),
  word('F-number', 'Number of a group of rods that are used alike, in the code’s tables (from memory).'),
  word(
    'Design pressure',
    'The most that the line is made for. Annealed by brazing, tube bears less: the plan says how much.',
  ),
  word(
    'Standing test',
    'A line under pressure, shut off and watched: what temperature and gauge do not explain was lost.',
  ),
  word(
    'Leaching',
    'Solid metal dissolving into melted filler, as copper into silver rods held too hot too long.',
    'erosion',
  ),
  word(
    'Anneal',
    'Hard-drawn copper goes soft where it was red hot, and stays soft: it is rated as soft tube from then on.',
  ),
  word('Stub', 'The short tube of a valve, compressor or drier that a line is brazed to. It is often plated steel.'),
  word(
    'Wetting',
    'Filler spreads over clean hot metal by itself. Where it rolls up in drops the metal is dirty or cold.',
  ),
];

const percent = (of: Readonly<Partial<Record<string, number>>>): string =>
  Object.entries(of)
    .filter(([, share]) => (share ?? 0) > 0)
    .map(([element, share]) => `${element} ${share}`)
    .join(', ');

/** Every word: those of the trade, then rods, fluxes, metals and tube of the tables. Temperatures are said in SI. */
export function glossary(tables: Catalogue = SHIPPED): readonly Word[] {
  return [
    ...WORDS,
    ...tables.fillers.map((f) => ({
      term: f.id,
      meaning: `A rod of ${percent(f.composition)} percent; melts from ${said(f.solidusK, 'temperature')} to ${said(f.liquidusK, 'temperature')}.`,
      also: [],
      source: f.source,
    })),
    ...tables.fluxes.map((f) => ({
      term: f.id,
      meaning: `${f.name}, ${f.form}: ${f.use}. It works from ${said(f.activeK.min, 'temperature')} to ${said(f.activeK.max, 'temperature')}.`,
      also: [],
      source: f.source,
    })),
    ...tables.metals.map((m) => ({
      term: m.name,
      meaning: `A base metal${m.pNumber ? `, P-${m.pNumber}` : ''}; melts from ${said(m.solidusK, 'temperature')} to ${said(m.liquidusK, 'temperature')}.`,
      also: [m.short],
      source: m.source,
    })),
  ].sort((a, b) => a.term.localeCompare(b.term, 'en', { numeric: true }));
}

/** What a word of the trade means; null where it is none. */
export const meaningOf = (term: string): string | null => WORDS.find((w) => w.term === term)?.meaning ?? null;

/** Words that answer to some letters: by their beginning first, then by what is said of them. */
export function findWords(words: readonly Word[], sought: string): readonly Word[] {
  const s = sought.trim().toLowerCase();
  if (!s) return words;
  const rank = (w: Word): number => {
    const term = w.term.toLowerCase();
    if (term.startsWith(s)) return 0;
    if (term.includes(s) || w.also.some((a) => a.toLowerCase().includes(s))) return 1;
    return w.meaning.toLowerCase().includes(s) ? 2 : 3;
  };
  return words
    .map((w) => ({ w, r: rank(w) }))
    .filter(({ r }) => r < 3)
    .sort((a, b) => a.r - b.r)
    .map(({ w }) => w);
}
