import { type GroovePlan, planGroove } from '../braze-weld/groove.js';
import type { Catalogue } from '../catalogue/catalogue.js';
import { type FillerUse, fillerUse, patchUse } from '../filler-use/filler-use.js';
import { workingK } from '../fillers/fillers.js';
import { bushGap, type ColdGap, coldGap, type HotGap } from '../fit-up/gap.js';
import { cannotTell } from '../fit-up/readings.js';
import type { HeatJoint } from '../heat/heat-joint.js';
import { partPeakK } from '../heat/part-peak.js';
import type { ProtectionId } from '../heat/protections.js';
import type { SensitivePart } from '../heat/sensitive-parts.js';
import type { Metal } from '../metals/metals.js';
import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { oxygenLimitFor } from '../purge/limit.js';
import { purgeLine, type PurgeResult } from '../purge/single-line.js';
import type { JointVariables } from '../qualification/range.js';
import { pressureFindings } from '../rating/pressure-findings.js';
import { ratingAfterBrazing, type RatingResult } from '../rating/rating.js';
import type { PatchSpec } from '../repair/patch.js';
import { ASME_RULES, ruleSetIdFor } from '../rules/rule-sets.js';
import { CODE_SETS, type Schools } from '../schools/schools.js';
import { type Finding, type JointFacts, metalsKey } from '../selection/facts.js';
import { type ColdFit, type FillerJudgement, selectFiller, type Selection } from '../selection/select.js';
import { findService, type Service } from '../services/services.js';
import { type FieldProblem, InputError } from '../source/problem.js';
import { overlap, type OverlapResult, type SocketKind } from '../strength/overlap.js';
import type { Cup } from '../tube/cup.js';
import { boreM, findTubeStandard, type Tube } from '../tube/tube.js';
import { COVERAGE } from '../uncertainty/uncertainty.js';
import { heatJointOf } from './heat-joint-of.js';
import type { JointSpec, LineConditions } from './joint.js';
import { PLAIN_SHOP, type Shop } from './shop.js';

export type Trouble = 'none' | 'look' | 'stop';

export interface JointPlan {
  readonly tube: Tube;
  readonly tubeMetal: Metal;
  readonly socketMetal: Metal;
  /** Metal between tube and socket in a three-piece joint. */
  readonly bushMetal: Metal | null;
  readonly service: Service;
  readonly kind: SocketKind;
  /** The part nearby that hates heat. */
  readonly partNearby: SensitivePart | null;
  /** A wall or ceiling that burns is behind the joint. */
  readonly wallBehind: boolean;
  /** Schools that hold for this joint. */
  readonly schools: Schools;
  /** The hole it covers, where the joint is a patch. */
  readonly patch: PatchSpec | null;
  readonly gap: ColdGap;
  readonly fit: ColdFit;
  readonly selection: Selection;
  readonly overlap: OverlapResult;
  readonly rating: RatingResult;
  /** What the line's pressures ask of the brazed tube and it does not give, with the numbers. */
  readonly pressureFindings: readonly Finding[];
  readonly purge: PurgeResult | null;
  /** The joint as the heat plan takes it; null where no rod serves or it is no tube in a socket. */
  readonly heat: HeatJoint | null;
  /** How hot the part nearby gets under the usual torch and what protects it; null without one, or without a rod. */
  readonly partHeat: PartHeat | null;
  /** The procedure that sets the oxygen limit; null where the line does. */
  readonly limitBy: string | null;
  /** Null when no filler serves the joint. */
  readonly filler: FillerUse | null;
  readonly trouble: Trouble;
  /** What to look at, worst first, a few words each. */
  readonly troubles: readonly string[];
  /** Names of the company's own rows that this plan rests on. */
  readonly restsOn: readonly string[];
  /** What the joint asks of its brazer. */
  readonly asks: JointVariables;
}

/** Temperatures K; `peakK` null where the part is taken apart, or no heat is planned. */
export interface PartHeat {
  readonly limitK: number;
  readonly peakK: number | null;
  readonly protection: ProtectionId;
}
export const isTooHot = (p: PartHeat): boolean => p.peakK !== null && p.peakK > p.limitK;

interface Parts {
  readonly tube: Tube;
  readonly tubeMetal: Metal;
  readonly socketMetal: Metal;
  readonly bushMetal: Metal | null;
  readonly service: Service;
  readonly part: SensitivePart | null;
  readonly cup: Cup | undefined;
}

/** What is wrong with a tube that is not in the tables. */
function noTube({ standardId, size }: JointSpec['tube'], tables: Catalogue): FieldProblem {
  const sizes = tables.sizes(standardId);
  const standard = findTubeStandard(standardId)?.short ?? standardId;
  return sizes.length
    ? { field: 'tube.size', says: `no ${standard} tube of size "${size}"; there is ${sizes.join(', ')}` }
    : { field: 'tube.standardId', says: `no tube standard "${standardId}"` };
}

/** Looks up everything the joint names. @throws InputError naming each unknown word and what is allowed */
function partsOf(spec: JointSpec, line: LineConditions, tables: Catalogue): Parts {
  const { bush: bushSpec, socket, partNearby } = spec;
  const isBush = socket.kind === 'bush';
  const tube = tables.tube(spec.tube.standardId, spec.tube.size);
  const tubeMetal = tables.metal(spec.tube.metalId);
  const socketMetal = tables.metal(socket.metalId);
  const bushMetal = isBush && bushSpec ? tables.metal(bushSpec.metalId) : null;
  const service = findService(line.serviceId);
  const part = partNearby ? tables.part(partNearby.partId) : null;
  const named = socket.cup === null ? undefined : tables.cupNamed(socket.cup);
  const problems: FieldProblem[] = [];
  if (!tube) problems.push(noTube(spec.tube, tables));
  if (!tubeMetal) problems.push({ field: 'tube.metalId', says: `no metal "${spec.tube.metalId}" in the table` });
  if (!socketMetal) problems.push({ field: 'socket.metalId', says: `no metal "${socket.metalId}" in the table` });
  if (isBush && !bushSpec)
    problems.push({ field: 'bush.metalId', says: 'a three-piece joint needs its bush: metal, wall and gap' });
  if (bushMetal === undefined)
    problems.push({ field: 'bush.metalId', says: `no metal "${bushSpec?.metalId ?? ''}" in the table` });
  if (!service) problems.push({ field: 'serviceId', says: `no service "${line.serviceId}" in the table` });
  if (part === undefined)
    problems.push({ field: 'partNearby.partId', says: `no part "${partNearby?.partId ?? ''}" in the table` });
  if (socket.cup !== null && !named)
    problems.push({ field: 'socket.cup', says: `no cup "${socket.cup}" in the table` });
  if (!tube || !tubeMetal || !socketMetal || !service || bushMetal === undefined || part === undefined)
    throw new InputError(problems);
  if (problems.length) throw new InputError(problems);
  return { tube, tubeMetal, socketMetal, bushMetal, service, part, cup: named ?? tables.cup(tube.odM) };
}

/** Rows of the company's own that this plan rests on, by name. */
function ownRows(tables: Catalogue, parts: Parts, chosen: Selection['chosen']): string[] {
  const { tube, tubeMetal, socketMetal, bushMetal, cup, part } = parts;
  const names: string[] = [];
  if (tables.isOwn(tube)) names.push(`tube ${tube.id.replace(':', ' ')}`);
  for (const metal of [tubeMetal, bushMetal, socketMetal])
    if (metal && tables.isOwn(metal) && !names.includes(metal.name)) names.push(metal.name);
  if (cup && tables.isOwn(cup)) names.push(`cup ${cup.size}`);
  if (part && tables.isOwn(part)) names.push(part.name);
  if (chosen && tables.isOwn(chosen.filler)) names.push(chosen.filler.id);
  if (chosen?.flux && tables.isOwn(chosen.flux)) names.push(chosen.flux.id);
  return names;
}

/** Names the gap where it alone refuses every class that would otherwise serve. */
function gapTrouble(selection: Selection): string {
  const otherwiseFit = selection.judgements.filter(
    (j) => !j.findings.some((f) => f.effect === 'refuse' && f.rule !== 'gap-at-heat'),
  );
  const verdicts = new Set(otherwiseFit.map((j) => j.gapVerdict));
  return verdicts.size === 1 ? `gap ${[...verdicts].join('')}` : 'no rod';
}

/** What the joint itself is refused for, in a few words for a schedule's cell. */
const REFUSED_SHORT: Readonly<Record<string, string>> = {
  'readings does not go in': 'does not go in',
  'readings far from nominal': 'confirm the reading',
};

function troublesOf(
  selection: Selection,
  gap: ColdGap,
  over: OverlapResult,
  rating: RatingResult,
  spec: JointSpec,
  schools: Schools,
  line: LineConditions,
  ratedService: boolean,
  partHeat: PartHeat | null,
): { trouble: Trouble; troubles: string[] } {
  const stops: string[] = [];
  const looks: string[] = [];
  const chosen = selection.chosen;
  if (!chosen) {
    const joint = selection.jointFindings.find((f) => f.effect === 'refuse');
    const reading = joint?.rule === 'readings' ? REFUSED_SHORT[`readings ${gap.problems[0]?.kind ?? ''}`] : undefined;
    stops.push(reading ?? (joint ? 'joint refused' : gapTrouble(selection)));
  }
  if (chosen && spec.fillerId && chosen.filler.id !== spec.fillerId) stops.push(`${spec.fillerId} is refused`);
  if (rating.verdict === 'under design pressure') stops.push('rating under design');
  if (schools.gap === 'measure' && spec.fitUp.mode === 'nominal') looks.push('measure it');
  if (chosen && chosen.gapVerdict !== 'in band' && spec.socket.kind !== 'patch') looks.push(`gap ${chosen.gapVerdict}`);
  if (chosen && spec.fitUp.mode === 'measured' && cannotTell(COVERAGE * gap.sdM, chosen.filler.gapBandM))
    looks.push(`${spec.fitUp.instrument} cannot tell the gap`);
  if (rating.verdict === 'under test pressure') looks.push('rating under test');
  if (line.testPa > 0 && line.testPa < line.designPa) looks.push('test under design');
  if (rating.verdict === 'no table' && ratedService) looks.push('no rating');
  if (!over.enough) looks.push('overlap short');
  if (partHeat && isTooHot(partHeat)) looks.push('part too hot');
  if (spec.socket.kind === 'patch' && spec.patch?.cutOutBy && !spec.patch.cutOutOn)
    looks.push(`cut out by ${spec.patch.cutOutBy}`);
  if (chosen?.findings.some((f) => f.rule === 'procedure-cover' && f.effect === 'caution'))
    looks.push('needs a procedure');
  return { trouble: stops.length ? 'stop' : looks.length ? 'look' : 'none', troubles: [...stops, ...looks] };
}

/**
 * Plans one capillary joint: filler and flux with every class judged, gap cold and at heat, overlap, rating after
 * brazing, purge of its line at this bore, filler needed, and what it asks of a brazer.
 * @throws InputError naming each field that is out of range
 */
export function planJoint(spec: JointSpec, line: LineConditions, shop: Partial<Shop> = {}): JointPlan {
  const { catalogue, procedures, weights } = { ...PLAIN_SHOP, ...shop };
  const parts = partsOf(spec, line, catalogue);
  const { tube, tubeMetal, socketMetal, bushMetal, service } = parts;
  const madeCup = spec.socket.kind === 'fitting' || spec.socket.kind === 'reducer' || spec.socket.cup !== null;
  const gap = coldGap(tube, spec.fitUp, madeCup, parts.cup);
  const schools = { ...line.schools, ...spec.schools };
  const metals = bushMetal ? [tubeMetal, bushMetal, socketMetal] : [tubeMetal, socketMetal];
  const over = overlap(tube, tubeMetal, spec.socket.kind, spec.socket.depthM, parts.cup);
  const near = parts.part && spec.partNearby ? { ...spec.partNearby, part: parts.part } : null;
  const protection = near?.protection ?? 'bare';
  const heat = heatJointOf({
    kind: spec.socket.kind,
    tube,
    tubeMetal,
    socketMetal,
    gapSideM: gap.sideM,
    lapM: over.overlapM,
    airK: line.fitUpK,
    near,
    hygroscopicOil: service.hygroscopicOil,
    tips: line.tips,
  });
  const peak = (workK: number): number | null => (heat ? partPeakK(heat, workK, protection) : null);
  const facts: JointFacts = {
    tube: tubeMetal,
    socket: socketMetal,
    metals,
    metalsKey: metalsKey(metals),
    kind: spec.socket.kind,
    tubeStandardId: tube.standardId,
    tubeOdM: tube.odM,
    readingProblems: gap.problems,
    patch: spec.patch ?? null,
    service,
    schools,
    serviceMaxK: line.serviceMaxK,
    partNearby: parts.part,
    partDistanceM: near?.distanceM ?? null,
    partProtection: protection,
    partPeakK: peak,
    movement: spec.movement,
    cadmiumReason: spec.cadmiumReason,
    procedures,
    fluxes: catalogue.fluxes,
    coated: spec.rodForm === 'coated',
    carried: line.carried,
    codeSet: CODE_SETS.find((c) => c.id === line.codeSetId)?.name ?? line.codeSetId,
  };
  const outer =
    bushMetal && spec.bush ? { gap: bushGap(gap, spec.bush.wallM, spec.bush.gapSideM), bush: bushMetal } : null;
  const fit: ColdFit = { inner: gap, outer, fromK: line.fitUpK };
  const selection = selectFiller(facts, fit, { chosenId: spec.fillerId, weights, fillers: catalogue.fillers });
  const rating = ratingAfterBrazing(tube, tubeMetal, line.serviceMaxK, line.designPa, line.testPa);
  const isRated = service.kind !== 'structure';
  const chosen = selection.chosen;
  const limit = oxygenLimitFor(line.oxygenLimit, procedures, chosen?.filler.fNumber ?? null);
  const purge =
    service.purge === 'not needed'
      ? null
      : purgeLine({
          lengthM: line.lengthM,
          boreM: boreM(tube),
          limit: limit.limit,
          gapSideM: Math.max(0, gap.sideM),
        });
  const partHeat =
    near && chosen ? { limitK: near.part.limitK, peakK: peak(workingK(chosen.filler)), protection } : null;
  return {
    tube,
    tubeMetal,
    socketMetal,
    bushMetal,
    service,
    kind: spec.socket.kind,
    partNearby: parts.part,
    wallBehind: spec.wallBehind === true,
    schools,
    patch: spec.socket.kind === 'patch' ? (spec.patch ?? null) : null,
    gap,
    fit,
    selection,
    overlap: over,
    rating,
    pressureFindings: pressureFindings(rating, { ...line, isRated }),
    purge,
    heat: heat && chosen ? heatedBy(heat, chosen, purge) : null,
    partHeat,
    limitBy: limit.by,
    filler: chosen ? useOf(chosen, spec, over, tube) : null,
    ...troublesOf(selection, gap, over, rating, spec, schools, line, isRated, partHeat),
    restsOn: ownRows(catalogue, parts, chosen),
    asks: {
      pNumbers: [tubeMetal.pNumber, socketMetal.pNumber],
      fNumber: chosen?.filler.fNumber ?? null,
      wallM: tube.wallM,
      odM: tube.odM,
      overlapM: over.overlapM,
      position: spec.position,
      rules: catalogue.ruleSet(ruleSetIdFor(line.codeSetId, service.kind === 'medical')) ?? ASME_RULES,
    },
  };
}

/** Filler for the joint: the gap and its fillets, or the dome of a patch. */
const useOf = (chosen: FillerJudgement, spec: JointSpec, over: OverlapResult, tube: Tube): FillerUse =>
  spec.socket.kind === 'patch' && spec.patch
    ? patchUse(chosen.filler, spec.patch, spec.rodForm)
    : fillerUse(chosen.filler, gapsOf(chosen), over.overlapM, tube.wallM, spec.rodForm);

/** The joint with its rod, flux and purge, for the heat plan. */
const heatedBy = (heat: HeatJoint, chosen: FillerJudgement, purge: PurgeResult | null): HeatJoint => ({
  ...heat,
  workK: workingK(chosen.filler),
  flux: chosen.flux,
  purgeM3s: purge?.trickleM3s ?? 0,
  oxygen: purge?.limit ?? OXYGEN_IN_AIR,
});

/** The gap at heat of one class, or both where a bush makes two. */
export const gapsOf = (j: Pick<FillerJudgement, 'gap' | 'outerGap'>): readonly HotGap[] =>
  j.outerGap ? [j.gap, j.outerGap] : [j.gap];

/** Plans a braze-welded seam of a joint whose kind is groove. @throws InputError naming each field out of range */
export function planSeam(spec: JointSpec, shop: Partial<Shop> = {}): GroovePlan {
  const { catalogue } = { ...PLAIN_SHOP, ...shop };
  const [a, b] = [catalogue.metal(spec.tube.metalId), catalogue.metal(spec.socket.metalId)];
  const problems: FieldProblem[] = [];
  if (!a) problems.push({ field: 'tube.metalId', says: `no metal "${spec.tube.metalId}" in the table` });
  if (!b) problems.push({ field: 'socket.metalId', says: `no metal "${spec.socket.metalId}" in the table` });
  if (!spec.groove) problems.push({ field: 'groove.thicknessM', says: 'a seam needs its thickness and length' });
  if (!a || !b || !spec.groove) throw new InputError(problems);
  return planGroove([a, b], spec.groove, catalogue.fillers, catalogue.fluxes, spec.fillerId);
}
