import { describe, expect, it } from 'vitest';
import type { JointSpec, LineConditions } from '../joint/joint.js';
import { type JointPlan, planJoint } from '../joint/plan.js';
import { DEFAULT_SCHOOLS } from '../schools/schools.js';
import { measuredGapIn, sampleJoint, sampleLine } from '../testing/samples.js';
import { degFToK } from '../units/units.js';

type Line = Partial<LineConditions>;
const socket = (metalId: string, kind: JointSpec['socket']['kind'] = 'fitting'): Partial<JointSpec> => ({
  socket: { kind, metalId, depthM: null, cup: null },
});
const service = (serviceId: string): Line => ({ serviceId });
const plan = (joint: Partial<JointSpec> = {}, line: Line = {}): JointPlan =>
  planJoint(sampleJoint(joint), sampleLine(line));
const permissive: Line = { schools: { ...DEFAULT_SCHOOLS, phosphorusOnBrass: 'permissive' } };
const wide = measuredGapIn(0.005);
const aluminium = (id: string): Partial<JointSpec> => ({
  tube: { standardId: 'acr', size: '1-1/8', metalId: id },
  ...socket(id),
});

const bush = { metalId: 'copper', wallM: 0.05 * 0.0254, gapSideM: 0.003 * 0.0254 };

/** [what, joint, line, filler, effect expected of it, rule that says so, source named] */
type Case = [string, Partial<JointSpec>, Line, string, 'refuse' | 'caution' | 'note', string, string];

// prettier-ignore
const cases: Case[] = [
  ['coated silver rod on a range its coating does not cover', { ...socket('copper'), rodForm: 'coated' }, {}, 'BAg-4', 'refuse', 'flux-covers', 'AWS A5.31'],
  ['phosphorus rod on a copper joint with a steel bush', { ...socket('copper', 'bush'), bush: { metalId: 'steel', wallM: 0.0013, gapSideM: 0.00008 } }, {}, 'BCuP-5', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['the second gap of a bush is judged too', { ...socket('copper', 'bush'), bush: { metalId: 'copper', wallM: 0.0013, gapSideM: 0.0004 }, fitUp: measuredGapIn(0.003) }, {}, 'BCuP-5', 'refuse', 'gap-at-heat', 'expansion of both metals'],
  ['the code set is named where no procedure covers', {}, { codeSetId: 'iso-13585' }, 'BCuP-5', 'caution', 'procedure-cover', 'QB'],
  ['copper to copper needs no flux', {}, {}, 'BCuP-5', 'note', 'flux-covers', 'CDA Copper Tube Handbook'],
  ['silver rod on copper wants flux', {}, {}, 'BAg-5', 'note', 'flux-covers', 'AWS A5.31'],
  ['phosphorus on steel', socket('steel', 'stub'), {}, 'BCuP-2', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['phosphorus on a plated stub', socket('plated-steel', 'stub'), {}, 'BCuP-5', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['phosphorus on 304', socket('stainless-304', 'stub'), {}, 'BCuP-5', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['phosphorus on 316', socket('stainless-316', 'stub'), {}, 'BCuP-8', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['phosphorus on cast iron', socket('cast-iron', 'stub'), {}, 'BCuP-6', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['phosphorus on nickel', socket('nickel-200', 'stub'), {}, 'BCuP-5', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['phosphorus on nickel-copper', socket('nickel-copper-400', 'stub'), {}, 'BCuP-3', 'refuse', 'phosphorus-iron-nickel', 'AWS Brazing Handbook'],
  ['strict school on brass', socket('brass-free-cutting', 'valve'), {}, 'BCuP-5', 'refuse', 'phosphorus-brass', 'practice'],
  ['strict school on red brass', socket('red-brass-cast'), {}, 'BCuP-2', 'refuse', 'phosphorus-brass', 'practice'],
  ['permissive school on brass', socket('brass-forging', 'valve'), permissive, 'BCuP-5', 'caution', 'phosphorus-brass', 'practice'],
  ['permissive school still wants flux', socket('brass-forging', 'valve'), permissive, 'BCuP-5', 'note', 'flux-covers', 'AWS A5.31'],
  ['medical gas is strict whatever the school', socket('red-brass-cast'), { ...permissive, ...service('medical-oxygen') }, 'BCuP-5', 'refuse', 'phosphorus-brass', 'NFPA 99'],
  ['medical vacuum too', socket('brass-forging', 'valve'), { ...permissive, ...service('medical-vacuum') }, 'BCuP-5', 'refuse', 'phosphorus-brass', 'NFPA 99'],
  ['cadmium by default', socket('steel', 'stub'), {}, 'BAg-1', 'refuse', 'cadmium', 'OSHA 1910.1027'],
  ['cadmium 50 % silver', socket('steel', 'stub'), {}, 'BAg-1a', 'refuse', 'cadmium', 'OSHA 1910.1027'],
  ['cadmium with nickel', socket('stainless-304', 'stub'), {}, 'BAg-3', 'refuse', 'cadmium', 'OSHA 1910.1027'],
  ['cadmium on drinking water even with a reason', { ...socket('brass-forging', 'valve'), cadmiumReason: 'old stock' }, service('drinking-water'), 'BAg-2', 'refuse', 'cadmium', 'OSHA 1910.1027'],
  ['cadmium in medical gas even with a reason', { cadmiumReason: 'old stock' }, service('medical-air'), 'BAg-1', 'refuse', 'cadmium', 'OSHA 1910.1027'],
  ['cadmium admitted by record', { ...socket('steel', 'stub'), fitUp: wide, cadmiumReason: 'customer standard' }, {}, 'BAg-1', 'caution', 'cadmium', 'OSHA 1910.1027'],
  ['fuel gas rules out phosphorus', {}, service('fuel-gas'), 'BCuP-2', 'refuse', 'fuel-gas-phosphorus', 'NFPA 54'],
  ['fuel gas rules out 15 % silver with phosphorus', {}, service('fuel-gas'), 'BCuP-5', 'refuse', 'fuel-gas-phosphorus', 'NFPA 54'],
  ['hot sulphur gas', {}, service('hot-sulphur-gas'), 'BCuP-5', 'refuse', 'sulphur', 'AWS Brazing Handbook'],
  ['wet stainless without nickel', socket('stainless-304', 'stub'), service('chilled-water'), 'BAg-5', 'refuse', 'stainless-nickel', 'AWS Brazing Handbook'],
  ['wet 316 with tin-bearing rod', socket('stainless-316', 'stub'), service('drinking-water'), 'BAg-7', 'refuse', 'stainless-nickel', 'AWS Brazing Handbook'],
  ['dry stainless: advice only', socket('stainless-304', 'stub'), {}, 'BAg-5', 'note', 'stainless-nickel', 'AWS Brazing Handbook'],
  ['brass rod melts brass', socket('brass-free-cutting', 'valve'), {}, 'RBCuZn-C', 'refuse', 'melting-margin', 'practice'],
  ['nickel silver on cast red brass', socket('red-brass-cast'), {}, 'RBCuZn-D', 'refuse', 'melting-margin', 'practice'],
  ['high silver rod close to semi-red brass', socket('semi-red-brass-cast'), {}, 'BAg-24', 'caution', 'melting-margin', 'practice'],
  ['BAg-5 stays under free-cutting brass only with care', socket('brass-free-cutting', 'valve'), {}, 'BAg-5', 'caution', 'melting-margin', 'practice'],
  ['6061 melts inside the range', aluminium('aluminium-6061'), {}, 'BAlSi-4', 'refuse', 'melting-margin', 'practice'],
  ['6061 with the lower one', aluminium('aluminium-6061'), {}, 'BAlSi-3', 'refuse', 'melting-margin', 'practice'],
  ['silver rod on aluminium', aluminium('aluminium-3003'), {}, 'BAg-24', 'refuse', 'group-for-metal', 'AWS Brazing Handbook'],
  ['aluminium rod on copper', {}, {}, 'BAlSi-4', 'refuse', 'group-for-metal', 'AWS Brazing Handbook'],
  ['gap too wide for thin rod', { fitUp: wide }, {}, 'BCuP-4', 'refuse', 'gap-at-heat', 'AWS Brazing Handbook'],
  ['gap too wide for all', { fitUp: measuredGapIn(0.012) }, {}, 'BCuP-5', 'refuse', 'gap-at-heat', 'AWS Brazing Handbook'],
  ['wide gap bridged by a sluggish rod', { fitUp: measuredGapIn(0.0055) }, {}, 'BCuP-5', 'caution', 'gap-at-heat', 'AWS Brazing Handbook'],
  ['copper in steel shuts tight', { ...socket('steel', 'stub'), fitUp: measuredGapIn(0.003) }, {}, 'BAg-24', 'caution', 'gap-at-heat', 'AWS Brazing Handbook'],
  ['copper in steel seizes', { ...socket('steel', 'stub'), fitUp: measuredGapIn(0.0012) }, {}, 'BAg-24', 'refuse', 'gap-at-heat', 'AWS Brazing Handbook'],
  ['high melter beside a valve', { partNearby: { partId: 'txv', distanceM: 0.1 } }, {}, 'BCuP-5', 'caution', 'part-nearby', 'heat plan'],
  ['no procedure on file', {}, {}, 'BCuP-5', 'caution', 'procedure-cover', 'ASME BPVC IX'],
  ['brass rod in a copper line', {}, {}, 'RBCuZn-C', 'refuse', 'brass-rod', 'practice'],
  ['white flux stops short of BAg-6: black is taken', socket('brass-cartridge', 'valve'), {}, 'BAg-6', 'note', 'flux-covers', 'AWS A5.31'],
];

describe('selection cases', () => {
  it.each(cases)('%s', (_what, joint, line, fillerId, effect, rule, source) => {
    const judgement = plan(joint, line).selection.judgements.find((j) => j.filler.id === fillerId);
    const finding = judgement?.findings.find((f) => f.rule === rule);
    expect(finding?.effect).toBe(effect);
    expect(`${finding?.source.name} ${finding?.source.certainty}`).toContain(source);
    if (effect === 'refuse') expect(judgement?.verdict).toBe('refused');
  });

  // prettier-ignore
  const jointCases: [string, Partial<JointSpec>, Line, 'refuse' | 'caution' | 'note', string, string][] = [
    ['ammonia on copper', {}, service('ammonia'), 'refuse', 'ammonia', 'ASHRAE 15'],
    ['ammonia on brass', { tube: { standardId: 'pipe-40', size: '1', metalId: 'steel' }, ...socket('brass-forging', 'valve'), fitUp: measuredGapIn(0.003, 1.315) }, service('ammonia'), 'refuse', 'ammonia', 'ASHRAE 15'],
    ['acetylene on copper', {}, service('acetylene'), 'refuse', 'acetylene-metal', 'CGA'],
    ['copper to aluminium', socket('aluminium-3003'), {}, 'refuse', 'copper-aluminium', 'intermetallics'],
    ['plated stub is announced', socket('plated-steel', 'stub'), {}, 'caution', 'plated-stub', 'practice'],
    ['service above 400 °F', {}, { serviceMaxK: degFToK(420) }, 'refuse', 'service-temperature', 'CDA'],
    ['nitrogen in refrigerant', {}, {}, 'note', 'nitrogen', 'practice'],
    ['medical materials', {}, service('medical-n2o'), 'note', 'medical-materials', 'NFPA 99'],
    ['a copper stub may be plated', socket('copper', 'stub'), {}, 'caution', 'stub-may-be-plated', 'practice'],
    ['a valve whose seat nobody named', socket('brass-forging', 'valve'), {}, 'caution', 'soft-seat', 'practice'],
    ['a cast fitting', socket('red-brass-cast'), {}, 'caution', 'cast-parts', 'practice'],
    ['a casting of iron', { ...socket('cast-iron'), fitUp: wide }, service('structure'), 'caution', 'cast-parts', 'practice'],
    ['a reducing fitting', socket('copper', 'reducer'), {}, 'note', 'reducing-fitting', 'practice'],
    ['three parts in one heat', { ...socket('brass-forging', 'bush'), bush }, {}, 'note', 'three-piece', 'practice'],
    ['a patch on an aluminium coil', { ...aluminium('aluminium-3003'), ...socket('aluminium-3003', 'patch') }, {}, 'refuse', 'patch', 'gets a plant going'],
    ['a patch where the job never patches', socket('copper', 'patch'), {}, 'refuse', 'patch', 'gets a plant going'],
    ['a patch in medical gas, whatever the school', { ...socket('copper', 'patch'), schools: { patch: 'temporary' } }, service('medical-oxygen'), 'refuse', 'patch', 'gets a plant going'],
    ['a dated patch where the joint allows it', { ...socket('copper', 'patch'), schools: { patch: 'temporary' }, patch: { holeM: 0.003, cutOutBy: '2026-12-24', cutOutOn: null } }, {}, 'caution', 'patch', 'gets a plant going'],
    ['a steel bush between copper and brass: phosphorus is refused below', { ...socket('brass-forging', 'bush'), bush: { ...bush, metalId: 'plated-steel' } }, {}, 'caution', 'plated-stub', 'practice'],
  ];
  it.each(jointCases)('joint: %s', (_what, joint, line, effect, rule, source) => {
    const p = plan(joint, line);
    const finding = p.selection.jointFindings.find((f) => f.rule === rule);
    expect(finding?.effect).toBe(effect);
    expect(`${finding?.source.name} ${finding?.source.certainty}`).toContain(source);
    if (effect === 'refuse') expect(p.selection.chosen).toBeNull();
  });

  // prettier-ignore
  const chosenCases: [string, Partial<JointSpec>, Line, string | null, string | null][] = [
    ['refrigeration, usual gap: 15 % silver', { fitUp: measuredGapIn(0.003) }, {}, 'BCuP-5', null],
    ['tight gap: no silver needed', { fitUp: measuredGapIn(0.0015) }, {}, 'BCuP-2', null],
    ['bridgeable gap: the sluggish one', { fitUp: measuredGapIn(0.0055) }, {}, 'BCuP-5', null],
    ['stainless: nickel-bearing with black flux', socket('stainless-304', 'stub'), service('chilled-water'), 'BAg-24', 'FB3-C'],
    ['aluminium 3003', aluminium('aluminium-3003'), {}, 'BAlSi-4', 'FB1-A'],
    ['steel bracket: brass rod', { tube: { standardId: 'pipe-40', size: '1', metalId: 'steel' }, ...socket('steel', 'stub'), fitUp: measuredGapIn(0.003, 1.315) }, service('structure'), 'RBCuZn-C', 'FB3-D'],
    ['ammonia: none', {}, service('ammonia'), null, null],
    ['a bush of steel: no phosphorus rod though both ends are copper', { ...socket('copper', 'bush'), bush: { ...bush, metalId: 'steel' }, fitUp: measuredGapIn(0.005) }, {}, 'BAg-7', 'FB3-C'],
    ['the low-silver school takes less silver', { fitUp: measuredGapIn(0.003), schools: { silver: 'low' } }, {}, 'BCuP-3', null],
    ['coated rod on brass brings white flux', { ...socket('brass-forging', 'valve'), rodForm: 'coated' }, {}, 'BAg-7', 'FB3-A'],
    ['metric tube in an inch cup leaves too much: only the sluggish bridge it', { tube: { standardId: 'en', size: '22x1', metalId: 'copper' }, socket: { kind: 'fitting', metalId: 'copper', depthM: null, cup: '3/4' } }, {}, null, null],
    ['what the crew carries comes first among equals', { fitUp: measuredGapIn(0.003) }, { carried: ['BCuP-3'] }, 'BCuP-3', null],
  ];
  it.each(chosenCases)('chosen: %s', (_what, joint, line, rod, flux) => {
    const chosen = plan(joint, line).selection.chosen;
    expect(chosen?.filler.id ?? null).toBe(rod);
    expect(chosen?.flux?.id ?? null).toBe(flux);
  });
});
