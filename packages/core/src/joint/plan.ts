import { fillerUse, type FillerUse } from '../filler-use/filler-use.js';
import { coldGap, type ColdGap } from '../fit-up/gap.js';
import { findSensitivePart } from '../heat/sensitive-parts.js';
import { findMetal, type Metal } from '../metals/metals.js';
import { purgeLine, type PurgeResult } from '../purge/single-line.js';
import type { JointVariables } from '../qualification/range.js';
import { ratingAfterBrazing, type RatingResult } from '../rating/rating.js';
import type { JointFacts, ProcedureCover } from '../selection/facts.js';
import { selectFiller, type Selection } from '../selection/select.js';
import { findService, type Service } from '../services/services.js';
import { InputError, type FieldProblem } from '../source/problem.js';
import { overlap, type OverlapResult } from '../strength/overlap.js';
import { boreM, findTube, findTubeStandard, sizesOf, type Tube } from '../tube/tube.js';
import type { JointSpec, LineConditions } from './joint.js';

export type Trouble = 'none' | 'look' | 'stop';

export interface JointPlan {
  readonly tube: Tube;
  readonly tubeMetal: Metal;
  readonly socketMetal: Metal;
  readonly service: Service;
  readonly gap: ColdGap;
  readonly selection: Selection;
  readonly overlap: OverlapResult;
  readonly rating: RatingResult;
  readonly purge: PurgeResult | null;
  /** Null when no filler serves the joint. */
  readonly filler: FillerUse | null;
  readonly trouble: Trouble;
  /** What to look at, worst first, a few words each. */
  readonly troubles: readonly string[];
  /** What the joint asks of its brazer. */
  readonly asks: JointVariables;
}

interface Parts {
  tube: Tube;
  tubeMetal: Metal;
  socketMetal: Metal;
  service: Service;
}

/** Looks up everything the joint names. @throws InputError naming each unknown word and what is allowed */
function partsOf(spec: JointSpec, line: LineConditions): Parts {
  const problems: FieldProblem[] = [];
  const tube = findTube(spec.tube.standardId, spec.tube.size);
  if (!tube) {
    const known = findTubeStandard(spec.tube.standardId);
    problems.push(
      known
        ? {
            field: 'tube.size',
            says: `no ${known.short} tube of size "${spec.tube.size}"; there is ${sizesOf(known.id).join(', ')}`,
          }
        : { field: 'tube.standardId', says: `no tube standard "${spec.tube.standardId}"` },
    );
  }
  const tubeMetal = findMetal(spec.tube.metalId);
  if (!tubeMetal) problems.push({ field: 'tube.metalId', says: `no metal "${spec.tube.metalId}" in the table` });
  const socketMetal = findMetal(spec.socket.metalId);
  if (!socketMetal) problems.push({ field: 'socket.metalId', says: `no metal "${spec.socket.metalId}" in the table` });
  const service = findService(line.serviceId);
  if (!service) problems.push({ field: 'serviceId', says: `no service "${line.serviceId}" in the table` });
  if (spec.partNearby && !findSensitivePart(spec.partNearby.partId)) {
    problems.push({ field: 'partNearby.partId', says: `no part "${spec.partNearby.partId}" in the table` });
  }
  if (!tube || !tubeMetal || !socketMetal || !service) throw new InputError(problems);
  if (problems.length) throw new InputError(problems);
  return { tube, tubeMetal, socketMetal, service };
}

/** Names the gap where it alone refuses every class that would otherwise serve. */
function gapTrouble(selection: Selection): string {
  const otherwiseFit = selection.judgements.filter(
    (j) => !j.findings.some((f) => f.effect === 'refuse' && f.rule !== 'gap-at-heat'),
  );
  const verdicts = new Set(otherwiseFit.map((j) => j.gapVerdict));
  return verdicts.size === 1 ? `gap ${[...verdicts].join('')}` : 'no rod';
}

function troublesOf(
  selection: Selection,
  over: OverlapResult,
  rating: RatingResult,
): { trouble: Trouble; troubles: string[] } {
  const stops: string[] = [];
  const looks: string[] = [];
  const chosen = selection.chosen;
  if (!chosen) {
    const joint = selection.jointFindings.find((f) => f.effect === 'refuse');
    stops.push(joint ? 'joint refused' : gapTrouble(selection));
  }
  if (rating.verdict === 'under design pressure') stops.push('rating under design');
  if (chosen && chosen.gapVerdict !== 'in band') looks.push(`gap ${chosen.gapVerdict}`);
  if (rating.verdict === 'under test pressure') looks.push('rating under test');
  if (!over.enough) looks.push('overlap short');
  if (chosen?.findings.some((f) => f.rule === 'procedure-cover' && f.effect === 'caution'))
    looks.push('needs a procedure');
  return { trouble: stops.length ? 'stop' : looks.length ? 'look' : 'none', troubles: [...stops, ...looks] };
}

/**
 * Plans one joint: filler and flux with every class judged, gap cold and at heat, overlap, rating after brazing,
 * purge of its line at this bore, filler needed, and what it asks of a brazer.
 * @throws InputError naming each field that is out of range
 */
export function planJoint(
  spec: JointSpec,
  line: LineConditions,
  procedures: readonly ProcedureCover[] = [],
): JointPlan {
  const { tube, tubeMetal, socketMetal, service } = partsOf(spec, line);
  const gap = coldGap(tube, spec.fitUp, spec.socket.kind === 'fitting');
  const facts: JointFacts = {
    tube: tubeMetal,
    socket: socketMetal,
    service,
    schools: line.schools,
    serviceMaxK: line.serviceMaxK,
    partNearby: spec.partNearby ? (findSensitivePart(spec.partNearby.partId) ?? null) : null,
    movement: spec.movement,
    cadmiumReason: spec.cadmiumReason,
    procedures,
  };
  const selection = selectFiller(facts, gap, spec.fillerId);
  const over = overlap(tube, tubeMetal, spec.socket.kind, spec.socket.depthM);
  const rating = ratingAfterBrazing(tube, tubeMetal, line.serviceMaxK, line.designPa, line.testPa);
  const chosen = selection.chosen;
  return {
    tube,
    tubeMetal,
    socketMetal,
    service,
    gap,
    selection,
    overlap: over,
    rating,
    purge:
      service.purge === 'not needed'
        ? null
        : purgeLine({ lengthM: line.lengthM, boreM: boreM(tube), limit: line.oxygenLimit }),
    filler: chosen ? fillerUse(chosen.filler, chosen.gap, over.overlapM, tube.wallM) : null,
    ...troublesOf(selection, over, rating),
    asks: {
      pNumbers: [tubeMetal.pNumber, socketMetal.pNumber],
      fNumber: chosen?.filler.fNumber ?? null,
      wallM: tube.wallM,
      overlapM: over.overlapM,
      position: spec.position,
    },
  };
}
