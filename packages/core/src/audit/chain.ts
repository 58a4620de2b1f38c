import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** SHA-256 of a text in UTF-8, as 64 hexadecimal digits. */
export const sha256Hex = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/** SHA-256 of bytes, as 64 hexadecimal digits. */
export const sha256Bytes = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

/** What stands before the first entry. */
export const CHAIN_START = '0'.repeat(64);

/** One entry of a chain: its number from 1, its text, and the hash that ties it to the one before. */
export interface ChainEntry {
  readonly seq: number;
  readonly body: string;
  readonly hash: string;
}

/** Where a chain stands: how many entries it has, and the hash of the last. */
export interface ChainHead {
  readonly seq: number;
  readonly hash: string;
}

export const EMPTY_CHAIN: ChainHead = { seq: 0, hash: CHAIN_START };

/** Hash of an entry: over its number, its text and the hash before, so that none can be changed, left out or moved. */
export const chainHash = (before: string, seq: number, body: string): string => sha256Hex(`${before}\n${seq}\n${body}`);

/** The entry that follows a head. */
export function nextEntry(head: ChainHead, body: string): ChainEntry {
  const seq = head.seq + 1;
  return { seq, body, hash: chainHash(head.hash, seq, body) };
}

/** What is wrong with a chain, at the first entry where it shows. */
export interface ChainBreak {
  readonly seq: number;
  readonly says: string;
}

/**
 * Follows a chain on from a head, entry by entry.
 * @param head where the entries before ended
 * @param entries the next ones, in the order they stand in the file
 * @returns the new head, or the first entry that was altered, removed or moved
 */
export function followChain(
  head: ChainHead,
  entries: Iterable<ChainEntry>,
): { readonly head: ChainHead; readonly broken: ChainBreak | null } {
  let { seq, hash } = head;
  for (const entry of entries) {
    if (entry.seq !== seq + 1) {
      const says = entry.seq > seq + 1 ? `entry ${seq + 1} is missing` : `entry ${entry.seq} stands out of order`;
      return { head: { seq, hash }, broken: { seq: seq + 1, says } };
    }
    const should = chainHash(hash, entry.seq, entry.body);
    if (entry.hash !== should)
      return {
        head: { seq, hash },
        broken: { seq: entry.seq, says: `entry ${entry.seq} was altered, or one before it` },
      };
    seq = entry.seq;
    hash = entry.hash;
  }
  return { head: { seq, hash }, broken: null };
}
