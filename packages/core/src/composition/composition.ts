import { InputError } from '../source/problem.js';

/** Elements that the rules ask about. */
export const ELEMENTS = [
  'Ag',
  'Cu',
  'Zn',
  'P',
  'Cd',
  'Ni',
  'Mn',
  'Sn',
  'Si',
  'Al',
  'Fe',
  'Pb',
  'Cr',
  'Mo',
  'Mg',
  'C',
  'Ti',
] as const;
export type Element = (typeof ELEMENTS)[number];

/** Weight percent by element, nominal or middle of the range. */
export type Composition = Readonly<Partial<Record<Element, number>>>;

/** Weight percent of an element, 0 where absent. */
export const percentOf = (composition: Composition, element: Element): number => composition[element] ?? 0;

const PIECE = new RegExp(`^(${ELEMENTS.join('|')})\\s+(\\d+(?:\\.\\d+)?)$`);

/**
 * Reads "Ag 15, Cu 80, P 5" as weight percent.
 * @throws InputError at `composition` when a piece is no element with a number, one stands twice, or the sum is not 100 within 1
 * @example readComposition('Cu 70, Zn 30') // { Cu: 70, Zn: 30 }
 */
export function readComposition(text: string): Composition {
  const out: Partial<Record<Element, number>> = {};
  const refuse = (says: string): never => {
    throw new InputError([{ field: 'composition', says }]);
  };
  for (const piece of text
    .split(',')
    .map((p) => p.trim())
    .filter(Boolean)) {
    const m = PIECE.exec(piece);
    if (!m) refuse(`"${piece}" is not an element with its percent, e.g. Ag 15, Cu 80, P 5`);
    const element = m?.[1] as Element;
    if (out[element] !== undefined) refuse(`${element} stands twice`);
    out[element] = Number(m?.[2]);
  }
  const sum = Object.values(out).reduce((a, b) => a + b, 0);
  if (Math.abs(sum - 100) > 1) refuse(`adds up to ${Number(sum.toFixed(2))} %, not 100`);
  return out;
}

/** Weight percent as text that `readComposition` reads back. */
export const writeComposition = (composition: Composition): string =>
  Object.entries(composition)
    .map(([e, w]) => `${e} ${w}`)
    .join(', ');

/** Fills the balance element up to 100 %. */
export function withBalance(parts: Composition, balance: Element): Composition {
  const rest = Object.entries(parts).reduce((sum, [el, w]) => sum + (el === balance ? 0 : w), 0);
  return { ...parts, [balance]: Math.round((100 - rest) * 1000) / 1000 };
}
