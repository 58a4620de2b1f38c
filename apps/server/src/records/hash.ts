import { createHash } from 'node:crypto';

/** SHA-256 of a text or of bytes, as 64 hexadecimal digits. */
export const hashOfText = (text: string | Uint8Array): string => createHash('sha256').update(text).digest('hex');
