import {
  FILLERS,
  findFiller,
  SOLDERS,
  workingK,
  BRAZING_STARTS_K,
  BRAZING_STARTS_SOURCE,
  type Filler,
} from '../fillers/fillers.js';
import { gapVerdict, hotGap, type ColdGap, type GapVerdict, type HotGap } from '../fit-up/gap.js';
import type { Flux } from '../fluxes/fluxes.js';
import { said } from '../units/say.js';
import { applyRules, type Candidate, type Finding, type JointFacts } from './facts.js';
import { chooseFlux } from './flux-choice.js';
import { DEFAULT_WEIGHTS, scoreLines, type ScoreLine, type Weights } from './preferences.js';
import { FILLER_RULES } from './rules/filler-rules.js';
import { JOINT_RULES } from './rules/joint-rules.js';

export type FillerVerdict = 'chosen' | 'allowed' | 'refused';

/** One filler class judged on one joint. */
export interface FillerJudgement {
  readonly filler: Filler;
  readonly verdict: FillerVerdict;
  /** 1 is the chosen one; null when refused. */
  readonly rank: number | null;
  readonly flux: Flux | null;
  readonly gap: HotGap;
  readonly gapVerdict: GapVerdict;
  readonly findings: readonly Finding[];
  readonly score: number;
  readonly scoreLines: readonly ScoreLine[];
}

export interface Selection {
  readonly chosen: FillerJudgement | null;
  /** Every class: chosen, then allowed by rank, then refused in table order. */
  readonly judgements: readonly FillerJudgement[];
  /** What the rules say of the joint itself. */
  readonly jointFindings: readonly Finding[];
  /** Solders are named only to be refused. */
  readonly solders: readonly Finding[];
}

const solderFindings: readonly Finding[] = SOLDERS.map((s) => ({
  rule: 'solder',
  effect: 'refuse',
  says: `${s.id} melts at ${said(s.liquidusK, 'temperature')}: under ${said(BRAZING_STARTS_K, 'temperature')} is soldering, not brazing. Not planned here.`,
  source: BRAZING_STARTS_SOURCE,
}));

function judge(
  facts: JointFacts,
  jointRefused: boolean,
  cold: ColdGap,
  filler: Filler,
  weights: Weights,
): FillerJudgement {
  const gap = hotGap(cold, facts.tube.expansionPerK, facts.socket.expansionPerK, workingK(filler));
  const flux = chooseFlux(filler, facts);
  const candidate: Candidate = {
    tube: facts.tube,
    socket: facts.socket,
    service: facts.service,
    schools: facts.schools,
    serviceMaxK: facts.serviceMaxK,
    partNearby: facts.partNearby,
    movement: facts.movement,
    cadmiumReason: facts.cadmiumReason,
    procedures: facts.procedures,
    filler,
    flux,
    gap,
    gapSdM: cold.sdM,
  };
  const findings = applyRules(FILLER_RULES, candidate);
  const refused = jointRefused || findings.some((f) => f.effect === 'refuse');
  const covered = !findings.some((f) => f.rule === 'procedure-cover' && f.effect === 'caution');
  const lines = refused ? [] : scoreLines(candidate, weights, covered);
  return {
    filler,
    verdict: refused ? 'refused' : 'allowed',
    rank: null,
    flux,
    gap,
    gapVerdict: gapVerdict(gap.sideM, filler.gapBandM, filler.bridgesToM),
    findings,
    score: lines.reduce((sum, l) => sum + l.points, 0),
    scoreLines: lines,
  };
}

/**
 * Judges every filler class on a joint. Refusals are rules; the order among the allowed is a score whose
 * lines are returned. Ties fall to the order of the table, so the answer never depends on chance.
 * @param chosenId a class the user insists on; taken when it is allowed
 */
export function selectFiller(
  facts: JointFacts,
  cold: ColdGap,
  chosenId: string | null = null,
  weights: Weights = DEFAULT_WEIGHTS,
): Selection {
  const jointFindings = applyRules(JOINT_RULES, facts);
  const jointRefused = jointFindings.some((f) => f.effect === 'refuse');
  const judged = FILLERS.map((filler) => judge(facts, jointRefused, cold, filler, weights));
  const order = new Map(FILLERS.map((f, i) => [f.id, i]));
  const place = (j: FillerJudgement): number => order.get(j.filler.id) ?? 0;
  const allowed = judged
    .filter((j) => j.verdict === 'allowed')
    .sort((a, b) => b.score - a.score || place(a) - place(b));
  const wanted = chosenId && findFiller(chosenId) ? allowed.find((j) => j.filler.id === chosenId) : undefined;
  const first = wanted ?? allowed[0];
  const ranked = (first ? [first, ...allowed.filter((j) => j !== first)] : []).map((j, i): FillerJudgement => ({
    ...j,
    verdict: i === 0 ? 'chosen' : 'allowed',
    rank: i + 1,
  }));
  return {
    chosen: ranked[0] ?? null,
    judgements: [...ranked, ...judged.filter((j) => j.verdict === 'refused')],
    jointFindings,
    solders: solderFindings,
  };
}
