import { inflateSync } from 'node:zlib';

const HEADER = 44;
const ENTRY = 20;
const OUT_HEADER = 12;
const OUT_ENTRY = 16;
const padded = (bytes: number): number => Math.ceil(bytes / 4) * 4;

/**
 * A font of the web as the font it was made from. Who writes a page asks for a table of it at every glyph, and from a
 * packed one would unpack it as often.
 * @param woff a WOFF 1.0 file
 * @returns the same tables as an OpenType file
 * @throws RangeError where it is none
 * Source: W3C Recommendation WOFF File Format 1.0 (2012), sections 3 to 5; OpenType specification, table directory.
 */
export function unpackWoff(woff: Buffer): Buffer {
  if (woff.length < HEADER || woff.toString('latin1', 0, 4) !== 'wOFF') throw new RangeError('This is no WOFF font.');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEADER + ENTRY * i;
    const from = woff.readUInt32BE(at + 4);
    const [packed, length] = [woff.readUInt32BE(at + 8), woff.readUInt32BE(at + 12)];
    const bytes = woff.subarray(from, from + packed);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.subarray(at + 16, at + 20),
      bytes: packed < length ? inflateSync(bytes) : bytes,
    };
  });
  const log2 = Math.floor(Math.log2(count));
  let end = OUT_HEADER + OUT_ENTRY * count;
  const out = Buffer.alloc(tables.reduce((sum, t) => sum + padded(t.bytes.length), end));
  woff.copy(out, 0, 4, 8);
  // How a reader halves its way through the directory.
  [count, 16 * 2 ** log2, log2, 16 * (count - 2 ** log2)].forEach((n, i) => out.writeUInt16BE(n, 4 + 2 * i));
  tables.forEach(({ tag, checksum, bytes }, i) => {
    const at = OUT_HEADER + OUT_ENTRY * i;
    tag.copy(out, at);
    checksum.copy(out, at + 4);
    out.writeUInt32BE(end, at + 8);
    out.writeUInt32BE(bytes.length, at + 12);
    bytes.copy(out, end);
    end += padded(bytes.length);
  });
  return out;
}
