import { InputError } from '../source/problem.js';
import { practice, type Source } from '../source/source.js';
import { INCH } from '../units/units.js';

export type RodFormId = 'flat' | 'round-1/16' | 'round-3/32' | 'round-1/8' | 'coil' | 'ring' | 'coated';

/** A form a filler class is bought in. */
export interface RodForm {
  readonly id: RodFormId;
  readonly name: string;
  /** Cross-section of the metal, m2. */
  readonly areaM2: number;
  /** Length of one piece, m; null where it is bought by weight or by the piece. */
  readonly pieceM: number | null;
  readonly source: Source;
}

const round = (inches: number): number => (Math.PI / 4) * (inches * INCH) ** 2;
const stick = 20 * INCH;
const trade = practice('customary sizes; the maker’s sheet governs');

export const ROD_FORMS: readonly RodForm[] = [
  {
    id: 'flat',
    name: 'flat stick 1/8 × 0.050 × 20 in',
    areaM2: (INCH / 8) * 0.05 * INCH,
    pieceM: stick,
    source: trade,
  },
  { id: 'round-1/16', name: 'round 1/16 × 20 in', areaM2: round(1 / 16), pieceM: stick, source: trade },
  { id: 'round-3/32', name: 'round 3/32 × 20 in', areaM2: round(3 / 32), pieceM: stick, source: trade },
  { id: 'round-1/8', name: 'round 1/8 × 20 in', areaM2: round(1 / 8), pieceM: stick, source: trade },
  { id: 'coil', name: 'coil, 1/16 wire', areaM2: round(1 / 16), pieceM: null, source: trade },
  { id: 'ring', name: 'pre-placed ring', areaM2: round(1 / 16), pieceM: null, source: trade },
  { id: 'coated', name: 'flux-coated, 3/32 core × 18 in', areaM2: round(3 / 32), pieceM: 18 * INCH, source: trade },
];

const byId = new Map(ROD_FORMS.map((f) => [f.id, f]));
const flat = ROD_FORMS[0] as RodForm;
export const findRodForm = (id: string): RodForm => byId.get(id as RodFormId) ?? flat;

/** Wires that rings are bent from, m. */
const WIRES_M = [1 / 32, 3 / 64, 1 / 16, 3 / 32, 1 / 8].map((x) => x * INCH);
const MOST_TURNS = 3;

/** A ring bent to lie against the tube at the socket mouth. */
export interface Ring {
  readonly wireM: number;
  /** Inside diameter, m: it slips over the tube. */
  readonly insideM: number;
  /** Turns that carry the volume; below one the ends need not meet. */
  readonly turns: number;
  /** Wire to cut, m. */
  readonly wireLengthM: number;
}

/**
 * The ring that carries a volume of filler: the thinnest wire that does it in one turn, else the thinnest that does
 * it in at most three.
 * @throws InputError where even three turns of the thickest wire do not carry it
 */
export function ringFor(volumeM3: number, tubeOdM: number): Ring {
  const turnsOf = (wire: number): number => volumeM3 / ((Math.PI / 4) * wire ** 2 * Math.PI * (tubeOdM + wire));
  const wireM = WIRES_M.find((w) => turnsOf(w) <= 1) ?? WIRES_M.find((w) => turnsOf(w) <= MOST_TURNS);
  if (wireM === undefined)
    throw new InputError([
      {
        field: 'rodForm',
        says: 'a ring cannot carry this much filler: feed it by rod, or use a ring and feed the rest',
      },
    ]);
  const turns = turnsOf(wireM);
  return { wireM, insideM: tubeOdM, turns, wireLengthM: turns * Math.PI * (tubeOdM + wireM) };
}
