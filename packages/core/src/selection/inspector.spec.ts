import { describe, expect, it } from 'vitest';
import type { JointSpec, LineConditions } from '../joint/joint.js';
import { planJoint } from '../joint/plan.js';
import { schoolsOf } from '../schools/schools.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { degFToK, INCH } from '../units/units.js';

/**
 * Joints as an inspector would check them: what is given, what is answered, by which rule, with which source.
 *
 *   service | standard size metal > kind metal | gap a side | more | answer | rule | source
 *
 * Gap: "nominal", inches a side as stated, or "od1,od2/id1,id2" read in inches with the instrument after it.
 * Answer: rod and flux ("BCuP-5 -" is without flux); "refused" where the joint is; "none" where no rod serves.
 */
const TABLE = `
refrigerant-poe | acr 7/8 copper > fitting copper | nominal | | BCuP-2 - | small-refrigeration | practice
refrigerant-poe | acr 7/8 copper > fitting copper | nominal | moves | BCuP-5 - | small-refrigeration | practice
refrigerant-poe | acr 7/8 copper > fitting copper | nominal | fifteen | BCuP-5 - | small-refrigeration | practice
refrigerant-mo | acr 1/2 copper > fitting copper | nominal | moves | BCuP-5 - | small-refrigeration | practice
refrigerant-poe | acr 3/8 copper > fitting copper | nominal | | BCuP-2 - | small-refrigeration | practice
refrigerant-poe | acr 1-1/8 copper > fitting copper | nominal | | BCuP-5 - | flux-covers | CDA
refrigerant-poe | acr 2-1/8 copper > fitting copper | nominal | | BCuP-5 - | flux-covers | CDA
refrigerant-poe | acr-coil 5/8 copper > swaged copper | 0.002 | | BCuP-2 - | small-refrigeration | practice
refrigerant-poe | acr 1-1/8 copper > stub plated-steel | 0.005 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
refrigerant-poe | acr 7/8 copper > stub steel | 0.005 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
refrigerant-poe | acr 7/8 copper > stub galvanised-steel | 0.005 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
refrigerant-poe | acr 1-1/8 copper > valve brass-forging | 0.003 | | BAg-7 FB3-A | phosphorus-brass | practice
refrigerant-poe | acr 1-1/8 copper > valve brass-forging | 0.003 | permissive | BCuP-5 FB3-A | phosphorus-brass | practice
refrigerant-poe | acr 1-1/8 copper > valve brass-free-cutting | 0.003 | | BAg-7 FB3-A | melting-margin | practice
refrigerant-poe | acr 1-1/8 copper > fitting red-brass-cast | 0.003 | | BAg-7 FB3-A | cast-parts | practice
refrigerant-poe | acr 1-1/8 copper > stub stainless-304 | 0.003 | | BAg-24 FB3-C | stainless-nickel | AWS Brazing Handbook
refrigerant-poe | acr 1-1/8 copper-iron > fitting copper | 0.003 | | BCuP-5 - | phosphorus-copper-iron | practice
refrigerant-poe | acr 1-1/8 copper > stub nickel-copper-400 | 0.004 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
refrigerant-poe | acr 1-1/8 copper > stub cupronickel-10 | 0.004 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
refrigerant-poe | acr 1-1/8 copper > stub aluminium-bronze | 0.003 | | BAg-24 FB4-A | flux-covers | AWS A5.31
refrigerant-poe | acr 1-1/8 copper > valve silicon-bronze | 0.003 | | BAg-7 FB3-A | phosphorus-brass | practice
refrigerant-poe | acr 1-1/8 copper > stub aluminium-3003 | 0.004 | | refused | copper-aluminium | intermetallics
refrigerant-poe | acr 1-1/8 aluminium-3003 > fitting aluminium-3003 | 0.004 | | BAlSi-4 FB1-A | flux-covers | AWS A5.31
refrigerant-poe | acr 1-1/8 aluminium-6061 > fitting aluminium-6061 | 0.004 | | none | melting-margin | practice
refrigerant-poe | pipe-40 1 steel > fitting steel | 0.003 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
refrigerant-poe | acr 1-1/8 copper > fitting copper | 0.0005 | | BCuP-2 - | gap-at-heat | expansion
refrigerant-poe | acr 1-1/8 copper > fitting copper | 0.0012 | | BCuP-2 - | flux-covers | CDA
refrigerant-poe | acr 1-1/8 copper > fitting copper | 0.0051 | | BCuP-5 - | flux-covers | CDA
refrigerant-poe | acr 1-1/8 copper > fitting copper | 0.0058 | | BCuP-5 - | gap-at-heat | expansion
refrigerant-poe | acr 1-1/8 copper > fitting copper | 0.0075 | | none | gap-at-heat | expansion
refrigerant-poe | acr 1-1/8 copper > stub steel | 0.001 | | none | gap-at-heat | expansion
refrigerant-poe | acr 1-1/8 copper > fitting copper | 1.1250,1.1250/1.1310,1.1310 caliper | | BCuP-5 - | flux-covers | CDA
refrigerant-poe | acr 1-1/8 copper > fitting copper | 1.1220,1.1310/1.1300,1.1320 caliper | | refused | readings | smallest and largest
refrigerant-poe | acr 1-1/8 copper > fitting copper | 1.1200,1.1270/1.1290,1.1330 caliper | | none | gap-at-heat | expansion
refrigerant-poe | acr 1-1/8 copper > fitting copper | 1.2250,1.2250/1.2310,1.2310 caliper | | refused | readings | typing error
refrigerant-poe | acr 1-1/8 copper > fitting copper | 1.2250,1.2250/1.2310,1.2310 caliper | confirmed | BCuP-5 - | flux-covers | CDA
refrigerant-poe | acr 1-1/8 copper > fitting copper | 1.1250,1.1250/1.1810,1.1810 caliper | | refused | readings | typing error
refrigerant-poe | acr 1-1/8 copper > fitting copper | nominal | near txv 4 | BCuP-5 - | part-nearby | heat plan
refrigerant-poe | acr 1-1/8 copper > fitting copper | nominal | near txv 40 | BCuP-5 - | part-nearby | heat plan
refrigerant-poe | acr 1-1/8 copper > valve brass-forging | 0.003 | near txv 4 | BAg-7 FB3-A | soft-seat | practice
refrigerant-poe | acr 1-1/8 copper > fitting copper | nominal | hot 420 | refused | service-temperature | CDA
refrigerant-poe | acr 1-1/8 copper > fitting copper | nominal | hot 400 | BCuP-5 - | flux-covers | CDA
refrigerant-poe | acr 1-1/8 copper > patch copper | 0.003 | | refused | patch | gets a plant going
refrigerant-poe | acr 1-1/8 copper > patch copper | 0.003 | temporary | refused | patch | gets a plant going
refrigerant-poe | acr 1-1/8 copper > patch copper | 0.003 | temporary dated | BCuP-3 - | patch-rod | gets a plant going
refrigerant-poe | acr 1-1/8 aluminium-3003 > patch aluminium-3003 | 0.003 | temporary dated | ZnAl-2 Cs-Al-F | patch-rod | gets a plant going
refrigerant-poe | acr 1-1/8 copper > patch brass-forging | 0.003 | temporary dated | refused | patch | gets a plant going
refrigerant-poe | acr 1-1/8 steel > patch steel | 0.003 | temporary dated | refused | patch | gets a plant going
medical-oxygen | med-l 3/4 copper > fitting copper | nominal | | BCuP-2 - | medical-rod | NFPA 99
medical-oxygen | med-k 1 copper > fitting copper | nominal | | BCuP-5 - | medical-rod | NFPA 99
medical-oxygen | l 3/4 copper > fitting copper | nominal | | refused | medical-tube | NFPA 99
medical-oxygen | m 3/4 copper > fitting copper | nominal | | refused | medical-tube | NFPA 99
medical-air | acr 7/8 copper > fitting copper | nominal | | refused | medical-tube | NFPA 99
medical-air | acr-coil 7/8 copper > fitting copper | nominal | | refused | medical-tube | NFPA 99
medical-air | pipe-40 1 steel > fitting steel | 0.003 | | refused | medical-tube | NFPA 99
medical-air | pipe-40 1 stainless-304 > fitting stainless-304 | 0.003 | | refused | medical-tube | NFPA 99
medical-n2o | med-l 3/4 copper > stub steel | 0.005 | | refused | medical-tube | NFPA 99
medical-n2o | med-l 3/4 copper > stub plated-steel | 0.005 | | refused | medical-tube | NFPA 99
medical-n2o | med-l 3/4 copper-iron > fitting copper | nominal | | refused | medical-tube | NFPA 99
medical-oxygen | en 22x1 copper > fitting copper | nominal | | BCuP-5 - | medical-tube | NFPA 99
medical-oxygen | med-l 3/4 copper > valve brass-forging | 0.003 | | BAg-7 FB3-A | phosphorus-brass | NFPA 99
medical-oxygen | med-l 3/4 copper > valve brass-forging | 0.003 | permissive | BAg-7 FB3-A | phosphorus-brass | NFPA 99
medical-co2 | med-l 3/4 copper > fitting red-brass-cast | 0.003 | | BAg-7 FB3-A | phosphorus-brass | NFPA 99
medical-oxygen | med-l 3/4 copper > stub stainless-316 | 0.003 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
medical-oxygen | med-l 3/4 copper > patch copper | 0.003 | temporary dated | refused | patch | gets a plant going
medical-vacuum | med-l 1 copper > fitting copper | nominal | | BCuP-5 - | medical-rod | NFPA 99
medical-vacuum | l 1 copper > fitting copper | nominal | | BCuP-5 - | medical-rod | NFPA 99
medical-vacuum | m 1 copper > fitting copper | nominal | | BCuP-5 - | medical-rod | NFPA 99
medical-vacuum | acr 1-1/8 copper > fitting copper | nominal | | BCuP-5 - | medical-rod | NFPA 99
medical-vacuum | pipe-40 1 stainless-304 > fitting stainless-304 | 0.003 | | BAg-24 FB3-C | stainless-nickel | AWS Brazing Handbook
medical-vacuum | pipe-40 1 steel > fitting steel | 0.003 | | refused | medical-tube | NFPA 99
medical-vacuum | pipe-40 1 copper > fitting copper | 0.003 | | refused | medical-tube | NFPA 99
fuel-gas | l 1/2 copper > fitting copper | 0.003 | | BAg-24 FB3-A | fuel-gas-phosphorus | NFPA 54
fuel-gas | l 3/4 copper > valve brass-forging | 0.003 | | BAg-7 FB3-A | fuel-gas-phosphorus | NFPA 54
fuel-gas | pipe-40 1 steel > fitting steel | 0.003 | | BAg-24 FB3-C | brass-rod | 300 °F
fuel-gas | l 1/2 copper > patch copper | 0.003 | temporary dated | refused | patch | gets a plant going
hot-sulphur-gas | l 1 copper > fitting copper | 0.003 | | BAg-24 FB3-A | sulphur | AWS Brazing Handbook
hot-sulphur-gas | l 1 copper > stub stainless-304 | 0.003 | | BAg-24 FB3-C | sulphur | AWS Brazing Handbook
hot-sulphur-gas | pipe-40 1 steel > fitting steel | 0.003 | | BAg-24 FB3-C | sulphur | AWS Brazing Handbook
hot-sulphur-gas | acr 1-1/8 aluminium-3003 > fitting aluminium-3003 | 0.004 | | none | sulphur | AWS Brazing Handbook
ammonia | l 1 copper > fitting copper | nominal | | refused | ammonia | ASHRAE 15
ammonia | pipe-40 1 steel > fitting steel | 0.003 | | refused | ammonia | ASHRAE 15
ammonia | pipe-40 1 stainless-304 > fitting stainless-316 | 0.003 | | refused | ammonia | IIAR
ammonia | pipe-40 1 steel > valve brass-forging | 0.003 | | refused | ammonia | ASHRAE 15
ammonia | acr 1-1/8 aluminium-3003 > fitting aluminium-3003 | 0.004 | | refused | ammonia | ASHRAE 15
acetylene | l 1 copper > fitting copper | nominal | | refused | acetylene-metal | ISO 9539
acetylene | pipe-40 1 steel > fitting brass-cartridge | 0.003 | | refused | acetylene-metal | ISO 9539
acetylene | pipe-40 1 steel > fitting red-brass-cast | 0.003 | | refused | acetylene-metal | ISO 9539
acetylene | pipe-40 1 steel > fitting semi-red-brass-cast | 0.003 | | refused | acetylene-metal | CGA
acetylene | pipe-40 1 steel > fitting brass-lead-free | 0.003 | | refused | acetylene-metal | CGA
acetylene | pipe-40 1 steel > stub plated-steel | 0.003 | | refused | acetylene-metal | CGA
acetylene | pipe-40 1 steel > valve brass-free-cutting | 0.002 | | BAg-36 FB3-C | acetylene-rod | ISO 9539
acetylene | pipe-40 1 steel > valve brass-forging | 0.002 | | BAg-36 FB3-C | acetylene-rod | ISO 9539
acetylene | pipe-40 1 steel > fitting steel | 0.003 | | BAg-5 FB3-C | acetylene-rod | ISO 9539
acetylene | pipe-40 1 steel > fitting steel | 0.003 | acetylene-strict | none | acetylene-rod | ISO 9539
acetylene | pipe-40 1 stainless-304 > fitting stainless-304 | 0.003 | | BAg-5 FB3-C | acetylene-rod | ISO 9539
drinking-water | l 3/4 copper > fitting copper | nominal | | BCuP-2 - | flux-covers | CDA
drinking-water | l 3/4 copper > valve brass-free-cutting | 0.003 | | refused | lead-free | NSF/ANSI 372
drinking-water | l 3/4 copper > valve brass-forging | 0.003 | | refused | lead-free | SDWA
drinking-water | l 3/4 copper > fitting red-brass-cast | 0.003 | | refused | lead-free | SDWA
drinking-water | l 3/4 copper > fitting semi-red-brass-cast | 0.003 | | refused | lead-free | SDWA
drinking-water | l 3/4 copper > valve brass-lead-free | 0.003 | | BAg-24 FB3-A | melting-margin | practice
drinking-water | l 3/4 copper > fitting brass-lead-free-cast | 0.003 | | BAg-24 FB3-A | cast-parts | practice
drinking-water | l 3/4 copper > valve silicon-bronze | 0.003 | | BAg-7 FB3-A | phosphorus-brass | practice
drinking-water | l 3/4 copper > stub stainless-304 | 0.003 | | BAg-24 FB3-C | stainless-nickel | AWS Brazing Handbook
chilled-water | l 1-1/4 copper > fitting copper | nominal | | BCuP-5 - | flux-covers | CDA
chilled-water | l 1-1/4 copper > stub stainless-316 | 0.003 | | BAg-24 FB3-C | stainless-nickel | AWS Brazing Handbook
chilled-water | l 1-1/4 copper > valve brass-forging | 0.003 | | BAg-7 FB3-A | phosphorus-brass | practice
chilled-water | pipe-40 1 steel > fitting steel | 0.003 | | BAg-24 FB3-C | brass-rod | 300 °F
structure | pipe-40 1 steel > stub steel | 0.003 | | RBCuZn-C FB3-D | flux-covers | AWS A5.31
structure | pipe-40 1 cast-iron > stub cast-iron | 0.003 | | RBCuZn-C FB3-D | cast-parts | practice
structure | l 1 copper > stub steel | 0.005 | | RBCuZn-C FB3-D | flux-covers | AWS A5.31
structure | pipe-40 1 steel > stub steel | 0.003 | hot 420 | RBCuZn-C FB3-D | service-temperature | CDA
refrigerant-a2l | acr 7/8 copper > fitting copper | nominal | | BCuP-2 - | small-refrigeration | practice
refrigerant-a3 | acr 1-1/8 copper > stub plated-steel | 0.005 | | BAg-24 FB3-C | phosphorus-iron-nickel | AWS Brazing Handbook
refrigerant-744 | acr 7/8 copper-iron > fitting copper | 0.003 | | BCuP-5 - | refrigerant-744 | practice
refrigerant-744 | acr 7/8 titanium > fitting copper | 0.003 | | refused | not-brazed | practice
medical-waste-gas | k 3/4 copper > fitting copper | nominal | | BCuP-2 - | medical-rod | NFPA 99
medical-waste-gas | med-k 3/4 steel > fitting copper | nominal | | refused | medical-tube | NFPA 99
glycol-water | l 1 copper > fitting copper | nominal | | BCuP-5 - | glycol-water | practice
glycol-water | l 1 copper > stub nickel-chromium-molybdenum | 0.003 | | refused | not-brazed | practice
sprinkler | l 2 copper > fitting copper | nominal | | BCuP-5 - | sprinkler | NFPA 13
sprinkler | l 2 copper > stub aluminium-3003 | 0.004 | | refused | copper-aluminium | intermetallics
steam | l 1 copper > fitting copper | nominal | | BCuP-5 - | steam | practice
compressed-air | l 1 copper > fitting copper | nominal | | BCuP-5 - | flux-covers | CDA
laboratory-gas | med-l 1/2 copper > fitting copper | nominal | | BCuP-2 - | nitrogen | NFPA 99
helium | med-l 1/2 copper > fitting copper | nominal | | BCuP-2 - | helium | practice
helium | med-l 1/2 titanium > fitting copper | 0.003 | | refused | not-brazed | practice
hydrogen | med-l 1/2 copper > fitting copper | nominal | | BCuP-2 - | hydrogen | practice
fuel-oil | l 1/2 copper > fitting copper | nominal | | BCuP-2 - | flux-covers | CDA
fuel-oil | l 1/2 copper > valve brass-forging | 0.003 | | BAg-7 FB3-A | phosphorus-brass | practice
`;

interface Row {
  readonly text: string;
  readonly joint: JointSpec;
  readonly line: LineConditions;
  readonly answer: string;
  readonly rule: string;
  readonly source: string;
}

function fitOf(gap: string, confirmed: boolean): JointSpec['fitUp'] {
  if (gap === 'nominal') return { mode: 'nominal' };
  const read = /^([\d.]+),([\d.]+)\/([\d.]+),([\d.]+) (\w+)$/.exec(gap);
  if (!read) return { mode: 'stated', gapSideM: Number(gap) * INCH };
  const [, a, b, c, d, instrument] = read;
  return {
    mode: 'measured',
    tubeOdM: [Number(a) * INCH, Number(b) * INCH],
    socketIdM: [Number(c) * INCH, Number(d) * INCH],
    instrument: instrument as 'caliper',
    confirmed,
  };
}

function rowOf(text: string): Row {
  const [serviceId = '', parts = '', gap = '', more = '', answer = '', rule = '', source = ''] = text
    .split('|')
    .map((c) => c.trim());
  const [standardId = '', size = '', tubeMetal = '', , kind = '', socketMetal = ''] = parts.split(' ');
  const near = /near (\S+) ([\d.]+)/.exec(more);
  const hot = /hot (\d+)/.exec(more);
  return {
    text,
    joint: sampleJoint({
      tube: { standardId, size, metalId: tubeMetal },
      socket: { kind: kind as JointSpec['socket']['kind'], metalId: socketMetal, depthM: null, cup: null },
      fitUp: fitOf(gap, more.includes('confirmed')),
      movement: more.includes('moves'),
      partNearby: near ? { partId: near[1] ?? '', distanceM: Number(near[2]) * INCH } : null,
      patch: more.includes('dated') ? { holeM: 0.003, cutOutBy: '2026-12-24', cutOutOn: null } : null,
    }),
    line: sampleLine({
      serviceId,
      designPa: 0,
      testPa: 0,
      serviceMaxK: degFToK(Number(hot?.[1] ?? 100)),
      schools: schoolsOf({
        ...(more.includes('permissive') ? { phosphorusOnBrass: 'permissive' as const } : {}),
        ...(more.includes('fifteen') ? { silver: 'fifteen' as const } : {}),
        ...(more.includes('temporary') ? { patch: 'temporary' as const } : {}),
        ...(more.includes('acetylene-strict') ? { acetyleneRod: 'strict' as const } : {}),
      }),
    }),
    answer,
    rule,
    source,
  };
}

const rows = TABLE.trim().split('\n').map(rowOf);

describe('joints as an inspector checks them', () => {
  it('are enough, with those of the table of rules', () => expect(rows.length).toBeGreaterThanOrEqual(110));

  it.each(rows.map((r) => [r.text, r] as const))('%s', (_text, { joint, line, answer, rule, source }) => {
    const { selection } = planJoint(joint, line);
    const { chosen, jointFindings, judgements } = selection;
    const refused = jointFindings.some((f) => f.effect === 'refuse');
    const got = chosen ? `${chosen.filler.id} ${chosen.flux?.id ?? '-'}` : refused ? 'refused' : 'none';
    expect(got).toBe(answer);
    // The rule speaks somewhere: of the joint, of the rod taken, or of one that is refused.
    const said = [...jointFindings, ...judgements.flatMap((j) => j.findings)].filter((f) => f.rule === rule);
    expect(said.map((f) => `${f.source.name} ${f.source.note ?? ''} ${f.source.certainty}`).join('\n')).toContain(
      source,
    );
    if (answer === 'refused') expect(jointFindings.find((f) => f.rule === rule)?.effect).toBe('refuse');
    if (!chosen) {
      expect(judgements.every((j) => j.verdict === 'refused')).toBe(true);
      expect(selection.instead?.length ?? 0).toBeGreaterThan(10);
    }
  });
});
