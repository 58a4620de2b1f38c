import { describe, expect, it } from 'vitest';
import { type Filler, findFiller } from '../../fillers/fillers.js';
import { findMetal, type Metal } from '../../metals/metals.js';
import { DEFAULT_SCHOOLS } from '../../schools/schools.js';
import { findService } from '../../services/services.js';
import { judgedBy, sampleCandidate } from '../../testing/candidate.js';
import { sampleFacts } from '../../testing/samples.js';
import { degFToK } from '../../units/units.js';
import type { Candidate, JointFacts } from '../facts.js';
import { SERVICE_JOINT_RULES, SERVICE_ROD_RULES } from './service-rules.js';

/** Each rule by itself, on both sides of its threshold, in the words an inspector would read. */

const joint = judgedBy(SERVICE_JOINT_RULES);
const rod = judgedBy(SERVICE_ROD_RULES);
const service = (id: string) => findService(id)!;
const facts = (serviceId: string, tube: string, socket: string, change: Partial<JointFacts> = {}): JointFacts =>
  sampleFacts(tube, socket, { service: service(serviceId), ...change });
const metal = (id: string, change: Partial<Metal>): Metal => ({ ...findMetal(id)!, ...change });
/** A joint where one part is a row of the company's own. */
const own = (serviceId: string, socket: Metal): JointFacts => {
  const f = facts(serviceId, 'steel', 'steel');
  return { ...f, socket, metals: [f.tube, socket] };
};
const of = (serviceId: string, filler: string, tube: string, socket: string, change: Partial<Candidate> = {}) =>
  sampleCandidate(filler, tube, socket, { service: service(serviceId), ...change });
const ownRod = (c: Candidate, change: Partial<Filler>): Candidate => ({ ...c, filler: { ...c.filler, ...change } });

describe('metals that a service refuses', () => {
  it('ammonia refuses every joint, and names copper where there is some', () => {
    expect(joint('ammonia', facts('refrigerant-poe', 'copper', 'copper'))).toBeNull();
    expect(joint('ammonia', facts('ammonia', 'steel', 'steel'))).toEqual({
      effect: 'refuse',
      says: 'Ammonia attacks every copper, zinc and silver rod: the joint is not brazed.',
      instead: 'weld it, in steel or stainless',
    });
    const names = (socket: string) => joint('ammonia', facts('ammonia', 'steel', socket))?.says;
    expect(names('brass-forging')).toContain('Ammonia attacks forging brass, and every');
    expect(names('plated-steel')).toContain('Ammonia attacks copper-plated steel, and every');
    expect(names('galvanised-steel')).not.toContain('galvanised');
  });

  it('acetylene: 65 % copper passes, more does not; a copper skin is bare copper', () => {
    const rule = (socket: Metal) => joint('acetylene-metal', own('acetylene', socket));
    const brass = (Cu: number) => rule(metal('brass-cartridge', { composition: { Cu, Zn: 100 - Cu } }));
    expect(brass(65)).toBeNull();
    expect(brass(65.1)).toEqual({
      effect: 'refuse',
      says: 'Acetylene forms explosive compounds on metal with over 65 % copper: cartridge brass (65 %).',
      instead: 'take steel or stainless, welded, or brass with at most 65 % copper',
    });
    expect(rule(findMetal('plated-steel')!)?.says).toContain('copper-plated steel (a skin of bare copper)');
    expect(rule(metal('brass-cartridge', { composition: null }))?.says).toContain(
      '(its composition is not on file, so it counts as too rich)',
    );
    expect(rule(findMetal('steel')!)).toBeNull();
    expect(joint('acetylene-metal', facts('fuel-gas', 'copper', 'copper'))).toBeNull();
    const tubeOnly = facts('acetylene', 'copper', 'steel');
    expect(joint('acetylene-metal', { ...tubeOnly, metals: [tubeOnly.socket] })?.says).toContain('copper DHP (100 %)');
  });

  it('drinking water: 0.25 % lead passes, more does not', () => {
    const rule = (socket: Metal) => joint('lead-free', own('drinking-water', socket));
    const leaded = (Pb: number) => rule(metal('brass-forging', { composition: { Cu: 60, Zn: 40 - Pb, Pb } }));
    expect(leaded(0.25)).toBeNull();
    expect(leaded(0.26)).toEqual({
      effect: 'refuse',
      says: 'Drinking water wants metal with at most 0.25 % lead; forging brass has about 0.26 %.',
      instead: 'take the part in lead-free brass (C69300, cast C87850), or in copper',
    });
    expect(rule(metal('brass-forging', { composition: null }))?.says).toBe(
      'Drinking water wants metal with at most 0.25 % lead, and the composition of forging brass is not on file.',
    );
    expect(joint('lead-free', facts('chilled-water', 'copper', 'brass-forging'))).toBeNull();
  });

  it('400 °F itself is allowed; above it copper is refused and steel cautioned', () => {
    const at = (tube: string, socket: string, f: number) =>
      joint('service-temperature', facts('refrigerant-poe', tube, socket, { serviceMaxK: degFToK(f) }));
    expect(at('copper', 'copper', 400)).toBeNull();
    expect(at('copper', 'steel', 400.1)).toEqual({
      effect: 'refuse',
      says: 'Service is above 400 °F: copper joints brazed with phosphorus or silver rods lose their strength there.',
      instead: 'take steel or stainless, welded, or a flanged joint rated for the temperature',
    });
    expect(at('steel', 'steel', 400.1)).toEqual({
      effect: 'caution',
      says: 'Service is above 400 °F: silver rods lose strength there. Have the joint rated by the code, or weld it.',
    });
  });
});

describe('medical tube', () => {
  const on = (serviceId: string, tube: string, socket: string, tubeStandardId: string) =>
    joint('medical-tube', facts(serviceId, tube, socket, { tubeStandardId }));
  const POSITIVE = 'take cleaned and capped tube to ASTM B819, type K or L';
  const VACUUM = 'take copper tube to ASTM B819, B88 K, L or M, or B280, or stainless';

  it('each standard, on positive pressure and on vacuum', () => {
    const standards = ['med-k', 'med-l', 'k', 'l', 'm', 'acr', 'acr-coil', 'dwv', 'en'];
    const effects = (serviceId: string) =>
      standards.map((id) => on(serviceId, 'copper', 'copper', id)?.effect ?? 'admits').join(' ');
    expect(effects('medical-oxygen')).toBe('admits admits refuse refuse refuse refuse refuse refuse caution');
    expect(effects('medical-vacuum')).toBe('admits admits admits admits admits admits admits refuse caution');
    expect(effects('refrigerant-poe')).toBe('admits admits admits admits admits admits admits admits admits');
  });

  it('says why, and what to take instead', () => {
    expect(on('medical-oxygen', 'copper', 'copper', 'l')).toEqual({
      effect: 'refuse',
      says: 'Medical gas: this is not ASTM B819 tube. Plain type L or M and refrigeration tube are not cleaned for it.',
      instead: POSITIVE,
    });
    expect(on('medical-vacuum', 'copper', 'copper', 'dwv')).toEqual({
      effect: 'refuse',
      says: 'Medical vacuum: this tube is none of those the code admits.',
      instead: VACUUM,
    });
    expect(on('medical-air', 'copper', 'copper', 'en')?.says).toContain('to EN 13348, marked, degreased and capped');
  });

  it('iron is refused, stainless tube passes on vacuum only', () => {
    expect(on('medical-air', 'copper', 'steel', 'med-l')).toEqual({
      effect: 'refuse',
      says: 'Medical gas: no carbon steel in the line.',
      instead: 'take the part in copper, brass or bronze made for medical gas',
    });
    expect(on('medical-air', 'steel', 'copper', 'med-l')?.instead).toBe(POSITIVE);
    expect(on('medical-vacuum', 'steel', 'copper', 'med-l')?.instead).toBe(VACUUM);
    expect(on('medical-vacuum', 'stainless-304', 'copper', 'ss-tube')).toBeNull();
    expect(on('medical-air', 'stainless-304', 'copper', 'ss-tube')).toEqual({
      effect: 'refuse',
      says: 'Medical gas: the tube is copper, not stainless 304.',
      instead: POSITIVE,
    });
    expect(on('medical-air', 'copper', 'stainless-304', 'med-l')).toBeNull();
  });

  it('copper-iron tube is not copper: 1 % iron is the line', () => {
    expect(on('medical-air', 'copper-iron', 'copper', 'med-l')?.says).toBe(
      'Medical gas: the tube is copper, not copper-iron.',
    );
    const iron = (Fe: number) => {
      const f = facts('medical-air', 'copper', 'copper', { tubeStandardId: 'med-l' });
      return joint('medical-tube', { ...f, tube: metal('copper', { composition: { Cu: 100 - Fe, Fe } }) });
    };
    expect(iron(0.9)).toBeNull();
    expect(iron(1)?.effect).toBe('refuse');
  });

  it('what goes into the line stands as a note on medical gas alone', () => {
    expect(joint('medical-materials', facts('medical-air', 'copper', 'copper'))).toEqual({
      effect: 'note',
      says: 'Medical gas: fittings to ASME B16.22 or B16.50, filler that melts above 1000 °F, nitrogen always, braze within 8 hours of cleaning.',
    });
    expect(joint('medical-materials', facts('fuel-gas', 'copper', 'copper'))).toBeNull();
  });
});

describe('rods that a service refuses', () => {
  it('ammonia: names what it attacks, in the rod alone', () => {
    expect(rod('ammonia-rod', of('ammonia', 'BAg-24', 'steel', 'steel'))).toEqual({
      effect: 'refuse',
      says: 'Ammonia attacks it: it holds copper, zinc, silver.',
    });
    expect(rod('ammonia-rod', of('ammonia', 'BCuP-2', 'copper', 'copper'))?.says).toBe(
      'Ammonia attacks it: it holds copper.',
    );
    expect(rod('ammonia-rod', of('ammonia', 'BAlSi-4', 'aluminium-3003', 'aluminium-3003'))).toBeNull();
    expect(rod('ammonia-rod', of('acetylene', 'BAg-24', 'steel', 'steel'))).toBeNull();
  });

  it('acetylene: copper and silver at their limits, wide and strict', () => {
    const at = (Cu: number, Ag: number, acetyleneRod: 'wide' | 'strict' = 'wide') =>
      rod(
        'acetylene-rod',
        ownRod(of('acetylene', 'BAg-24', 'steel', 'steel', { schools: { ...DEFAULT_SCHOOLS, acetyleneRod } }), {
          composition: { Cu, Ag, Zn: 100 - Cu - Ag },
        }),
      );
    expect([at(37, 46), at(37.1, 46)?.effect, at(37, 46.1)?.effect]).toEqual([null, 'refuse', 'refuse']);
    expect([at(21, 43, 'strict'), at(21.1, 43, 'strict')?.effect, at(21, 43.1, 'strict')?.effect]).toEqual([
      null,
      'refuse',
      'refuse',
    ]);
    expect(at(40, 40)?.says).toBe(
      'Acetylene takes a rod with at most 37 % copper and 46 % silver; this has 40 % and 40 %.',
    );
    expect(rod('acetylene-rod', of('fuel-gas', 'BAg-8', 'steel', 'steel'))).toBeNull();
  });

  it('fuel gas: 0.05 % phosphorus, and melts above 1000 °F', () => {
    const with_ = (change: Partial<Filler>) =>
      rod('fuel-gas-phosphorus', ownRod(of('fuel-gas', 'BAg-24', 'copper', 'brass-forging'), change));
    expect(with_({ composition: { Ag: 50, Cu: 49.95, P: 0.05 } })).toBeNull();
    expect(with_({ composition: { Ag: 50, Cu: 49.94, P: 0.06 } })).toEqual({
      effect: 'refuse',
      says: 'Fuel gas allows 0.05 % phosphorus; this rod has 0.06 %.',
    });
    expect(with_({ solidusK: degFToK(1001) })).toBeNull();
    expect(with_({ solidusK: degFToK(1000) })).toEqual({
      effect: 'refuse',
      says: 'Fuel gas asks for a filler that melts above 1000 °F.',
    });
    expect(rod('fuel-gas-phosphorus', of('chilled-water', 'BCuP-2', 'copper', 'copper'))).toBeNull();
  });

  it('medical: melts above 1000 °F, and copper to copper takes phosphorus rod only', () => {
    const medical = (filler: string, tube = 'copper', socket = 'copper') =>
      rod('medical-rod', of('medical-oxygen', filler, tube, socket));
    expect(medical('BCuP-5')).toBeNull();
    expect(medical('BAg-24')).toEqual({
      effect: 'refuse',
      says: 'Medical gas, copper to copper: a phosphorus rod without flux, and nothing else.',
    });
    expect(medical('BAg-24', 'copper', 'brass-forging')).toBeNull();
    const low = (f: number) =>
      rod('medical-rod', ownRod(of('medical-air', 'BCuP-5', 'copper', 'copper'), { solidusK: degFToK(f) }));
    expect(low(1001)).toBeNull();
    expect(low(1000)?.says).toBe('Medical gas asks for a filler that melts above 1000 °F.');
    expect(rod('medical-rod', of('fuel-gas', 'BAg-24', 'copper', 'copper'))).toBeNull();
  });

  it('hot sulphur gas: 2 % nickel in a silver rod, or none', () => {
    const hot = (filler: string, composition?: Filler['composition']) =>
      rod(
        'sulphur',
        ownRod(of('hot-sulphur-gas', filler, 'steel', 'steel'), composition === undefined ? {} : { composition }),
      );
    expect(hot('BAg-24')).toBeNull();
    expect(hot('BAg-24', { Ag: 50, Cu: 48.1, Ni: 1.9 })).toEqual({
      effect: 'refuse',
      says: 'Hot gas with sulphur takes a nickel-bearing silver rod, or is not brazed.',
    });
    expect(hot('RBCuZn-D')?.effect).toBe('refuse');
    expect(hot('BCuP-2')?.says).toBe('Hot sulphur-bearing gas attacks copper-phosphorus rods.');
    expect(rod('sulphur', of('structure', 'BCuP-2', 'steel', 'steel'))).toBeNull();
  });

  it('brass rod: by service, then by metal', () => {
    const brass = (serviceId: string, tube: string, filler = 'RBCuZn-C') =>
      rod('brass-rod', of(serviceId, filler, tube, tube));
    const NOT_PIPE = { effect: 'refuse', says: 'Brass rod is not pipe filler for this service.' };
    for (const id of ['fuel-gas', 'medical-air', 'hot-sulphur-gas']) expect(brass(id, 'steel')).toEqual(NOT_PIPE);
    expect(brass('structure', 'copper')).toBeNull();
    expect(brass('chilled-water', 'copper')?.effect).toBe('refuse');
    expect(brass('chilled-water', 'copper')?.says).toContain('refused on copper pressure piping');
    expect(brass('chilled-water', 'steel')?.effect).toBe('caution');
    expect(brass('chilled-water', 'steel')?.says).toContain('for lap joints in steel, with the head out of the smoke');
    expect(brass('fuel-gas', 'steel', 'BAg-24')).toBeNull();
  });

  it('cadmium: never on food or medical; elsewhere by a recorded reason', () => {
    const cd = (serviceId: string, cadmiumReason: string | null, filler = 'BAg-1') =>
      rod('cadmium', of(serviceId, filler, 'copper', 'brass-forging', { cadmiumReason }));
    expect(cd('refrigerant-poe', null)).toEqual({
      effect: 'refuse',
      says: 'Holds cadmium; its fume kills. Refused unless a reason is recorded on the joint.',
    });
    expect(cd('refrigerant-poe', 'an old drawing asks for it')).toEqual({
      effect: 'caution',
      says: 'Cadmium admitted by record: "an old drawing asks for it". Its fume kills: local exhaust, head out of the plume.',
    });
    for (const id of ['drinking-water', 'medical-air'])
      expect(cd(id, 'a reason')).toEqual({
        effect: 'refuse',
        says: 'Holds cadmium: never on drinking water, food or medical gas.',
      });
    expect(cd('drinking-water', null, 'BAg-24')).toBeNull();
  });

  it('stainless: 2 % nickel in wet service, a word about it elsewhere', () => {
    const on = (serviceId: string, filler: string, tube = 'stainless-304') =>
      rod('stainless-nickel', of(serviceId, filler, tube, 'copper'));
    expect(on('chilled-water', 'BAg-7')).toEqual({
      effect: 'refuse',
      says: 'Wet stainless joints corrode along the interface unless the rod has nickel: BAg-4, -22 or -24.',
    });
    expect(on('refrigerant-poe', 'BAg-7')).toEqual({
      effect: 'note',
      says: 'A nickel-bearing rod (BAg-4, -22, -24) would keep stainless safe if it ever gets wet.',
    });
    expect(on('chilled-water', 'BAg-24')).toBeNull();
    expect(on('chilled-water', 'BAg-7', 'steel')).toBeNull();
    expect(findFiller('BAg-24')!.composition.Ni).toBe(2);
  });
});
