import { FLAME_KINDS, type FlameKind } from '../heat/flame.js';
import { InputError } from '../source/problem.js';
import { type Deed, type Hand, KEPT_PARTS } from './hand.js';

/**
 * What a hand did, as text: one deed after the other, split by `;`. A deed is the ticks since the one before and what
 * changed, split by spaces: a letter and a whole number (ten-thousandths of metre, radian, m/s or share), 0 or 1, the
 * flame's first letter, or the tip's id. Example: `0 l1 kn;12 x-21 t13000`.
 */
const NUMBERS = { f: 'farM', x: 'atM', t: 'turnRad', r: 'feedRad', m: 'feedMs', n: 'nitrogen' } as const;
const FLAGS = { l: 'lit', a: 'aside', s: 'second', d: 'feeding', v: 'vent' } as const;
const LETTER_OF = new Map<string, string>(
  [...Object.entries(NUMBERS), ...Object.entries(FLAGS), ['k', 'kind'], ['p', 'tipId']].map(([l, name]) => [
    name as string,
    l as string,
  ]),
);

function valueText(value: number | string | boolean, letter: string): string {
  if (typeof value === 'boolean') return value ? '1' : '0';
  if (typeof value === 'number') return String(Math.round(value * KEPT_PARTS));
  return letter === 'k' ? value.slice(0, 1) : encodeURIComponent(value);
}

/** Deeds as text. */
export function writeDeeds(deeds: readonly Deed[]): string {
  let last = 0;
  return deeds
    .map(({ tick, does }) => {
      const changes = Object.entries(does).map(([name, value]) => {
        const letter = LETTER_OF.get(name) as string;
        return letter + valueText(value, letter);
      });
      const text = [tick - last, ...changes].join(' ');
      last = tick;
      return text;
    })
    .join(';');
}

const wrong = (k: number, says: string): InputError =>
  new InputError([{ field: 'hand', says: `deed ${k + 1}: ${says}` }]);

function read(change: string, k: number): Partial<Hand> {
  const [letter, text] = [change.slice(0, 1), change.slice(1)];
  if (Object.hasOwn(NUMBERS, letter)) {
    if (!/^-?\d{1,7}$/.test(text)) throw wrong(k, `a whole number after ${letter}`);
    return { [NUMBERS[letter as keyof typeof NUMBERS]]: Number(text) / KEPT_PARTS + 0 };
  }
  if (Object.hasOwn(FLAGS, letter)) {
    if (text !== '0' && text !== '1') throw wrong(k, `0 or 1 after ${letter}`);
    return { [FLAGS[letter as keyof typeof FLAGS]]: text === '1' };
  }
  if (letter === 'k') {
    const kind = FLAME_KINDS.find((f) => f.startsWith(text) && text.length === 1) as FlameKind | undefined;
    if (!kind) throw wrong(k, 'c, n or o after k');
    return { kind };
  }
  if (letter !== 'p' || !text) throw wrong(k, 'a letter of the hand');
  try {
    return { tipId: decodeURIComponent(text) };
  } catch {
    throw wrong(k, 'a tip after p');
  }
}

/** Text as deeds, in order of time. @throws InputError naming the deed */
export function readDeeds(text: string): Deed[] {
  if (!text) return [];
  let tick = 0;
  return text.split(';').map((deed, k) => {
    const [ticks, ...changes] = deed.split(' ');
    if (!/^\d{1,6}$/.test(ticks ?? '')) throw wrong(k, 'ticks since the one before');
    if (!changes.length) throw wrong(k, 'something that changed');
    tick += Number(ticks);
    return { tick, does: Object.assign({}, ...changes.map((c) => read(c, k))) as Partial<Hand> };
  });
}
