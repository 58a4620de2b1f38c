import { describe, expect, it } from 'vitest';
import type { Filler } from '../../fillers/fillers.js';
import { findFlux } from '../../fluxes/fluxes.js';
import { findSensitivePart } from '../../heat/sensitive-parts.js';
import { findMetal, type Metal } from '../../metals/metals.js';
import { DEFAULT_SCHOOLS } from '../../schools/schools.js';
import { findService } from '../../services/services.js';
import { hotGap, judgedBy, sampleCandidate as candidate } from '../../testing/candidate.js';
import { degFToK, INCH } from '../../units/units.js';
import type { Candidate } from '../facts.js';
import { FILLER_RULES, MELTING_MARGIN } from './filler-rules.js';

/** Rules of one rod on one joint, each on both sides of its threshold. */

const says = judgedBy(FILLER_RULES);
const rodWith = (c: Candidate, change: Partial<Filler>): Candidate => ({ ...c, filler: { ...c.filler, ...change } });
const withSocket = (c: Candidate, socket: Metal): Candidate => ({ ...c, socket, metals: [c.tube, socket] });

describe('which family on which metal', () => {
  const group = (filler: string, metal: string, change: Partial<Candidate> = {}) =>
    says('group-for-metal', candidate(filler, metal, metal, change));

  it('aluminium takes aluminium rod, and nothing else does', () => {
    expect(group('BAlSi-4', 'aluminium-3003')).toBeNull();
    expect(group('BCuP-2', 'copper')).toBeNull();
    expect(group('BAlSi-4', 'copper')).toEqual({ effect: 'refuse', says: 'BAlSi is for aluminium only.' });
    expect(group('BAg-24', 'aluminium-3003')).toEqual({
      effect: 'refuse',
      says: 'BAg does not braze aluminium: it melts far above it.',
    });
  });

  it('zinc-aluminium patches aluminium only', () => {
    const solder = {
      effect: 'refuse',
      says: 'Zinc-aluminium rod patches aluminium; by name it is a solder and joins no line.',
    };
    expect(group('ZnAl-2', 'aluminium-3003', { kind: 'patch' })).toBeNull();
    expect(group('ZnAl-2', 'aluminium-3003')).toEqual(solder);
    expect(group('ZnAl-2', 'copper', { kind: 'patch' })).toEqual(solder);
  });
});

describe('phosphorus', () => {
  const iron = (c: Candidate) => says('phosphorus-iron-nickel', c);
  it('never on iron, nor on 10 % nickel', () => {
    expect(iron(candidate('BCuP-2', 'copper', 'steel'))).toEqual({
      effect: 'refuse',
      says: 'Phosphorus turns iron brittle: no BCuP on carbon steel.',
    });
    expect(iron(candidate('BAg-24', 'copper', 'steel'))).toBeNull();
    expect(iron(candidate('BCuP-2', 'copper', 'copper'))).toBeNull();
    const nickel = (Ni: number) =>
      iron(
        withSocket(candidate('BCuP-2', 'copper', 'copper'), {
          ...findMetal('cupronickel-10')!,
          composition: { Cu: 100 - Ni, Ni },
        }),
      );
    expect(nickel(9.9)).toBeNull();
    expect(nickel(10)?.says).toBe('Phosphorus turns nickel brittle: no BCuP on cupronickel 90/10.');
    const ownRod = rodWith(candidate('BAg-24', 'copper', 'steel'), { composition: { Ag: 50, Cu: 49, P: 1 } });
    expect(iron(ownRod)?.says).toBe('Phosphorus turns iron brittle: no BAg-24 on carbon steel.');
  });

  it('on copper-iron it is the maker’s word; 1 % iron is the line', () => {
    const on = (filler: string, Fe: number) =>
      says(
        'phosphorus-copper-iron',
        withSocket(candidate(filler, 'copper', 'copper'), {
          ...findMetal('copper-iron')!,
          composition: { Cu: 100 - Fe, Fe },
        }),
      );
    expect(on('BCuP-2', 1)).toEqual({
      effect: 'caution',
      says: 'Whether a phosphorus rod serves copper-iron is its maker’s word: ask before the first joint.',
    });
    expect(on('BCuP-2', 0.9)).toBeNull();
    expect(on('BAg-24', 2.4)).toBeNull();
    expect(says('phosphorus-copper-iron', candidate('BCuP-2', 'steel', 'steel'))).toBeNull();
  });

  it('on brass: two schools, and never in medical gas', () => {
    const on = (change: Partial<Candidate> = {}, filler = 'BCuP-5', socket = 'brass-forging') =>
      says('phosphorus-brass', candidate(filler, 'copper', socket, change));
    const permissive = { schools: { ...DEFAULT_SCHOOLS, phosphorusOnBrass: 'permissive' as const } };
    expect(on({ schools: { ...DEFAULT_SCHOOLS, phosphorusOnBrass: 'strict' } })).toEqual({
      effect: 'refuse',
      says: 'This job holds the strict school: BAg with flux on brass, no phosphorus rod.',
    });
    expect(on(permissive)).toEqual({
      effect: 'caution',
      says: 'Permissive school: phosphorus rod on brass only with flux. Without flux it does not wet.',
    });
    expect(on({ ...permissive, service: findService('medical-air')! })).toEqual({
      effect: 'refuse',
      says: 'Medical gas: brass or bronze takes BAg with flux, never a phosphorus rod.',
    });
    expect(on({}, 'BAg-24')).toBeNull();
    expect(on({}, 'BCuP-5', 'copper')).toBeNull();
  });
});

describe('room under the metal that melts first', () => {
  /** A rod whose range ends at `maxF` on brass of a solidus at 1600 °F: worked at its liquidus or its range's beginning. */
  const at = (minF: number, maxF: number) =>
    says(
      'melting-margin',
      withSocket(
        rodWith(candidate('BAg-24', 'steel', 'steel'), {
          solidusK: degFToK(minF - 50),
          liquidusK: degFToK(minF),
          brazingK: { min: degFToK(minF), max: degFToK(maxF) },
        }),
        { ...findMetal('brass-cartridge')!, solidusK: degFToK(1600) },
      ),
    );
  const K = 1e-3;

  it('100 °F for torch work, from where the rod is worked and from the end of its range', () => {
    expect(at(1300, 1499)).toBeNull();
    expect(at(1300, 1501)).toEqual({
      effect: 'caution',
      says: 'Stay under 1500 °F: cartridge brass starts to melt at 1600 °F.',
    });
    expect(at(1580, 1600)?.effect).toBe('refuse');
    expect(at(1580, 1600)?.says).toMatch(/^Too hot: cartridge brass starts to melt at 1600 °F, this rod is worked at/);
    expect(MELTING_MARGIN.torch).toBeCloseTo(55.5556, 3);
  });

  it('50 °F for aluminium', () => {
    const aluminium = (max: number) =>
      says(
        'melting-margin',
        rodWith(candidate('BAlSi-4', 'aluminium-3003', 'aluminium-3003'), {
          liquidusK: degFToK(1000),
          brazingK: { min: degFToK(1000), max },
        }),
      );
    expect(aluminium(degFToK(1140) - K)).toBeNull();
    expect(aluminium(degFToK(1140) + K)?.effect).toBe('caution');
  });
});

describe('flux', () => {
  const flux = (c: Candidate) => says('flux-covers', c);
  const white = findFlux('FB3-A')!;
  it('none on copper to copper with phosphorus', () => {
    expect(flux(candidate('BCuP-5', 'copper', 'copper'))).toEqual({
      effect: 'note',
      says: 'Copper to copper: the phosphorus takes the oxide. No flux.',
    });
    expect(flux(candidate('BAg-24', 'copper', 'copper'))?.effect).toBe('refuse');
    expect(flux(candidate('BCuP-5', 'copper', 'brass-forging'))?.effect).toBe('refuse');
  });

  it('where none covers it: refused, and of a coating told which', () => {
    expect(flux(candidate('BAg-24', 'copper', 'steel'))?.says).toBe(
      'No flux class on file covers this rod on these metals over its whole brazing range.',
    );
    expect(flux(candidate('BAg-24', 'copper', 'steel', { coated: true }))?.says).toBe(
      'The coating counts as FB3-A, which does not cover this rod on these metals: take bare rod with paste.',
    );
    expect(flux(candidate('BCuP-5', 'copper', 'steel', { coated: true }))?.says).toContain('No flux class on file');
  });

  it('where one does: its class, its range and what it covers', () => {
    const says_ = 'FB3-A: active 1050 °F to 1600 °F, covers 1305 °F to 1550 °F.';
    expect(flux(candidate('BAg-24', 'copper', 'steel', { flux: white }))).toEqual({
      effect: 'note',
      says: `Flux ${says_}`,
    });
    expect(flux(candidate('BAg-24', 'copper', 'steel', { flux: white, coated: true }))?.says).toBe(
      `The coating is ${says_}`,
    );
    expect(flux(candidate('BCuP-5', 'copper', 'steel', { flux: white, coated: true }))?.says).toContain('Flux FB3-A');
    expect(
      flux(candidate('ZnAl-2', 'aluminium-3003', 'aluminium-3003', { flux: findFlux('Cs-Al-F')!, kind: 'patch' })),
    ).toEqual({ effect: 'note', says: 'Flux Cs-Al-F: active 700 °F to 1000 °F. Its residue is washed off.' });
  });
});

describe('the gap at heat', () => {
  const gap = (change: Partial<Candidate>, filler = 'BCuP-5') =>
    says('gap-at-heat', candidate(filler, 'copper', 'copper', change));
  const mil = INCH / 1000;

  it('each verdict with its weight and its advice', () => {
    expect(gap({ gapVerdict: 'in band' })).toBeNull();
    expect(gap({ gapVerdict: 'seizes', kind: 'patch' })).toBeNull();
    expect(gap({ gapVerdict: 'seizes' })?.effect).toBe('refuse');
    expect(gap({ gapVerdict: 'too wide' })?.effect).toBe('refuse');
    expect(gap({ gapVerdict: 'bridgeable' })).toEqual({
      effect: 'caution',
      says: 'Bridgeable at 1340 °F: wider than the band: only a sluggish rod bridges it; re-size if you can.',
    });
    expect(gap({ gapVerdict: 'bridgeable', outerGap: hotGap(3 * mil) })?.says).toContain(
      'Bridgeable in one of the two gaps at',
    );
  });

  it('a sluggish rod starves in a gap under half of its band’s least', () => {
    const starved = (sideMils: number, filler = 'BCuP-5', outerGap: Candidate['outerGap'] = null) =>
      gap({ gapVerdict: 'tight', gap: hotGap(sideMils * mil), outerGap }, filler);
    expect(starved(0.99)?.effect).toBe('refuse');
    expect(starved(0.99)?.says).toBe(
      'Tight at 1340 °F: a sluggish rod does not enter a gap this fine. Take a rod that likes a tighter gap, or open the gap.',
    );
    expect(starved(1.01)?.effect).toBe('caution');
    expect(starved(0.3, 'BAg-7')?.effect).toBe('caution');
    expect(starved(3, 'BCuP-5', hotGap(0.99 * mil))?.effect).toBe('refuse');
    expect(starved(3, 'BCuP-5', hotGap(1.01 * mil))?.effect).toBe('caution');
    expect(gap({ gapVerdict: 'bridgeable', gap: hotGap(0.5 * mil) })?.effect).toBe('caution');
  });
});

describe('a patch, a part nearby, a procedure', () => {
  const patch = (filler: string, metal: string, change: Partial<Candidate> = {}) =>
    says('patch-rod', candidate(filler, metal, metal, { kind: 'patch', ...change }));

  it('a patch is built up by a sluggish rod, aluminium by its own', () => {
    expect(patch('BCuP-5', 'copper', { kind: 'fitting' })).toBeNull();
    expect(patch('BCuP-3', 'copper')).toMatchObject({ effect: 'note' });
    expect(patch('BCuP-3', 'copper')?.says).toContain('holds at most 6 % silver');
    for (const id of ['BCuP-5', 'BAg-24', 'BCuP-8']) {
      expect(patch(id, 'copper')?.effect).toBe('refuse');
      expect(patch(id, 'copper')?.says).toContain('A patch wants a sluggish phosphorus rod');
    }
    expect(patch('ZnAl-2', 'aluminium-3003')).toEqual({
      effect: 'caution',
      says: 'By name this is soldering: it melts at 710 °F to 725 °F, brazing begins at 840 °F. A patch, not a fill and not a joint.',
    });
    expect(patch('BAlSi-4', 'aluminium-3003')).toEqual({
      effect: 'refuse',
      says: 'An aluminium coil is patched with zinc-aluminium rod: this one runs where the wall itself melts.',
    });
  });

  it('a part nearby is judged by how hot the tube gets there, and by what protects it', () => {
    const part = findSensitivePart('txv')!;
    const near = (peakF: number | null, more: Partial<Candidate> = {}) =>
      says(
        'part-nearby',
        candidate('BCuP-5', 'copper', 'copper', {
          partNearby: part,
          partDistanceM: 4 * INCH,
          partPeakK: () => (peakF === null ? null : degFToK(peakF)),
          ...more,
        }),
      );
    expect(near(523)).toEqual({
      effect: 'caution',
      says: 'Expansion valve at 4.00 in: the tube there comes to 523 °F, it bears 250 °F. Protect it, take it apart, or take a rod that melts lower.',
    });
    expect(near(251)?.effect).toBe('caution');
    expect(near(250)).toEqual({
      effect: 'note',
      says: 'Expansion valve at 4.00 in: the tube there comes to 250 °F, it bears 250 °F.',
    });
    expect(near(300, { partProtection: 'paste' })?.says).toBe(
      'Expansion valve at 4.00 in: the tube there comes to 300 °F under heat-absorbing paste, it bears 250 °F. Take it apart, or braze further away.',
    );
    expect(near(900, { partProtection: 'apart' })).toEqual({
      effect: 'note',
      says: 'Expansion valve: taken apart first, so the heat ruins nothing.',
    });
    expect(near(null)).toBeNull();
    expect(near(900, { partNearby: null })).toBeNull();
    expect(near(900, { partDistanceM: null })).toBeNull();
  });

  const cover = (change: Partial<Candidate['procedures'][number]>, c: Partial<Candidate> = {}) =>
    says(
      'procedure-cover',
      candidate('BAg-24', 'copper', 'steel', {
        flux: findFlux('FB3-C')!,
        procedures: [{ id: 'p', name: 'P-1 rev A', fNumbers: ['102'], fluxIds: ['FB3-C'], ...change }],
        ...c,
      }),
    );

  it('a procedure covers rod, flux and metals together, in either order', () => {
    expect(cover({})).toEqual({ effect: 'note', says: 'Covered by P-1 rev A.' });
    expect(cover({ metals: [['101', '107']] })?.effect).toBe('note');
    expect(cover({ metals: [['107', '101']] })?.effect).toBe('note');
    expect(cover({ metals: [['107', '107'], ['101', '107']] })?.effect).toBe('note'); // prettier-ignore
    expect(cover({ metals: [['107', '107']] })?.effect).toBe('caution');
    expect(cover({ fNumbers: ['101'] })).toEqual({
      effect: 'caution',
      says: 'Needs a procedure under ASME IX: none on file covers F-number 102 with FB3-C on these metals.',
    });
    expect(cover({ fluxIds: ['FB3-A'] })?.effect).toBe('caution');
    expect(cover({ fluxIds: [] })?.effect).toBe('caution');
  });

  it('no flux is a statement too', () => {
    expect(cover({ fluxIds: [] }, { flux: null })?.effect).toBe('note');
    expect(cover({ fluxIds: ['FB3-C'] }, { flux: null })?.says).toContain('F-number 102 with no flux on these metals');
  });
});
