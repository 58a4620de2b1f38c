import { describe, expect, it } from 'vitest';
import type { JointSpec } from '../joint/joint.js';
import { planJoint } from '../joint/plan.js';
import { rigCautions, schoolCautions } from '../joint/school-cautions.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { DEFAULT_SCHOOLS, SCHOOLS, schoolSays, schoolsOf } from './schools.js';

const says = (joint: Partial<JointSpec>, serviceId = 'refrigerant-poe', schools = {}): string =>
  schoolCautions(planJoint(sampleJoint(joint), sampleLine({ serviceId, schools: schoolsOf(schools) })))
    .map((c) => c.says)
    .join('\n');
const valve: Partial<JointSpec> = { socket: { kind: 'valve', metalId: 'brass-forging', depthM: null, cup: null } };

describe('schools', () => {
  it('every question has at least two choices, each with its reason, and a usual one', () => {
    for (const s of SCHOOLS) {
      expect(s.choices.length).toBeGreaterThanOrEqual(2);
      expect(s.choices.every((c) => c.why.length > 5)).toBe(true);
      expect(DEFAULT_SCHOOLS[s.id]).toBe(s.choices[0]?.id);
      expect(schoolSays(DEFAULT_SCHOOLS, s.id)).toContain(s.choices[0]?.why);
    }
  });
  it('the joint comes before its line, the line before the job', () => {
    const of = schoolsOf({ shutOff: 'oxygen', gap: 'measure' }, { gap: 'trust' }, { fillet: 'cap' });
    expect([of.shutOff, of.gap, of.fillet, of.cooling]).toEqual(['oxygen', 'trust', 'cap', 'natural']);
  });
  it('each speaks at its step with its reason', () => {
    expect(says({}, 'refrigerant-mo', { fillet: 'cap' })).toMatch(/cap/i);
    const rig = rigCautions(schoolsOf({ shutOff: 'oxygen', acetyleneValve: 'half' })).join('\n');
    expect(rig).toContain('oxygen first (no pop, and a leaking fuel valve shows)');
    expect(rig).toContain('half a turn');
  });
  it('a rule comes before a school: no rag on hygroscopic oil, no flux in medical gas, no quench of a casting', () => {
    expect(says(valve, 'refrigerant-poe', { shield: 'rag' })).toContain('no wet rag');
    expect(says(valve, 'refrigerant-mo', { shield: 'rag' })).toContain('wet rag (always at hand');
    const b819 = { standardId: 'med-l', size: '1', metalId: 'copper' };
    expect(says({ tube: b819, schools: { fluxOnCopper: 'gauge' } }, 'medical-oxygen')).toContain(
      'refused in medical gas',
    );
    const cast: Partial<JointSpec> = {
      socket: { kind: 'fitting', metalId: 'red-brass-cast', depthM: null, cup: null },
    };
    expect(says({ ...cast, schools: { cooling: 'quench' } })).toContain('never quenched');
  });
  it('the measuring school marks a joint that nobody measured', () => {
    const line = sampleLine({ schools: schoolsOf({ gap: 'measure' }) });
    expect(planJoint(sampleJoint(), line).troubles).toContain('measure it');
    expect(planJoint(sampleJoint(), sampleLine()).troubles).not.toContain('measure it');
  });
});
