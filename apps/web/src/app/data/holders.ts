import type { Me } from '@hephaist/contracts/exchange/people';

const KEY = 'hephaist.holders';
/** Rounds of PBKDF2 with SHA-256, as the OWASP password storage cheat sheet gives them. */
const ROUNDS = 600_000;

/** Somebody who may take this device over where there is no network. Their code is nowhere: only what it is stretched to. */
interface Holder {
  readonly me: Me;
  readonly salt: string;
  readonly key: string;
}

const hex = (bytes: ArrayBuffer | Uint8Array): string =>
  [...(bytes instanceof Uint8Array ? bytes : new Uint8Array(bytes))]
    .map((b) => b.toString(16).padStart(2, '0'))
    .join('');

/** Null where this browser has no cryptography, as by plain HTTP from elsewhere: then the server is needed. */
async function stretched(code: string, salt: string, rounds: number): Promise<string | null> {
  const { subtle } = globalThis.crypto;
  if (!subtle) return null;
  const text = new TextEncoder();
  const from = await subtle.importKey('raw', text.encode(code), 'PBKDF2', false, ['deriveBits']);
  const by = { name: 'PBKDF2', hash: 'SHA-256', salt: text.encode(salt), iterations: rounds };
  return hex(await subtle.deriveBits(by, from, 256));
}

function kept(): readonly Holder[] {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(KEY) ?? '[]') as Holder[];
  } catch {
    return [];
  }
}
const keep = (all: readonly Holder[]): void => globalThis.localStorage?.setItem(KEY, JSON.stringify(all));

/** Whoever may take this device over, as it knew last. */
export const holdersHere = (): readonly { readonly id: string; readonly person: string }[] =>
  kept().map(({ me: { id, person } }) => ({ id, person }));

/** Keeps what a code is checked by with no network. */
export async function keepHolder(who: Me, code: string, rounds = ROUNDS): Promise<void> {
  const salt = hex(globalThis.crypto.getRandomValues(new Uint8Array(16)));
  const key = await stretched(code, salt, rounds);
  const others = kept().filter((h) => h.me.id !== who.id);
  keep(key === null ? others : [...others, { me: { ...who, byCode: true }, salt, key }]);
}

/** Forgets whoever may not take it over any more. */
export const keepOnly = (ids: readonly string[]): void => keep(kept().filter((h) => ids.includes(h.me.id)));

/** Who has this code on this device; null where it is wrong, or cannot be checked here. */
export async function holderBy(id: string, code: string, rounds = ROUNDS): Promise<Me | null> {
  const holder = kept().find((h) => h.me.id === id);
  if (!holder) return null;
  return (await stretched(code, holder.salt, rounds)) === holder.key ? holder.me : null;
}
