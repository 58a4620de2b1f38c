import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const SRC = join(import.meta.dirname, '..');

/** Every style sheet and every component's own styles, by file. */
const STYLES = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.(scss|ts)$/.test(f) && !/\.spec\.ts$/.test(f))
  .flatMap((file) => {
    const text = readFileSync(join(SRC, file), 'utf8');
    const css = file.endsWith('.scss') ? text : (/ {2}styles: `([^`]*)`/.exec(text)?.[1] ?? '');
    return css ? [{ file, css }] : [];
  });
const scale = readFileSync(join(SRC, 'styles/_scale.scss'), 'utf8');
const namesIn = (map: string): string[] =>
  [...(new RegExp(`\\$${map}: \\(([^)]*)\\)`).exec(scale)?.[1] ?? '').matchAll(/^\s*(\w+):/gm)].map((m) => m[1] ?? '');
const spaces = (/\$spaces: ([^;]*);/.exec(scale)?.[1] ?? '').split(',').length;

/** Where a pattern stands that should not, as `file: what`. */
const found = (pattern: RegExp, where: (file: string) => boolean = () => true): string[] =>
  STYLES.filter(({ file }) => where(file)).flatMap(({ file, css }) =>
    [...css.matchAll(pattern)].map((m) => `${file}: ${m[0].trim()}`),
  );

describe('sizes, spaces and widths are those of the scale', () => {
  it('is read at all', () => {
    expect(STYLES.length).toBeGreaterThan(100);
    expect(namesIn('types')).toContain('body');
    expect(namesIn('widths')).toEqual(['hand', 'phone', 'desk', 'wide']);
    expect(spaces).toBe(9);
  });

  it('type has a name; only drawings write in their own units', () =>
    expect(
      found(
        /font(-size)?: (\d00 )?\d[\d.]*(px|rem|em)\b[^;]*;/g,
        (f) => !f.includes('drawings/') && !f.includes('_scale'),
      ),
    ).toEqual([]));

  it('spaces are steps, or a hair', () =>
    expect(
      found(/[\s;](gap|row-gap|column-gap|(padding|margin)(-[a-z-]+)?): [^;{(]*(?<![-\d.])([2-9]|\d{2,})px[^;]*;/g),
    ).toEqual([]));

  it('no place asks how wide the window is', () => expect(found(/@media[^{]*width[^{]*\{/g)).toEqual([]));

  it('every name that is used is one', () => {
    const names = (pattern: RegExp) =>
      new Set(STYLES.flatMap(({ css }) => [...css.matchAll(pattern)].map((m) => m[1] ?? '')));
    expect(namesIn('types')).toEqual(expect.arrayContaining([...names(/var\(--type-(\w+)\)/g)]));
    expect([...names(/var\(--space-(\w+)\)/g)].filter((n) => !(Number(n) >= 1 && Number(n) <= spaces))).toEqual([]);
    expect(namesIn('widths')).toEqual(expect.arrayContaining([...names(/scale\.under\((\w+)\)/g)]));
  });
});
