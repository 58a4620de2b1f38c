/** Who did something: the one who is signed in, or somebody else whom that one names. */

const TOLD = ', told by ';
/** Longest name with who told it. */
export const MOST_BY = 180;

/** "Ann Other, told by Wren Salt"; just the name where it is one's own. */
export const byWords = (name: string, signedIn: string): string =>
  !name || name === signedIn ? signedIn : `${name}${TOLD}${signedIn}`;

/** Whether words say no more than the one who is signed in can say. */
export const isHonestBy = (by: string, signedIn: string): boolean =>
  by === signedIn || (by.endsWith(`${TOLD}${signedIn}`) && by.length > TOLD.length + signedIn.length);
