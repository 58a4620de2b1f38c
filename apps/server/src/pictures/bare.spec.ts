import { PICTURE_TYPES } from '@hephaist/contracts/records/strip-marks';
import * as fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { bare } from './bare.js';
import type { PictureType } from './picture.js';

/** Photographs with everything a camera writes, made and read by a reference library. */

const SECRETS = ['Some Device 9', 'Somebody Or Other', '2026:06:15', 'a note of the program'];
const formats = { 'image/jpeg': 'jpeg', 'image/png': 'png', 'image/webp': 'webp' } as const;

/** A picture that is different in every corner, with position, device, names and a colour profile in its file. */
async function taken(type: PictureType, orientation = 1, progressive = false): Promise<Buffer> {
  const [w, h] = [48, 32];
  const pixels = Buffer.alloc(w * h * 3);
  for (let i = 0; i < w * h; i++) pixels.set([(i % w) * 5, Math.floor(i / w) * 7, (i * 13) % 256], 3 * i);
  return sharp(pixels, { raw: { width: w, height: h, channels: 3 } })
    .withExif({
      IFD0: {
        Model: SECRETS[0]!,
        Artist: SECRETS[1]!,
        DateTime: `${SECRETS[2]!} 10:00:00`,
        ImageDescription: SECRETS[3]!,
      },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1', GPSLongitudeRef: 'W', GPSLongitude: '0/1 7/1 0/1' },
    })
    .withIccProfile('p3')
    .withXmp(`<x:xmpmeta xmlns:x="adobe:ns:meta/"><a>${SECRETS[3]!}</a></x:xmpmeta>`)
    .withMetadata({ orientation })
    .toFormat(formats[type], progressive ? { progressive } : {})
    .toBuffer();
}
const pixelsOf = (bytes: Buffer): Promise<Buffer> => sharp(bytes, { ignoreIcc: true }).raw().toBuffer();
const holds = (bytes: Buffer, words: string): boolean => bytes.includes(words);

describe('a photograph without what is not the picture', () => {
  it.each(PICTURE_TYPES)('%s: nothing of it is left, no pixel changes', async (type) => {
    const before = await taken(type);
    expect(SECRETS.some((s) => holds(before, s))).toBe(true);
    const after = bare(type, before);
    for (const secret of [...SECRETS, 'GPS', 'xmpmeta', 'ICC']) expect(holds(after, secret), secret).toBe(false);
    const facts = await sharp(after).metadata();
    expect(facts).toMatchObject({ format: formats[type], width: 48, height: 32 });
    expect([facts.exif, facts.icc, facts.xmp, facts.iptc]).toEqual([undefined, undefined, undefined, undefined]);
    expect((await pixelsOf(after)).equals(await pixelsOf(before))).toBe(true);
    expect(bare(type, after).equals(after), 'again changes nothing').toBe(true);
  });

  it.each([1, 3, 6, 8])('a JPEG that stands %i way up keeps standing so', async (orientation) => {
    const after = bare('image/jpeg', await taken('image/jpeg', orientation));
    const facts = await sharp(after).metadata();
    expect(facts.orientation ?? 1).toBe(orientation);
    expect((facts.exif?.length ?? 0) < 60).toBe(true);
    expect(bare('image/jpeg', after).equals(after)).toBe(true);
  });

  it('a JPEG of several scans, and one with more behind its end', async () => {
    const before = await taken('image/jpeg', 1, true);
    const after = bare('image/jpeg', Buffer.concat([before, Buffer.from('a hidden second picture')]));
    expect((await pixelsOf(after)).equals(await pixelsOf(before))).toBe(true);
    expect(holds(after, 'hidden')).toBe(false);
    expect(after.subarray(-2)).toEqual(Buffer.from([0xff, 0xd9]));
  });

  it('takes any bytes without falling over, and makes them hardly longer', () => {
    fc.assert(
      fc.property(fc.constantFrom(...PICTURE_TYPES), fc.uint8Array({ minLength: 12, maxLength: 400 }), (type, raw) => {
        const head = { 'image/jpeg': 'ffd8', 'image/png': '89504e470d0a1a0a', 'image/webp': '52494646' }[type];
        const bytes = Buffer.concat([Buffer.from(head, 'hex'), raw]);
        expect(bare(type, bytes).length).toBeLessThanOrEqual(bytes.length + 40);
      }),
      { seed: 12, numRuns: 2000 },
    );
  });
});
