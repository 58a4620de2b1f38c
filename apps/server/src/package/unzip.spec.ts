import { zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { unzip } from './unzip.js';

const zip = (files: Record<string, Uint8Array>): Buffer => Buffer.from(zipSync(files, { level: 9 }));
/** Writes another size into every place of a ZIP that says how large a file unfolds. */
function saying(bytes: Buffer, size: number, says: number): Buffer {
  const out = Buffer.from(bytes);
  const from = Buffer.alloc(4);
  from.writeUInt32LE(size);
  for (let at = out.indexOf(from); at >= 0; at = out.indexOf(from, at + 1)) out.writeUInt32LE(says, at);
  return out;
}
const MB = 1024 * 1024;

describe('unfolding a ZIP', () => {
  it('gives the files as they are', async () => {
    const files = await unzip(zip({ 'a.txt': Buffer.from('one'), 'b/c.txt': Buffer.from('two') }));
    expect([...files].map(([path, bytes]) => [path, bytes.toString()])).toEqual([
      ['a.txt', 'one'],
      ['b/c.txt', 'two'],
    ]);
  });
  it('counts what really comes: to the last byte allowed, and none more', async () => {
    const bytes = zip({ a: Buffer.alloc(MB), b: Buffer.alloc(MB) });
    await unzip(bytes, 2 * MB);
    await expect(unzip(bytes, 2 * MB - 1)).rejects.toThrow('it unfolds to more than 2 MB');
  });
  it('one that lies about its size is refused, whichever way it lies', async () => {
    const bytes = zip({ a: Buffer.alloc(8 * MB) });
    expect(bytes.length).toBeLessThan(MB / 10);
    await expect(unzip(saying(bytes, 8 * MB, 100), 2 * MB)).rejects.toThrow('package');
    await expect(unzip(saying(bytes, 8 * MB, 9 * MB))).rejects.toThrow('this is not a whole ZIP file');
  });
  it('a path that leads out, or stands twice, or a torn file is refused', async () => {
    await expect(unzip(zip({ '../a': Buffer.from('x') }))).rejects.toThrow('this is not a whole ZIP file');
    const twice = zip({ 'same.aa': Buffer.from('x'), 'same.ab': Buffer.from('y') });
    for (let at = twice.indexOf('same.ab'); at >= 0; at = twice.indexOf('same.ab', at + 1)) twice.write('same.aa', at);
    await expect(unzip(twice)).rejects.toThrow('same.aa stands in it twice');
    await expect(unzip(zip({ a: Buffer.alloc(MB) }).subarray(0, 500))).rejects.toThrow('not a whole ZIP');
    await expect(unzip(Buffer.alloc(0))).rejects.toThrow('not a whole ZIP');
  });
});
