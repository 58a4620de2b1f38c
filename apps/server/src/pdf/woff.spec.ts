import { readFileSync } from 'node:fs';
import * as fontkit from 'fontkit';
import { describe, expect, it } from 'vitest';
import { fontFile } from './document.js';
import { unpackWoff } from './woff.js';

const sum = (bytes: Buffer): number => {
  let s = 0;
  for (let i = 0; i < bytes.length; i += 4) s = (s + bytes.readUInt32BE(i)) >>> 0;
  return s;
};

describe.each([400, 600] as const)('the font of our papers, weight %d', (weight) => {
  const woff = readFileSync(fontFile(weight));
  const plain = unpackWoff(woff);

  it('is as long as its own header says, and each table sums to what its directory says', () => {
    expect(plain.length).toBe(woff.readUInt32BE(16));
    for (let i = 0; i < plain.readUInt16BE(4); i++) {
      const at = 12 + 16 * i;
      const [from, length] = [plain.readUInt32BE(at + 8), plain.readUInt32BE(at + 12)];
      const table = Buffer.alloc(Math.ceil(length / 4) * 4);
      plain.copy(table, 0, from, from + length);
      // The head's sum is taken without the sum of the whole file in it.
      if (plain.toString('latin1', at, at + 4) === 'head') table.writeUInt32BE(0, 8);
      expect(sum(table)).toBe(plain.readUInt32BE(at + 4));
    }
  });

  it('sets a line as the packed one does, by another reader', () => {
    const [a, b] = [woff, plain].map((bytes) => fontkit.create(bytes) as fontkit.Font);
    const line = (f: fontkit.Font) => {
      const run = f.layout('BCuP-5, 7/8 in × 0.003 in: °F, Ω');
      return [run.advanceWidth, run.glyphs.map((g) => [g.id, g.path.toSVG()])];
    };
    expect(line(b!)).toEqual(line(a!));
    expect(b?.numGlyphs).toBe(a?.numGlyphs);
  });
});

it('what is no such font is refused', () => {
  expect(() => unpackWoff(Buffer.from('wOF2'.padEnd(60)))).toThrow('no WOFF font');
  expect(() => unpackWoff(Buffer.from('wOFF'))).toThrow('no WOFF font');
});
