import { describe, expect, it } from 'vitest';
import { planJoint } from '../joint/plan.js';
import { METALS } from '../metals/metals.js';
import { SERVICES } from '../services/services.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { INCH } from '../units/units.js';

/**
 * Every metal in at least three pairs, and every service with a joint that is made and one that is not, as an inspector
 * knows them: the family of the rod, the class of the flux, or the rule that refuses.
 *
 *   service | metal > metal, gap a side in inches | rod family and flux ("BAg FB3"), or "refused RULE", or "none RULE"
 */
const TABLE = `
refrigerant-poe | copper-iron > brass-forging, 0.003 | BAg FB3
refrigerant-poe | copper-iron > stainless-304, 0.003 | BAg FB3
refrigerant-poe | copper-iron > steel, 0.004 | BAg FB3
refrigerant-poe | brass-free-cutting > copper, 0.003 | BAg FB3
refrigerant-poe | brass-free-cutting > brass-free-cutting, 0.003 | BAg FB3
refrigerant-poe | brass-free-cutting > steel, 0.003 | BAg FB3
refrigerant-poe | brass-cartridge > copper, 0.003 | BAg FB3
refrigerant-poe | brass-cartridge > brass-cartridge, 0.003 | BAg FB3
refrigerant-poe | brass-cartridge > steel, 0.003 | BAg FB3
refrigerant-poe | brass-forging > copper, 0.003 | BAg FB3
refrigerant-poe | brass-forging > brass-forging, 0.003 | BAg FB3
refrigerant-poe | red-brass > copper, 0.003 | BAg FB3
refrigerant-poe | red-brass > red-brass, 0.003 | BAg FB3
refrigerant-poe | red-brass > steel, 0.003 | BAg FB3
drinking-water | copper > brass-lead-free, 0.003 | BAg FB3
drinking-water | copper > brass-lead-free-cast, 0.003 | BAg FB3
drinking-water | brass-lead-free > brass-lead-free, 0.003 | BAg FB3
drinking-water | brass-lead-free > brass-lead-free-cast, 0.003 | BAg FB3
chilled-water | brass-lead-free > steel, 0.003 | BAg FB3
chilled-water | brass-lead-free-cast > steel, 0.003 | BAg FB3
refrigerant-poe | silicon-bronze > copper, 0.003 | BAg FB3
refrigerant-poe | silicon-bronze > silicon-bronze, 0.003 | BAg FB3
refrigerant-poe | silicon-bronze > steel, 0.003 | BAg FB3
refrigerant-poe | copper > red-brass-cast, 0.003 | BAg FB3
refrigerant-poe | red-brass > red-brass-cast, 0.003 | BAg FB3
refrigerant-poe | steel > red-brass-cast, 0.001 | BAg FB3
refrigerant-poe | copper > semi-red-brass-cast, 0.003 | BAg FB3
refrigerant-poe | red-brass > semi-red-brass-cast, 0.003 | BAg FB3
refrigerant-poe | steel > semi-red-brass-cast, 0.001 | BAg FB3
refrigerant-poe | aluminium-bronze > copper, 0.003 | BAg FB4
refrigerant-poe | aluminium-bronze > aluminium-bronze, 0.003 | BAg FB4
refrigerant-poe | aluminium-bronze > steel, 0.003 | BAg FB4
refrigerant-poe | cupronickel-10 > copper, 0.003 | BAg FB3
refrigerant-poe | cupronickel-10 > cupronickel-10, 0.003 | BAg FB3
refrigerant-poe | cupronickel-10 > steel, 0.003 | BAg FB3
refrigerant-poe | cupronickel-30 > copper, 0.003 | BAg FB3
refrigerant-poe | cupronickel-30 > cupronickel-30, 0.003 | BAg FB3
refrigerant-poe | cupronickel-30 > stainless-316, 0.003 | BAg FB3
refrigerant-poe | copper > plated-steel, 0.005 | BAg FB3
refrigerant-poe | steel > plated-steel, 0.003 | BAg FB3
refrigerant-poe | red-brass > plated-steel, 0.004 | BAg FB3
refrigerant-poe | copper > galvanised-steel, 0.005 | BAg FB3
refrigerant-poe | steel > galvanised-steel, 0.003 | BAg FB3
refrigerant-poe | galvanised-steel > galvanised-steel, 0.003 | BAg FB3
refrigerant-poe | copper > stainless-304, 0.003 | BAg FB3
refrigerant-poe | stainless-304 > stainless-304, 0.003 | BAg FB3
refrigerant-poe | stainless-304 > steel, 0.003 | BAg FB3
refrigerant-poe | copper > stainless-316, 0.003 | BAg FB3
refrigerant-poe | stainless-316 > stainless-316, 0.003 | BAg FB3
structure | steel > cast-iron, 0.003 | RBCuZn FB3
structure | cast-iron > cast-iron, 0.003 | RBCuZn FB3
refrigerant-poe | copper > cast-iron, 0.006 | BAg FB3
refrigerant-poe | nickel-200 > copper, 0.003 | BAg FB3
refrigerant-poe | nickel-200 > nickel-200, 0.003 | BAg FB3
refrigerant-poe | nickel-200 > steel, 0.003 | BAg FB3
refrigerant-poe | nickel-copper-400 > copper, 0.003 | BAg FB3
refrigerant-poe | nickel-copper-400 > nickel-copper-400, 0.003 | BAg FB3
refrigerant-poe | nickel-copper-400 > steel, 0.003 | BAg FB3
refrigerant-poe | nickel-chromium-molybdenum > copper, 0.003 | refused not-brazed
refrigerant-poe | nickel-chromium-molybdenum > steel, 0.003 | refused not-brazed
refrigerant-poe | nickel-chromium-molybdenum > stainless-316, 0.003 | refused not-brazed
refrigerant-poe | titanium > copper, 0.003 | refused not-brazed
refrigerant-poe | titanium > titanium, 0.003 | refused not-brazed
refrigerant-poe | titanium > steel, 0.003 | refused not-brazed
refrigerant-poe | aluminium-3003 > aluminium-3003, 0.004 | BAlSi FB1
refrigerant-poe | copper > aluminium-3003, 0.004 | refused copper-aluminium
refrigerant-poe | steel > aluminium-3003, 0.004 | refused copper-aluminium
refrigerant-poe | aluminium-6061 > aluminium-6061, 0.004 | none melting-margin
refrigerant-poe | aluminium-6061 > aluminium-3003, 0.004 | none melting-margin
refrigerant-poe | copper > aluminium-6061, 0.004 | refused copper-aluminium
refrigerant-mo | copper > copper, 0.003 | BCuP -
refrigerant-mo | copper > aluminium-3003, 0.004 | refused copper-aluminium
refrigerant-a2l | copper > copper, 0.003 | BCuP -
refrigerant-a2l | copper > titanium, 0.003 | refused not-brazed
refrigerant-a3 | copper > copper, 0.003 | BCuP -
refrigerant-a3 | copper > aluminium-3003, 0.004 | refused copper-aluminium
refrigerant-744 | stainless-304 > stainless-304, 0.003 | BAg FB3
refrigerant-744 | copper > titanium, 0.003 | refused not-brazed
medical-oxygen | copper > copper, 0.003 | BCuP -
medical-oxygen | copper > steel, 0.003 | refused medical-tube
medical-air | copper > copper, 0.003 | BCuP -
medical-air | copper > galvanised-steel, 0.003 | refused medical-tube
medical-n2o | copper > copper, 0.003 | BCuP -
medical-n2o | copper > cast-iron, 0.003 | refused medical-tube
medical-co2 | copper > copper, 0.003 | BCuP -
medical-co2 | copper > plated-steel, 0.003 | refused medical-tube
medical-vacuum | copper > copper, 0.003 | BCuP -
medical-vacuum | steel > copper, 0.003 | refused medical-tube
medical-waste-gas | copper > copper, 0.003 | BCuP -
medical-waste-gas | copper > steel, 0.003 | refused medical-tube
drinking-water | copper > copper, 0.003 | BCuP -
drinking-water | copper > brass-forging, 0.003 | refused lead-free
chilled-water | copper > copper, 0.003 | BCuP -
chilled-water | copper > aluminium-3003, 0.004 | refused copper-aluminium
glycol-water | copper > copper, 0.003 | BCuP -
glycol-water | copper > titanium, 0.003 | refused not-brazed
sprinkler | copper > copper, 0.003 | BCuP -
sprinkler | copper > aluminium-6061, 0.004 | refused copper-aluminium
steam | copper > copper, 0.003 | BCuP -
steam | copper > aluminium-3003, 0.004 | refused copper-aluminium
compressed-air | copper > copper, 0.003 | BCuP -
compressed-air | copper > aluminium-3003, 0.004 | refused copper-aluminium
laboratory-gas | stainless-316 > stainless-316, 0.003 | BAg FB3
laboratory-gas | copper > titanium, 0.003 | refused not-brazed
helium | copper > copper, 0.003 | BCuP -
helium | copper > nickel-chromium-molybdenum, 0.003 | refused not-brazed
hydrogen | copper > copper, 0.003 | BCuP -
hydrogen | copper > titanium, 0.003 | refused not-brazed
fuel-gas | copper > copper, 0.003 | BAg FB3
fuel-gas | copper > aluminium-3003, 0.004 | refused copper-aluminium
fuel-oil | copper > copper, 0.003 | BCuP -
fuel-oil | copper > aluminium-3003, 0.004 | refused copper-aluminium
ammonia | steel > steel, 0.003 | refused ammonia
ammonia | aluminium-3003 > aluminium-3003, 0.004 | refused ammonia
acetylene | steel > steel, 0.003 | BAg FB3
acetylene | copper > steel, 0.003 | refused acetylene-metal
hot-sulphur-gas | stainless-304 > stainless-304, 0.003 | BAg FB3
hot-sulphur-gas | copper > titanium, 0.003 | refused not-brazed
structure | steel > titanium, 0.003 | refused not-brazed
`;

/** Tube of a metal as it is made. */
const TUBE = {
  pipe: { standardId: 'pipe-40', size: '1' },
  medical: { standardId: 'med-l', size: '3/4' },
  refrigeration: { standardId: 'acr', size: '1-1/8' },
} as const;

function rowOf(row: string) {
  const [serviceId = '', joint = '', wanted = ''] = row.split('|').map((c) => c.trim());
  const [, tube = '', socket = '', gap = ''] = /^(\S+) > (\S+), (\S+)$/.exec(joint) ?? [];
  const made = serviceId.startsWith('medical')
    ? 'medical'
    : tube === 'copper' || tube === 'copper-iron'
      ? 'refrigeration'
      : 'pipe';
  const plan = planJoint(
    sampleJoint({
      tube: { ...TUBE[made], metalId: tube },
      socket: { kind: 'fitting', metalId: socket, depthM: null, cup: null },
      fitUp: { mode: 'stated', gapSideM: Number(gap) * INCH },
    }),
    sampleLine({ serviceId, designPa: 0, testPa: 0 }),
  );
  return { row, serviceId, tube, socket, wanted, plan };
}
const rows = TABLE.trim().split('\n').map(rowOf);

describe('pairs of metals as an inspector knows them', () => {
  it.each(rows)('$row', ({ wanted, plan }) => {
    const { chosen, jointFindings, judgements } = plan.selection;
    const [first = '', second = ''] = wanted.split(' ');
    if (first === 'refused') {
      expect(jointFindings.filter((f) => f.effect === 'refuse').map((f) => f.rule)).toContain(second);
      expect(chosen).toBeNull();
    } else if (first === 'none') {
      expect(chosen).toBeNull();
      expect(judgements.some((j) => j.findings.some((f) => f.rule === second && f.effect === 'refuse'))).toBe(true);
    } else {
      expect([chosen?.filler.group, chosen?.flux?.id.slice(0, 3) ?? '-']).toEqual([first, second]);
    }
  });
  it('every metal stands in at least three pairs', () => {
    for (const { id } of METALS) {
      const partners = rows.flatMap((r) => (r.tube === id ? [r.socket] : r.socket === id ? [r.tube] : []));
      expect(new Set(partners).size, id).toBeGreaterThanOrEqual(3);
    }
  });
  it('every service has a joint that is made, but ammonia, and one that is not', () => {
    for (const { id } of SERVICES) {
      const of = rows.filter((r) => r.serviceId === id);
      const made = of.filter((r) => r.plan.selection.chosen).length;
      expect([made > 0, of.length > made], id).toEqual([id !== 'ammonia', true]);
    }
  });
});
