import { describe, expect, it } from 'vitest';
import { METALS } from '../metals/metals.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { inUnits } from '../units/say.js';
import { planJoint } from './plan.js';
import { cleaningOf, preparationOf, swageOf } from './preparation.js';

const joint = (tubeMetal: string, kind: 'fitting' | 'swaged' | 'stub', socketMetal: string, standardId = 'acr') =>
  planJoint(
    sampleJoint({
      tube: { standardId, size: '7/8', metalId: tubeMetal },
      socket: { kind, metalId: socketMetal, depthM: null, cup: null },
      fitUp: { mode: 'stated', gapSideM: 0.00008 },
    }),
    sampleLine(),
  );

describe('a card by its metals', () => {
  it('every metal has its own way, and new copper is spoken of on copper alone', () => {
    for (const m of METALS) {
      expect(cleaningOf(m).length, m.id).toBeGreaterThan(15);
      if (m.family !== 'copper') expect(cleaningOf(m), m.id).not.toMatch(/new too|packet/);
    }
  });
  it.each([
    ['steel', /degrease, then scale and rust off to bright steel/],
    ['plated-steel', /copper skin lightly: it is thin, and steel is under it/],
    ['galvanised-steel', /zinc off an inch back/],
    ['stainless-304', /never touched plain steel; flux within minutes/],
    ['cast-iron', /burn the graphite out/],
    ['nickel-200', /sulphur, lead and crayon crack it/],
    ['red-brass-cast', /casting skin off/],
    ['brass-free-cutting', /leaded, so no strain/],
    ['aluminium-3003', /stainless brush, flux at once/],
    ['aluminium-bronze', /its own flux at once/],
  ])('%s', (id, says) => expect(cleaningOf(METALS.find((m) => m.id === id)!)).toMatch(says));
  it('a patch has no socket: round the hole', () => {
    const patched = planJoint(
      sampleJoint({ socket: { kind: 'patch', metalId: 'copper', depthM: null, cup: null } }),
      sampleLine(),
    );
    expect(preparationOf(patched)).toEqual([
      expect.stringMatching(/^Round the hole \(copper\), well past it: to bright/),
    ]);
  });
  it('each part once, both together where they are of one metal', () => {
    expect(preparationOf(joint('copper', 'fitting', 'copper'))).toHaveLength(1);
    expect(preparationOf(joint('copper', 'stub', 'steel')).map((s) => s.split(':')[0])).toEqual([
      'Tube end (copper)',
      'Socket (steel)',
    ]);
  });
});

describe('a socket made on site', () => {
  it('is annealed, expanded by the head of its size, one diameter deep, and its gap tried', () => {
    const says = swageOf(joint('copper', 'swaged', 'copper'))!.map((s) => inUnits(s, 'us'));
    expect(says).toHaveLength(4);
    expect(says[0]).toMatch(/Anneal the end first: dull red all round/);
    expect(says[1]).toMatch(/head for 7\/8 tube \(0\.875\d* in outside\)/);
    expect(says[2]).toMatch(/^Depth 0\.8[78]/);
    expect(says[3]).toMatch(/planned as 0\.003\d in a side/);
  });
  it('coil comes soft, and a made fitting has no such step', () => {
    expect(swageOf(joint('copper', 'swaged', 'copper', 'acr-coil'))![0]).toContain('comes soft');
    expect(swageOf(joint('copper', 'fitting', 'copper'))).toBeNull();
  });
});
