import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const APP = join(import.meta.dirname, '../app');
/** Controls that the component library has: a plain one stands only where it is said why. */
const CONTROL = /<(button|input|select|textarea|table|details|progress|meter|dialog)\b([^>]*)>/g;
const OURS = /\bmat[A-Z]|\bmat-/;

const TORCH = 'read from a step away and touched in gloves: targets of its own';
/** Where plain controls stand, how many, and why. A file picker is plain everywhere: the library has none. */
const PLAIN: Readonly<Record<string, readonly [count: number, why: string]>> = {
  'braze/way-page.html': [17, TORCH],
  'live/live-page.html': [9, TORCH],
  'torch/round-page.html': [9, TORCH],
  'layout/number-pad.ts': [4, TORCH],
  'braze/line-readings.ts': [1, TORCH],
  'plan/schedule.html': [2, 'the grid of joints is ours, on the CDK'],
};

const templates = readdirSync(APP, { recursive: true, encoding: 'utf8' })
  .map((f) => f.replaceAll('\\', '/'))
  .filter((f) => /\.(html|ts)$/.test(f) && !/\.spec\.ts$/.test(f))
  .flatMap((file) => {
    const text = readFileSync(join(APP, file), 'utf8');
    const template = file.endsWith('.html') ? text : (/template: `([^`]*)`/.exec(text)?.[1] ?? '');
    return template ? [{ file, template }] : [];
  });

const plainIn = (template: string): number =>
  [...template.matchAll(CONTROL)].filter(([, , at = '']) => !OURS.test(at) && !/type="file"/.test(at)).length;

describe('every control is the component library’s', () => {
  it('is read at all', () => {
    expect(templates.length).toBeGreaterThan(120);
    expect(
      plainIn('<button matButton>a</button><button class="b">b</button><input type="file" /><table mat-table>'),
    ).toBe(1);
  });

  it('but where it is said why', () => {
    const plain = templates.flatMap(({ file, template }) => {
      const count = plainIn(template);
      return count ? [[file, count] as const] : [];
    });
    expect(Object.fromEntries(plain)).toEqual(Object.fromEntries(Object.entries(PLAIN).map(([f, [n]]) => [f, n])));
  });
});
