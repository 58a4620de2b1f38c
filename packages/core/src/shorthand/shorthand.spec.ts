import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../catalogue/catalogue.js';
import type { JointSpec } from '../joint/joint.js';
import { anyJoint } from '../testing/arbitraries.js';
import { INCH } from '../units/units.js';
import { readShorthand } from './shorthand.js';
import { WORDLESS } from './words.js';
import { writeShorthand } from './write-shorthand.js';

describe('the joint shorthand', () => {
  it('reads the line of the help sheet', () => {
    const r = readShorthand('12x 7/8 acr cu-cu cpl horiz near txv 4in');
    expect(r.problems).toEqual([]);
    expect(r.count).toBe(12);
    expect(r.joint).toEqual({
      tube: { standardId: 'acr', size: '7/8', metalId: 'copper' },
      socket: { kind: 'fitting', metalId: 'copper', depthM: null, cup: null },
      fitUp: { mode: 'nominal' },
      position: 'horizontal',
      partNearby: { partId: 'txv', distanceM: 4 * INCH },
      movement: false,
      bush: null,
      groove: null,
      fillerId: null,
      rodForm: 'flat',
      schools: {},
      cadmiumReason: null,
    });
  });

  it.each([
    ['near txv 4in up 3x cu-plated stub 1-1/8', 3, 'plated-steel', 'up-feed', '1-1/8'],
    ['22mm cu-brass valve', 1, 'brass-free-cutting', 'horizontal', '22x1'],
    ['28x1.5 cu-304 stub gap 0.08mm', 1, 'stainless-304', 'horizontal', '28x1.5'],
    ['B819 3/4 redbrass down', 1, 'red-brass-cast', 'down-feed', '3/4'],
    ['2 l swaged gap .003', 1, 'copper', 'horizontal', '2'],
    ['1 1/8 acr cu-brass up', 1, 'brass-free-cutting', 'up-feed', '1-1/8'],
    ['3x 1.125 acr cu-brass down', 3, 'brass-free-cutting', 'down-feed', '1-1/8'],
    ['22 mm cu-brass ell', 1, 'brass-free-cutting', 'horizontal', '22x1'],
  ])('is forgiving about order and units: %s', (line, count, metal, position, size) => {
    const r = readShorthand(line);
    expect(r.problems).toEqual([]);
    expect([r.count, r.joint?.socket.metalId, r.joint?.position, r.joint?.tube.size]).toEqual([
      count,
      metal,
      position,
      size,
    ]);
  });

  it('takes the rod by its class in small letters, and a distance in feet and inches', () => {
    const r = readShorthand('2x 1 1/8 acr cu-brass near txv 1\' 6" bag-24');
    expect([r.problems, r.count, r.joint?.fillerId]).toEqual([[], 2, 'BAg-24']);
    expect(r.joint?.partNearby?.distanceM).toBeCloseTo(18 * INCH, 12);
    expect(r.pieces.map((p) => p.text)).toEqual(['2x', '1 1/8', 'acr', 'cu-brass', 'near txv', '1\' 6"', 'bag-24']);
    expect(readShorthand('7/8 acr bcup5').joint?.fillerId).toBe('BCuP-5');
    expect(readShorthand('7/8 acr bcup-5 bag-24').problems).toEqual(['"bag-24": said twice']);
  });

  it('marks what it does not know where it stands, and never drops it', () => {
    const r = readShorthand('7/8 acr wibble cu-unobtainium');
    expect(r.joint).toBeNull();
    expect(r.pieces.filter((p) => p.bad).map((p) => [p.text, p.start])).toEqual([
      ['wibble', 8],
      ['cu-unobtainium', 15],
    ]);
  });

  it.each([
    ['acr', 'say a size'],
    ['9/7 acr', 'no acr tube of size 9/7'],
    ['7/8 near txv', 'how far'],
    ['7/8 near moon', 'near what'],
    ['7/8 gap wide', 'gap per side'],
    ['7/8 5/8', 'said twice'],
    ['9999x 7/8', 'between 1x'],
    ['22mm k', 'said twice'],
  ])('says what is wrong: %s', (line, words) => expect(readShorthand(line).problems.join()).toContain(words));

  it('marks stand where they were typed, after letters that grow when they are lowered', () => {
    const r = readShorthand('7/8 \u0130\u0130\u0130 acr wibble');
    expect(r.pieces.map((p) => [p.text, p.start, p.bad])).toEqual([
      ['7/8', 0, false],
      ['\u0130\u0130\u0130', 4, true],
      ['acr', 8, false],
      ['wibble', 12, true],
    ]);
  });

  it('every piece is the text that stands at its place', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (line) => {
        for (const p of readShorthand(line).pieces) expect(line.slice(p.start, p.start + p.text.length)).toBe(p.text);
      }),
    );
  });

  it('an empty line is neither wrong nor a joint', () =>
    expect(readShorthand('  ')).toEqual({ count: 1, joint: null, joints: [], pieces: [], problems: [] }));

  it('has a word for every metal, standard and part', () => expect(WORDLESS).toEqual([]));

  /** What shorthand can say: the rest has no word. */
  const anyRod = fc.constantFrom(null, ...SHIPPED.fillers.map((f) => f.id));
  const joints: fc.Arbitrary<JointSpec> = fc
    .tuple(anyJoint, fc.integer({ min: 1, max: 1999 }), anyRod)
    .map(([j, um, fillerId]) => ({
      ...j,
      fillerId,
      ...(um % 2 ? { wallBehind: true } : {}),
      socket: { ...j.socket, kind: j.socket.kind === 'bush' ? 'valve' : j.socket.kind, depthM: null, cup: null },
      bush: null,
      patch: undefined,
      fitUp: j.fitUp.mode === 'nominal' ? j.fitUp : { mode: 'stated', gapSideM: um / 1e6 },
      rodForm: j.movement ? 'ring' : j.rodForm === 'coated' ? 'coated' : 'flat',
      cadmiumReason: null,
      schools: {},
    }));

  it('comes back from what it writes', () => {
    fc.assert(
      fc.property(joints, fc.integer({ min: 1, max: 500 }), (joint, count) => {
        const line = writeShorthand(joint, count);
        const r = readShorthand(line ?? '');
        expect(r.problems, line ?? '').toEqual([]);
        expect(r.count).toBe(count);
        const { fitUp, partNearby, ...rest } = r.joint as JointSpec;
        const { fitUp: f, partNearby: p, ...same } = joint;
        expect(rest).toEqual(same);
        expect(fitUp.mode === 'stated' ? fitUp.gapSideM : 0).toBeCloseTo(f.mode === 'stated' ? f.gapSideM : 0, 12);
        expect(partNearby?.partId).toBe(p?.partId);
        expect(partNearby?.distanceM ?? 0).toBeCloseTo(p?.distanceM ?? 0, 9);
        expect(partNearby?.protection ?? 'bare').toBe(p?.protection ?? 'bare');
      }),
      { numRuns: 300 },
    );
  });

  it('reads a reducing fitting as a joint of each size', () => {
    const r = readShorthand('2x 1-1/8x7/8 acr red horiz');
    expect([r.count, r.problems]).toEqual([2, []]);
    expect(r.joints.map((j) => [j.tube.size, j.socket.kind])).toEqual([
      ['1-1/8', 'reducer'],
      ['7/8', 'reducer'],
    ]);
    expect(readShorthand('7/8x7/8x1/2 acr tee').joints).toHaveLength(3);
    expect(readShorthand('28mmx22mm reducer').joints.map((j) => j.tube.size)).toEqual(['28x1', '22x1']);
    expect(readShorthand('28x1.5').joints).toHaveLength(1);
    expect(readShorthand('7/8x9/9 acr').problems.join()).toContain('no acr tube of size 9/9');
  });

  it('never throws, whatever is typed', () => {
    fc.assert(fc.property(fc.string({ maxLength: 80 }), (line) => void readShorthand(line)));
  });
});

describe('on a line of medical gas', () => {
  const medical = (text: string) => readShorthand(text, SHIPPED, true);
  it('K and L are the tube that is cleaned for it, ASTM B819', () => {
    expect(medical('3/4 k').joint?.tube.standardId).toBe('med-k');
    expect(medical('3x 1/2 L').joint?.tube.standardId).toBe('med-l');
    expect(medical('3/4 k').pieces.map((p) => p.reads)).toContain('K tube cleaned for medical gas, ASTM B819');
    expect(readShorthand('3/4 k').joint?.tube.standardId).toBe('k');
  });
  it('asks which where none is said, and takes what is said otherwise as it is', () => {
    expect(medical('3/4 cpl').joint).toBeNull();
    expect(medical('3/4 cpl').problems).toEqual([
      'say K or L: this line is of a medical gas, and its tube is ASTM B819',
    ]);
    expect(medical('3/4 medl').joint?.tube.standardId).toBe('med-l');
    expect(medical('3/4 m').joint?.tube.standardId).toBe('m');
    expect(readShorthand('3/4 cpl').joint?.tube.standardId).toBe('acr');
  });
});
