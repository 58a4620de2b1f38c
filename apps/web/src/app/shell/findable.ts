/** Something that can be found by a few letters and gone to, or done. */
export interface Findable {
  readonly id: string;
  /** What kind of thing it is, in one word. */
  readonly kind: string;
  readonly name: string;
  /** More that it is known by, and shown beside it. */
  readonly says?: string;
  /** More that it is known by, and not shown. */
  readonly also?: string;
  /** Where it is, and what is done on the way; or only what it does. */
  readonly link?: readonly string[];
  readonly query?: Readonly<Record<string, string>>;
  readonly does?: () => unknown;
}

const MOST = 14;
const plain = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** How well a thing answers to some words; null where one of them is nowhere in it. */
function worth(f: Findable, words: readonly string[]): number | null {
  const name = plain(f.name);
  const rest = plain(`${f.kind} ${f.says ?? ''} ${f.also ?? ''}`);
  let sum = 0;
  for (const w of words) {
    if (name === w) sum += 8;
    else if (name.startsWith(w)) sum += 5;
    else if (name.split(/[\s·,-]+/).some((part) => part.startsWith(w))) sum += 3;
    else if (name.includes(w)) sum += 2;
    else if (rest.includes(w)) sum += 1;
    else return null;
  }
  return sum;
}

/** The things that answer best to what is typed; where nothing is typed, the first of all. */
export function findAmong(all: readonly Findable[], typed: string): readonly Findable[] {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  if (!words.length) return all.slice(0, MOST);
  return all
    .flatMap((f) => {
      const value = worth(f, words);
      return value === null ? [] : [{ f, value }];
    })
    .sort((a, b) => b.value - a.value)
    .slice(0, MOST)
    .map(({ f }) => f);
}
