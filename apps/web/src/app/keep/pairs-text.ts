/** Pairs of P-numbers typed as "107-107, 107-101". Null pieces come back as they were, for the contract to refuse. */
export const readPairs = (text: string): [string, string][] =>
  text
    .split(/[,;]/)
    .map((piece) => piece.trim())
    .filter(Boolean)
    .map((piece) => {
      const [a = '', b = ''] = piece.split(/\s*(?:-|–|to)\s*/).map((p) => p.replace(/^P-?/i, '').trim());
      return [a, b];
    });
export const writePairs = (pairs: readonly (readonly [string, string])[]): string =>
  pairs.map((p) => p.join('-')).join(', ');

/** Words between commas. */
export const readWords = (text: string): string[] =>
  text
    .split(/[,;]/)
    .map((w) => w.replace(/^F-/i, '').trim())
    .filter(Boolean);
