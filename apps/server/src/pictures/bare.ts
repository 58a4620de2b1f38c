import { REPORT_TYPE } from '@hephaist/contracts/records/strip-marks';
import type { FileFacts } from './picture.js';

/**
 * A photograph without what the camera and programs wrote into its file: position, device, names, times, previews and
 * whatever follows its end. Its pixels are not touched, and which way up it stands is kept. A file that is not built as
 * its kind is built loses what cannot be read, never gains. A report stays as its laboratory wrote it.
 * Formats: ITU-T T.81 and Exif 2.32 for JPEG, RFC 2083 for PNG, RFC 9649 for WebP.
 */
export function bare(type: FileFacts['type'], bytes: Buffer): Buffer {
  if (type === REPORT_TYPE) return bytes;
  if (type === 'image/jpeg') return bareJpeg(bytes);
  return type === 'image/png' ? barePng(bytes) : bareWebp(bytes);
}

const SOS = 0xda;
const EOI = 0xd9;
/** Segments that say how to decode: all but those for applications and comments, of which JFIF and Adobe decode too. */
const decodes = (marker: number): boolean =>
  marker === 0xe0 || marker === 0xee || !((marker >= 0xe0 && marker <= 0xef) || marker === 0xfe);

function bareJpeg(bytes: Buffer): Buffer {
  const kept: Buffer[] = [bytes.subarray(0, 2)];
  let orientation = 1;
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    if (marker === EOI) break;
    const next = at + 2 + bytes.readUInt16BE(at + 2);
    const segment = bytes.subarray(at, next);
    if (marker === 0xe1) orientation = orientationOf(segment.subarray(4)) ?? orientation;
    if (decodes(marker)) kept.push(segment);
    at = marker === SOS ? endOfScan(bytes, next) : next;
    if (marker === SOS) kept.push(bytes.subarray(next, at));
  }
  const turned = orientation === 1 ? [] : [orientationSegment(orientation)];
  return Buffer.concat([kept[0] as Buffer, ...turned, ...kept.slice(1), Buffer.from([0xff, EOI])]);
}

/** Where the coded pixels of a scan end: at the next marker that is neither a stuffed byte nor a restart. */
function endOfScan(bytes: Buffer, from: number): number {
  for (let at = bytes.indexOf(0xff, from); at >= 0 && at + 1 < bytes.length; at = bytes.indexOf(0xff, at + 2)) {
    const marker = bytes[at + 1] as number;
    if (marker !== 0 && !(marker >= 0xd0 && marker <= 0xd7) && marker !== 0xff) return at;
  }
  return bytes.length;
}

const EXIF = Buffer.from('Exif\0\0', 'latin1');
const ORIENTATION = 0x0112;

/** Which way up an Exif block says that the picture stands, 1 to 8; null where it does not say. */
function orientationOf(block: Buffer): number | null {
  if (!block.subarray(0, 6).equals(EXIF)) return null;
  const tiff = block.subarray(6);
  if (tiff.length < 8) return null;
  const little = tiff.readUInt16BE(0) === 0x4949;
  const u16 = (o: number): number => (o + 2 > tiff.length ? 0 : little ? tiff.readUInt16LE(o) : tiff.readUInt16BE(o));
  const first = little ? tiff.readUInt32LE(4) : tiff.readUInt32BE(4);
  for (let i = 0; i < u16(first); i++) {
    const entry = first + 2 + 12 * i;
    const value = u16(entry + 8);
    if (u16(entry) === ORIENTATION) return value >= 1 && value <= 8 ? value : null;
  }
  return null;
}

/** An Exif segment that holds the orientation and nothing else. */
function orientationSegment(orientation: number): Buffer {
  const tiff = Buffer.from('4d4d002a000000080001011200030000000100000000' + '00000000', 'hex');
  tiff.writeUInt16BE(orientation, 18);
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  head.writeUInt16BE(2 + EXIF.length + tiff.length, 2);
  return Buffer.concat([head, EXIF, tiff]);
}

/** Chunks that a picture is drawn by. */
const PNG_DRAWN = new Set(['IHDR', 'PLTE', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'sBIT', 'IDAT', 'IEND']);

function barePng(bytes: Buffer): Buffer {
  const kept = [bytes.subarray(0, 8)];
  for (let at = 8; at + 12 <= bytes.length;) {
    const next = at + 12 + bytes.readUInt32BE(at);
    const name = bytes.toString('latin1', at + 4, at + 8);
    if (PNG_DRAWN.has(name)) kept.push(bytes.subarray(at, next));
    if (name === 'IEND') break;
    at = next;
  }
  return Buffer.concat(kept);
}

const WEBP_DRAWN = new Set(['VP8 ', 'VP8L', 'VP8X', 'ALPH']);
/** Flags of VP8X that promise a colour profile, Exif and XMP. */
const PROMISES = 0x20 | 0x08 | 0x04;

function bareWebp(bytes: Buffer): Buffer {
  const kept: Buffer[] = [];
  const end = Math.min(bytes.length, 8 + bytes.readUInt32LE(4));
  for (let at = 12; at + 8 <= end;) {
    const size = bytes.readUInt32LE(at + 4);
    const next = at + 8 + size + (size % 2);
    const name = bytes.toString('latin1', at, at + 4);
    if (WEBP_DRAWN.has(name)) {
      const chunk = Buffer.from(bytes.subarray(at, next));
      if (name === 'VP8X') chunk[8] = (chunk[8] ?? 0) & ~PROMISES;
      kept.push(chunk);
    }
    at = next;
  }
  const body = Buffer.concat(kept);
  const head = Buffer.from('RIFF\0\0\0\0WEBP', 'latin1');
  head.writeUInt32LE(4 + body.length, 4);
  return Buffer.concat([head, body]);
}
