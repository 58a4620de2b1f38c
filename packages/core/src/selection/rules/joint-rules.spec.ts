import { describe, expect, it } from 'vitest';
import { findSensitivePart } from '../../heat/sensitive-parts.js';
import { findMetal } from '../../metals/metals.js';
import { DEFAULT_SCHOOLS } from '../../schools/schools.js';
import { findService } from '../../services/services.js';
import { judgedBy } from '../../testing/candidate.js';
import { sampleFacts } from '../../testing/samples.js';
import { INCH } from '../../units/units.js';
import type { JointFacts } from '../facts.js';
import { isSmallRefrigeration, JOINT_RULES, SMALL_TUBE_M } from './joint-rules.js';

/** Rules of the joint itself, each where it speaks and where it keeps silent. */

const says = judgedBy(JOINT_RULES);
const facts = sampleFacts;
const service = (id: string): Partial<JointFacts> => ({ service: findService(id)! });

describe('metals and parts', () => {
  it('aluminium to another metal is refused, to its like it is not', () => {
    for (const [tube, socket] of [
      ['aluminium-3003', 'copper'],
      ['copper', 'aluminium-3003'],
    ] as const)
      expect(says('copper-aluminium', facts(tube, socket))).toEqual({
        effect: 'refuse',
        says: 'Aluminium to another metal forms brittle compounds and melts before the other is warm.',
        instead: 'take a factory-made transition joint and braze its copper end',
      });
    expect(says('copper-aluminium', facts('aluminium-3003', 'aluminium-6061'))).toBeNull();
    expect(says('copper-aluminium', facts('copper', 'steel'))).toBeNull();
  });

  it('plated stubs: known, and suspected on refrigerant copper only', () => {
    expect(says('plated-stub', facts('copper', 'plated-steel'))?.effect).toBe('caution');
    expect(says('plated-stub', facts('copper', 'plated-steel'))?.says).toContain('plan silver rod and flux');
    expect(says('plated-stub', facts('copper', 'steel'))).toBeNull();
    const stub = (socket: string, change: Partial<JointFacts> = {}) =>
      says('stub-may-be-plated', facts('copper', socket, { kind: 'stub', ...change }));
    expect(stub('copper')?.effect).toBe('caution');
    expect(stub('copper')?.says).toContain('Hold a magnet to it before the torch');
    expect(stub('plated-steel')).toBeNull();
    expect(stub('copper', { kind: 'fitting' })).toBeNull();
    expect(stub('copper', service('chilled-water'))).toBeNull();
  });

  it('cast, bush, reducer, valve: by what the joint is', () => {
    expect(says('cast-parts', facts('copper', 'red-brass-cast'))?.says).toContain('Never quench');
    expect(says('cast-parts', facts('cast-iron', 'copper'))?.effect).toBe('caution');
    expect(says('cast-parts', facts('copper', 'red-brass'))).toBeNull();
    expect(says('three-piece', facts('copper', 'copper', { kind: 'bush' }))?.effect).toBe('note');
    expect(says('three-piece', facts('copper', 'copper', { kind: 'bush' }))?.says).toContain(
      'feed the inner gap first',
    );
    expect(says('three-piece', facts('copper', 'copper'))).toBeNull();
    expect(says('reducing-fitting', facts('copper', 'copper', { kind: 'reducer' }))).toEqual({
      effect: 'note',
      says: 'Reducing fitting: braze the larger end first, while the small one is still cool.',
    });
    expect(says('reducing-fitting', facts('copper', 'copper'))).toBeNull();
    const valve = (change: Partial<JointFacts> = {}) => says('soft-seat', facts('copper', 'copper', change));
    expect(valve({ kind: 'valve' })?.effect).toBe('caution');
    expect(valve({ kind: 'valve' })?.says).toContain('What does this valve’s seat bear?');
    expect(valve({ kind: 'valve', partNearby: findSensitivePart('txv')! })?.says).toContain('has a seat of its own');
    expect(valve()).toBeNull();
  });

  it('the first fault of the readings refuses the joint, with what to do', () => {
    const fault = (says_: string) => ({ field: 'fitUp', says: says_, instead: 'measure again' });
    const readingProblems = [fault('one'), fault('two')] as unknown as JointFacts['readingProblems'];
    expect(says('readings', facts('copper', 'copper', { readingProblems }))).toEqual({
      effect: 'refuse',
      says: 'one',
      instead: 'measure again',
    });
    expect(says('readings', facts('copper', 'copper'))).toBeNull();
  });
});

describe('a patch', () => {
  const of = (change: Partial<JointFacts> = {}, tube = 'copper', socket = 'copper') =>
    says(
      'patch',
      facts(tube, socket, {
        kind: 'patch',
        patch: { holeM: 0.002, cutOutBy: '2026-12-01', cutOutOn: null },
        schools: { ...DEFAULT_SCHOOLS, patch: 'temporary' },
        ...change,
      }),
    );
  const refused = (says_: string) => ({
    effect: 'refuse',
    says: says_,
    instead: 'cut the piece out and join new tube',
  });

  it('is refused where it may never be', () => {
    expect(of(service('medical-air'))).toEqual(refused('Medical gas is never patched.'));
    expect(of(service('fuel-gas'))).toEqual(refused('A fuel-gas line is never patched.'));
    expect(of({ schools: { ...DEFAULT_SCHOOLS, patch: 'never' } })).toEqual(refused('This job never patches a hole.'));
    const metals = refused('Only copper tube and aluminium coil are patched.');
    expect(of({}, 'steel', 'steel')).toEqual(metals);
    expect(of({}, 'aluminium-3003', 'copper')).toEqual(metals);
  });

  it('is temporary: it has a day by which it is cut out', () => {
    expect(of()).toMatchObject({ effect: 'caution' });
    expect(of()?.says).toContain('Temporary: cut out by 2026-12-01.');
    expect(of({}, 'aluminium-3003', 'aluminium-3003')?.effect).toBe('caution');
    const noEnd = {
      effect: 'refuse',
      says: 'A patch is temporary, and this one has no end.',
      instead: 'say by which day it is cut out, or cut it out now',
    };
    expect(of({ patch: { holeM: 0.002, cutOutBy: null, cutOutOn: null } })).toEqual(noEnd);
    expect(of({ patch: null })).toEqual(noEnd);
    expect(of({ kind: 'fitting' })).toBeNull();
  });
});

describe('small refrigeration tube and nitrogen', () => {
  const small = (change: Partial<JointFacts> = {}, socket = 'copper'): JointFacts =>
    facts('copper', socket, { tubeOdM: (7 / 8) * INCH, ...change });

  it('7/8 in and under, copper, refrigerant, no patch', () => {
    expect(isSmallRefrigeration(small())).toBe(true);
    expect(isSmallRefrigeration(small({ tubeOdM: SMALL_TUBE_M }))).toBe(true);
    expect(isSmallRefrigeration(small({ tubeOdM: 1.125 * INCH }))).toBe(false);
    expect(isSmallRefrigeration(small({}, 'steel'))).toBe(false);
    expect(isSmallRefrigeration(small(service('chilled-water')))).toBe(false);
    expect(isSmallRefrigeration(small({ kind: 'patch' }))).toBe(false);
  });

  it('says why the one or the other leads', () => {
    const why = (change: Partial<JointFacts> = {}) => says('small-refrigeration', small(change));
    expect(why()).toEqual({
      effect: 'note',
      says: 'Copper of 0.875 in and under: BCuP-2 or -6 and BCuP-5 are both right; it does not move, so they stand near each other.',
    });
    expect(why({ movement: true })?.says).toContain('it moves here, so the ductile 15 % leads.');
    expect(why({ schools: { ...DEFAULT_SCHOOLS, silver: 'fifteen' } })?.says).toContain(
      'this job’s school is 15 %, so it leads.',
    );
    expect(why({ tubeOdM: INCH })).toBeNull();
  });

  it('nitrogen is a note where the service requires it', () => {
    expect(says('nitrogen', facts('copper', 'copper'))).toEqual({
      effect: 'note',
      says: 'Nitrogen is not optional here: the oil strips oxide off the bore within days and plugs screens.',
    });
    expect(says('nitrogen', facts('copper', 'copper', service('chilled-water')))).toBeNull();
    expect(findMetal('copper')!.family).toBe('copper');
  });
});
