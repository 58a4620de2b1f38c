import type { FillerGroup } from '../fillers/fillers.js';
import { InputError } from '../source/problem.js';
import { practice, type Source } from '../source/source.js';
import { INCH } from '../units/units.js';

export type RodFormId = 'flat' | 'round-1/16' | 'round-3/32' | 'round-1/8' | 'coil' | 'ring' | 'coated' | 'cored';

/** How a counter sells it. */
export type SoldBy = 'stick' | 'ounce' | 'pound' | 'piece';

/** A form a filler class is bought in. */
export interface RodForm {
  readonly id: RodFormId;
  readonly name: string;
  /** Cross-section of the metal, m2. */
  readonly areaM2: number;
  /** Length of one piece, m; null where it is bought by weight or by the piece. */
  readonly pieceM: number | null;
  /** Families of rod that are made so, with how each is sold. */
  readonly sold: Readonly<Partial<Record<FillerGroup, SoldBy>>>;
  readonly source: Source;
}

const round = (inches: number): number => (Math.PI / 4) * (inches * INCH) ** 2;
const stick = 20 * INCH;
const trade = practice('customary sizes and ways of selling; the maker’s sheet governs');
const form = (id: RodFormId, name: string, areaM2: number, pieceM: number | null, sold: RodForm['sold']): RodForm => ({
  id,
  name,
  areaM2,
  pieceM,
  sold,
  source: trade,
});

export const ROD_FORMS: readonly RodForm[] = [
  form('flat', 'flat stick 1/8 × 0.050 × 20 in', (INCH / 8) * 0.05 * INCH, stick, { BCuP: 'stick' }),
  form('round-1/16', 'round wire 1/16 × 20 in', round(1 / 16), stick, { BCuP: 'stick', BAg: 'ounce' }),
  form('round-3/32', 'round 3/32 × 20 in', round(3 / 32), stick, {
    BCuP: 'stick',
    BAg: 'ounce',
    RBCuZn: 'pound',
    BAlSi: 'stick',
    ZnAl: 'stick',
  }),
  form('round-1/8', 'round 1/8 × 20 in', round(1 / 8), stick, { BCuP: 'stick', RBCuZn: 'pound' }),
  form('coil', 'coil, 1/16 wire', round(1 / 16), null, { BAg: 'ounce' }),
  form('ring', 'pre-placed ring', round(1 / 16), null, { BCuP: 'piece', BAg: 'piece', BAlSi: 'piece' }),
  form('coated', 'flux-coated, 3/32 core × 18 in', round(3 / 32), 18 * INCH, { BAg: 'stick', RBCuZn: 'pound' }),
  form('cored', 'flux-cored wire, 3/32', round(3 / 32), null, { BAlSi: 'ounce', ZnAl: 'ounce' }),
];

const byId = new Map(ROD_FORMS.map((f) => [f.id, f]));
const flat = ROD_FORMS[0] as RodForm;
export const findRodForm = (id: string): RodForm => byId.get(id as RodFormId) ?? flat;

/** The form each family is usually bought in. Source: practice. */
const USUAL_FORM: Readonly<Record<FillerGroup, RodFormId>> = {
  BCuP: 'flat',
  BAg: 'coil',
  RBCuZn: 'round-1/8',
  BAlSi: 'round-3/32',
  ZnAl: 'round-3/32',
};

/** The form a class is bought in: the one wished for where it is made so, else the usual one of its family. */
export function formFor(group: FillerGroup, wished: RodFormId): RodForm {
  const form = findRodForm(wished);
  return form.sold[group] ? form : findRodForm(USUAL_FORM[group]);
}

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
