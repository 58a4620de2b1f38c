import { isShorthandWord } from './shorthand.js';

/** A line of a job, as it may be named in front of its joints. */
export interface NamedLine {
  readonly id: string;
  readonly name: string;
  readonly prefix: string;
}

/** Which line a piece of shorthand is of, and what is left of it. */
export interface LineNamed {
  /** The line that is meant; null where none of that name stands yet. */
  readonly lineId: string | null;
  /** Its name, as it stands or as it was typed. */
  readonly name: string;
  readonly rest: string;
}

/** Most words that a line is named by here. */
const MOST_WORDS = 5;
const plain = (text: string): string => text.toLowerCase().replace(/[:,]$/, '').trim();

/**
 * The line that is named before its joints, as in "suction 6x 7/8 cu-cu": a line that stands, by its whole name, the
 * only one that begins so, or its marks; else a new one, where the first words mean nothing in shorthand.
 * @returns null where no line is named
 */
export function lineNamed(text: string, lines: readonly NamedLine[]): LineNamed | null {
  const words = [...text.matchAll(/\S+/g)]
    .slice(0, MOST_WORDS)
    .map((m) => ({ text: m[0], end: m.index + m[0].length }));
  const said = (k: number) => ({
    said: text.slice(0, words[k - 1]?.end).trim(),
    rest: text.slice(words[k - 1]?.end).trim(),
  });
  for (let k = words.length; k > 0; k--) {
    const { said: name, rest } = said(k);
    const known = lines.find((l) => plain(l.name) === plain(name) || (k === 1 && plain(l.prefix) === plain(name)));
    if (known) return { lineId: known.id, name: known.name, rest };
  }
  let unknown = 0;
  while (unknown < words.length && !isShorthandWord(plain(words[unknown]?.text ?? ''))) unknown += 1;
  if (unknown === 0) return null;
  const { said: typed, rest } = said(unknown);
  const begun = lines.filter((l) => plain(l.name).startsWith(plain(typed)));
  const [only] = begun;
  return only && begun.length === 1
    ? { lineId: only.id, name: only.name, rest }
    : { lineId: null, name: typed.replace(/[:,]$/, ''), rest };
}
