import { createHash } from 'node:crypto';

/** SHA-256 of a text or of bytes, as 64 hexadecimal digits. */
export const hashOf = (content: string | Uint8Array): string => createHash('sha256').update(content).digest('hex');

/** SHA-256 of pieces that come one after another. */
export async function hashOfPieces(pieces: AsyncIterable<Uint8Array>): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of pieces) hash.update(piece);
  return hash.digest('hex');
}
