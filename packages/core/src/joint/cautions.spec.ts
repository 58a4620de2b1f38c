import { describe, expect, it } from 'vitest';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { inUnits } from '../units/say.js';
import { INCH } from '../units/units.js';
import { CAUTIONS, cautionsAt, cautionsFor, MOST_SHOWN, STEPS } from './cautions.js';
import type { JointSpec } from './joint.js';
import { type JointPlan, planJoint } from './plan.js';
import { rigCautions, schoolCautions } from './school-cautions.js';

/**
 * Which cautions stand on each step of forty kinds of joint, and by that which do not: worst first, none twice, none
 * missing. Under nitrogen every purge step says the same two, and every cool step keeps it on: "n2" stands for both.
 *
 *   service | standard size metal > kind metal, gap a side in inches | more | prepare | heat | cool
 *
 * More: "near PART INCHES", "wall", "cadmium", "rod CLASS", "n2" where the line is purged.
 */
const TABLE = `
refrigerant-poe | acr 7/8 copper > fitting copper, 0.003 | n2 | charged fire | | no-water
refrigerant-mo | acr 7/8 copper > fitting copper, 0.003 | n2 | charged fire | |
refrigerant-a2l | acr 7/8 copper > fitting copper, 0.003 | n2 | flammable-refrigerant fire | | no-water
refrigerant-a3 | acr 7/8 copper > fitting copper, 0.003 | n2 | flammable-refrigerant fire | | no-water
refrigerant-744 | acr 7/8 copper-iron > fitting copper, 0.003 | n2 | charged fire | | no-water
refrigerant-poe | acr 1-1/8 copper > stub plated-steel, 0.005 | n2 | charged closed-line hot-oil fire | fluoride | no-water
refrigerant-a3 | acr 1-1/8 copper > stub plated-steel, 0.005 | n2 | flammable-refrigerant closed-line hot-oil fire | fluoride | no-water
refrigerant-mo | acr 1-1/8 copper > stub steel, 0.005 | n2 | charged closed-line hot-oil fire | fluoride |
refrigerant-poe | acr 1-1/8 copper > stub galvanised-steel, 0.005 | n2 | charged closed-line hot-oil zinc-coat fire | fluoride | no-water
refrigerant-poe | acr 1-1/8 copper > valve brass-forging, 0.003 | n2 | charged closed-line hot-oil fire | zinc-metal soft-part no-rag fluoride | no-quench no-water
refrigerant-mo | acr 1-1/8 copper > valve brass-forging, 0.003 | n2 | charged closed-line hot-oil fire | zinc-metal soft-part fluoride | no-quench
refrigerant-poe | acr 1-1/8 copper > fitting brass-cartridge, 0.003 | n2 | charged fire | zinc-metal fluoride | no-water
refrigerant-poe | acr 1-1/8 copper > fitting red-brass-cast, 0.003 | n2 | charged fire | zinc-metal fluoride | no-quench no-water
refrigerant-poe | acr 1-1/8 copper > fitting copper, 0.003 | n2 near txv 4 | charged fire | soft-part no-rag | no-water
refrigerant-mo | acr 1-1/8 copper > fitting copper, 0.003 | n2 near txv 4 | charged fire | soft-part |
refrigerant-poe | acr 1-1/8 copper > fitting copper, 0.003 | n2 near txv 40 | charged fire | | no-water
refrigerant-poe | acr 1-1/8 copper > fitting copper, 0.003 | n2 wall | charged fire | wall-behind | no-water
refrigerant-poe | acr 1-1/8 copper > stub stainless-304, 0.003 | n2 | charged closed-line hot-oil fire | fluoride | no-water
refrigerant-poe | acr 1-1/8 copper > stub nickel-copper-400, 0.004 | n2 | charged closed-line hot-oil nickel-strain fire | fluoride | no-water
refrigerant-poe | acr 1-1/8 copper > fitting cupronickel-10, 0.004 | n2 | charged fire | fluoride | no-water
refrigerant-poe | acr 1-1/8 aluminium-3003 > fitting aluminium-3003, 0.004 | n2 | charged fire | no-colour fluoride | no-water
refrigerant-poe | acr 1-1/8 copper > stub aluminium-3003, 0.004 | n2 | charged closed-line hot-oil fire | | no-water
refrigerant-mo | acr 7/8 copper > swaged copper, 0.003 | n2 | charged fire | |
refrigerant-poe | acr 1-1/8 copper > fitting silicon-bronze, 0.003 | n2 | charged fire | fluoride | no-water
medical-oxygen | med-l 3/4 copper > fitting copper, 0.003 | n2 | medical fire | |
medical-oxygen | med-l 3/4 copper > valve brass-forging, 0.003 | n2 | closed-line medical fire | zinc-metal soft-part fluoride | no-quench
medical-vacuum | l 3/4 copper > fitting copper, 0.003 | n2 wall | medical fire | wall-behind |
medical-waste-gas | k 3/4 copper > fitting copper, 0.003 | n2 | medical fire | |
drinking-water | l 3/4 copper > fitting copper, 0.003 | n2 | fire | |
drinking-water | l 3/4 copper > fitting brass-lead-free, 0.003 | n2 | fire | zinc-metal fluoride |
sprinkler | l 2 copper > fitting copper, 0.003 | n2 | fire | |
steam | l 1 copper > valve red-brass-cast, 0.003 | n2 | closed-line fire | zinc-metal soft-part fluoride | no-quench
compressed-air | l 1 copper > fitting copper, 0.003 | n2 | fire | |
helium | med-l 1/2 copper > fitting copper, 0.003 | n2 | fire | |
hydrogen | med-l 1/2 copper > fitting copper, 0.003 | n2 | flammable fire | |
fuel-gas | l 3/4 copper > fitting copper, 0.003 | n2 | flammable fire | fluoride |
fuel-gas | l 3/4 copper > valve brass-forging, 0.003 | n2 | flammable closed-line fire | zinc-metal soft-part fluoride | no-quench
fuel-oil | l 1/2 copper > fitting copper, 0.003 | n2 | flammable fire | |
structure | pipe-40 1 steel > fitting steel, 0.003 | rod RBCuZn-C | fire | zinc-rod fluoride |
structure | pipe-40 1 galvanised-steel > fitting steel, 0.003 | wall | zinc-coat fire | wall-behind zinc-rod fluoride |
structure | pipe-40 1 steel > fitting cast-iron, 0.003 | | fire | zinc-rod fluoride | no-quench
structure | pipe-40 1 steel > fitting steel, 0.003 | cadmium rod BAg-1 | fire | cadmium fluoride |
acetylene | pipe-40 1 steel > fitting steel, 0.003 | n2 | flammable fire | fluoride |
`;

interface Row {
  readonly row: string;
  readonly plan: JointPlan;
  readonly isPurged: boolean;
  readonly wanted: Readonly<Record<'prepare' | 'heat' | 'cool', readonly string[]>>;
}

function rowOf(row: string): Row {
  const [serviceId = '', joint = '', more = '', prepare = '', heat = '', cool = ''] = row
    .split('|')
    .map((c) => c.trim());
  const [, standardId = '', size = '', tube = '', kind = '', socket = '', gap = ''] =
    /^(\S+) (\S+) (\S+) > (\S+) (\S+), (\S+)$/.exec(joint) ?? [];
  const near = /near (\S+) (\S+)/.exec(more);
  const rod = /rod (\S+)/.exec(more)?.[1] ?? null;
  const spec: Partial<JointSpec> = {
    tube: { standardId, size, metalId: tube },
    socket: { kind: kind as JointSpec['socket']['kind'], metalId: socket, depthM: null, cup: null },
    fitUp: { mode: 'stated', gapSideM: Number(gap) * INCH },
    partNearby: near ? { partId: near[1]!, distanceM: Number(near[2]) * INCH } : null,
    wallBehind: more.includes('wall'),
    fillerId: rod,
    cadmiumReason: more.includes('cadmium') ? 'old stock' : null,
  };
  const ids = (text: string): string[] => text.split(' ').filter(Boolean);
  return {
    row,
    plan: planJoint(sampleJoint(spec), sampleLine({ serviceId, designPa: 0, testPa: 0 })),
    isPurged: /\bn2\b/.test(more),
    wanted: { prepare: ids(prepare), heat: ids(heat), cool: ids(cool) },
  };
}

const rows = TABLE.trim().split('\n').map(rowOf);

describe('cautions of forty kinds of joint', () => {
  it('is a table of at least forty', () => expect(rows.length).toBeGreaterThanOrEqual(40));
  it.each(rows)('$row', ({ plan, isPurged, wanted }) => {
    const at = (step: string): string[] =>
      cautionsFor(plan)
        .filter((c) => c.step === step)
        .map((c) => c.id);
    expect(at('prepare')).toEqual(wanted.prepare);
    expect(at('purge')).toEqual(isPurged ? ['straight-cylinder', 'nitrogen-room'] : []);
    expect(at('heat')).toEqual(wanted.heat);
    expect(at('cool')).toEqual([...wanted.cool, ...(isPurged ? ['keep-nitrogen'] : [])]);
  });
  it('every caution stands somewhere in the table, and somewhere it does not', () => {
    for (const { id } of CAUTIONS) {
      const n = rows.filter((r) => cautionsFor(r.plan).some((c) => c.id === id)).length;
      expect(n, id).toBeGreaterThan(0);
      if (id !== 'fire') expect(n, id).toBeLessThan(rows.length);
    }
  });
});

describe('cautions that are read', () => {
  it('are at most three on a step, the worst, and the rest is kept', () => {
    expect(MOST_SHOWN).toBe(3);
    for (const { plan } of rows)
      for (const step of STEPS) {
        const { shown, more } = cautionsAt(plan, step);
        expect(shown.length).toBeLessThanOrEqual(MOST_SHOWN);
        expect([...shown, ...more]).toEqual(cautionsFor(plan).filter((c) => c.step === step));
      }
  });
  it('are short: one or two sentences that a fitter reads at the torch', () => {
    for (const { id, says } of CAUTIONS) expect(says.length, id).toBeLessThanOrEqual(160);
  });
  it('leave the torch rig to the rig', () => {
    for (const { plan } of rows) {
      const says = [...cautionsFor(plan), ...schoolCautions(plan)].map((c) => c.says).join(' ');
      expect(says).not.toMatch(/acetylene never|shade|cylinder valve/i);
    }
    const rig = rigCautions(rows[0]!.plan.schools).map((s) => inUnits(s, 'us'));
    expect(rig.join(' ')).toMatch(/Acetylene never above 15 psi/);
    expect(rig).toHaveLength(6);
  });
});
