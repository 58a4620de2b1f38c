import {
  BRAZING_STARTS_K,
  BRAZING_STARTS_SOURCE,
  type Filler,
  FILLERS,
  SOLDERS,
  workingK,
} from '../fillers/fillers.js';
import { AMBIENT_K, type ColdGap, type HotGap, hotGap } from '../fit-up/gap.js';
import { fitVerdict, GAP_ADVICE, type GapVerdict, worstOf } from '../fit-up/gap-verdict.js';
import type { Flux } from '../fluxes/fluxes.js';
import { isFerrous, type Metal } from '../metals/metals.js';
import { said } from '../units/say.js';
import { applyRules, type Candidate, type Finding, type JointFacts } from './facts.js';
import { chooseFlux } from './flux-choice.js';
import { DEFAULT_WEIGHTS, type ScoreLine, scoreLines, type Weights } from './preferences.js';
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
  /** Between bush and socket, where there is a bush. */
  readonly outerGap: HotGap | null;
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
  /** What to do instead, where no rod is allowed; null where one is. */
  readonly instead: string | null;
  /** Solders are named only to be refused. */
  readonly solders: readonly Finding[];
}

const solderFindings: readonly Finding[] = SOLDERS.map((s) => ({
  rule: 'solder',
  effect: 'refuse',
  says: `${s.id} melts at ${said(s.liquidusK, 'temperature')}: under ${said(BRAZING_STARTS_K, 'temperature')} is soldering, not brazing. Not planned here.`,
  source: BRAZING_STARTS_SOURCE,
}));

/** The gaps of a joint before heating, and the temperature they were known at. */
export interface ColdFit {
  readonly inner: ColdGap;
  /** Between bush and socket; the inner gap is then between tube and bush. */
  readonly outer: { readonly gap: ColdGap; readonly bush: Metal } | null;
  readonly fromK: number;
}

/** The verdict of the gap, or of the worse one where a bush makes two; what was read is judged at its extremes. */
function worstVerdict(filler: Filler, fit: ColdFit, gap: HotGap, outerGap: HotGap | null): GapVerdict {
  const of = (hot: HotGap, cold: ColdGap): GapVerdict =>
    fitVerdict(hot, cold.outOfRoundM !== null, filler.gapBandM, filler.bridgesToM);
  return outerGap && fit.outer ? worstOf([of(gap, fit.inner), of(outerGap, fit.outer.gap)]) : of(gap, fit.inner);
}

function judge(
  facts: JointFacts,
  jointRefused: boolean,
  fit: ColdFit,
  filler: Filler,
  weights: Weights,
): FillerJudgement {
  const workK = workingK(filler);
  const bush = fit.outer?.bush ?? null;
  const inside = bush ?? facts.socket;
  const gap = hotGap(fit.inner, facts.tube.expansionPerK, inside.expansionPerK, workK, fit.fromK);
  const outerGap =
    fit.outer && bush ? hotGap(fit.outer.gap, bush.expansionPerK, facts.socket.expansionPerK, workK, fit.fromK) : null;
  const flux = chooseFlux(filler, facts);
  const candidate: Candidate = {
    ...facts,
    filler,
    flux,
    gap,
    outerGap,
    gapVerdict: worstVerdict(filler, fit, gap, outerGap),
    gapSdM: fit.inner.sdM,
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
    outerGap,
    gapVerdict: candidate.gapVerdict,
    findings,
    score: lines.reduce((sum, l) => sum + l.points, 0),
    scoreLines: lines,
  };
}

/** What to do where no rod is allowed: every refusal says it. */
function insteadOf(facts: JointFacts, jointFindings: readonly Finding[], judged: readonly FillerJudgement[]): string {
  const said = jointFindings.find((f) => f.effect === 'refuse' && f.instead)?.instead;
  if (said) return said;
  const onlyGap = judged.filter((j) => j.findings.every((f) => f.effect !== 'refuse' || f.rule === 'gap-at-heat'));
  const [first] = onlyGap;
  if (first) return GAP_ADVICE[onlyGap.every((j) => j.gapVerdict === first.gapVerdict) ? first.gapVerdict : 'too wide'];
  if (facts.metals.every((m) => isFerrous(m) || m.family === 'nickel'))
    return 'weld it, or take a threaded or flanged joint';
  return facts.metals.some((m) => m.family === 'aluminium')
    ? 'take a part in aluminium 3003, a pressed or a flared joint'
    : 'take another part: copper where the service allows it, or a threaded or flanged joint';
}

/** A fit with one gap, known at room temperature. */
export const plainFit = (inner: ColdGap): ColdFit => ({ inner, outer: null, fromK: AMBIENT_K });

export interface SelectionWishes {
  /** A class the user insists on; taken when it is allowed. */
  readonly chosenId?: string | null;
  readonly weights?: Weights;
  /** Classes on file. */
  readonly fillers?: readonly Filler[];
}

/**
 * Judges every filler class on a joint. Refusals are rules; the order among the allowed is a score whose
 * lines are returned. Ties fall to the order of the table, so the answer never depends on chance.
 */
export function selectFiller(facts: JointFacts, fit: ColdFit, wishes: SelectionWishes = {}): Selection {
  const { chosenId = null, weights = DEFAULT_WEIGHTS, fillers = FILLERS } = wishes;
  const jointFindings = applyRules(JOINT_RULES, facts);
  const jointRefused = jointFindings.some((f) => f.effect === 'refuse');
  const judged = fillers.map((filler) => judge(facts, jointRefused, fit, filler, weights));
  const order = new Map(fillers.map((f, i) => [f.id, i]));
  const place = (j: FillerJudgement): number => order.get(j.filler.id) ?? 0;
  const allowed = judged
    .filter((j) => j.verdict === 'allowed')
    .sort((a, b) => b.score - a.score || place(a) - place(b));
  const wanted = chosenId ? allowed.find((j) => j.filler.id === chosenId) : undefined;
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
    instead: ranked.length ? null : insteadOf(facts, jointFindings, judged),
    solders: solderFindings,
  };
}
