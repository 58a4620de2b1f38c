import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CHAIN_START, type ChainEntry, chainHash, EMPTY_CHAIN, followChain, nextEntry, sha256Hex } from './chain.js';

const chain = (bodies: readonly string[]): ChainEntry[] => {
  const out: ChainEntry[] = [];
  let head = EMPTY_CHAIN;
  for (const body of bodies) {
    const entry = nextEntry(head, body);
    out.push(entry);
    head = entry;
  }
  return out;
};
const bodies = fc.array(fc.string(), { minLength: 2, maxLength: 30 });

describe('the hash chain', () => {
  it('hashes as FIPS 180-4 prints and as the platform does', () => {
    expect(sha256Hex('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
    fc.assert(fc.property(fc.string(), (t) => sha256Hex(t) === createHash('sha256').update(t, 'utf8').digest('hex')));
    expect(chainHash(CHAIN_START, 1, 'é')).toBe(createHash('sha256').update(`${CHAIN_START}\n1\né`).digest('hex'));
  });

  it('holds when untouched, in one go or in parts', () => {
    fc.assert(
      fc.property(bodies, fc.nat(), (b, cut) => {
        const all = chain(b);
        const at = cut % all.length;
        const first = followChain(EMPTY_CHAIN, all.slice(0, at));
        const second = followChain(first.head, all.slice(at));
        expect(second).toEqual(followChain(EMPTY_CHAIN, all));
        expect(second).toEqual({ head: { seq: all.length, hash: all.at(-1)?.hash }, broken: null });
      }),
    );
  });

  it('finds an entry altered, wherever it stands', () => {
    fc.assert(
      fc.property(bodies, fc.nat(), fc.string({ minLength: 1 }), (b, n, more) => {
        const all = chain(b);
        const at = n % all.length;
        const spoilt = all.map((e, i) => (i === at ? { ...e, body: e.body + more } : e));
        expect(followChain(EMPTY_CHAIN, spoilt).broken?.seq).toBe(at + 1);
      }),
    );
  });

  it('finds an entry removed before the last, and the last by the head', () => {
    fc.assert(
      fc.property(bodies, fc.nat(), (b, n) => {
        const all = chain(b);
        const at = n % all.length;
        const found = followChain(
          EMPTY_CHAIN,
          all.filter((_, i) => i !== at),
        );
        if (at < all.length - 1) expect(found.broken).toEqual({ seq: at + 1, says: `entry ${at + 1} is missing` });
        else expect(found.head.seq).toBe(all.length - 1);
      }),
    );
  });

  it('finds two entries that changed places, even when they say the same', () => {
    fc.assert(
      fc.property(bodies, fc.nat(), fc.nat(), (b, x, y) => {
        const all = chain(b);
        const [i, j] = [x % all.length, y % all.length].sort((p, q) => p - q) as [number, number];
        fc.pre(i !== j);
        const swapped = [...all];
        [swapped[i], swapped[j]] = [all[j]!, all[i]!];
        expect(followChain(EMPTY_CHAIN, swapped).broken?.seq).toBe(i + 1);
        const renumbered = swapped.map((e, k) => ({ ...e, seq: k + 1 }));
        expect(followChain(EMPTY_CHAIN, renumbered).broken?.seq).toBe(i + 1);
      }),
    );
  });
});
