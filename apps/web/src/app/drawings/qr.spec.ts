import { labelText } from '@hephaist/core/coupons/traveller';
import fc from 'fast-check';
import jsQR from 'jsqr';
import { describe, expect, it } from 'vitest';
import { qrPath } from './qr';

/** Draws the path as a picture, four dots a square with a border of four squares, as a label printer would. */
function picture({ size, path }: ReturnType<typeof qrPath>): { data: Uint8ClampedArray; side: number } {
  const [dots, border] = [4, 4];
  const side = (size + 2 * border) * dots;
  const data = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const m of path.matchAll(/M(\d+) (\d+)h1/g))
    for (let dy = 0; dy < dots; dy++)
      for (let dx = 0; dx < dots; dx++) {
        const [x, y] = [(Number(m[1]) + border) * dots + dx, (Number(m[2]) + border) * dots + dy];
        data.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
      }
  return { data, side };
}

describe('labels to scan', () => {
  it('are read back by an independent reader', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[A-Za-z0-9 .,:/-]{1,80}$/), (text) => {
        const { data, side } = picture(qrPath(text));
        expect(jsQR(data, side, side)?.data).toBe(text);
      }),
      { numRuns: 25 },
    );
  });

  it('name coupon, strip, employer’s mark and position, and nothing private', () => {
    const text = labelText('C-014', '1', '07', 'up-feed');
    expect(text).toBe('HEPHAIST COUPON C-014 STRIP 1 MARK 07 UP-FEED');
    const { data, side } = picture(qrPath(text));
    expect(jsQR(data, side, side)?.data).toBe(text);
  });
});
