import type { Filler } from '../fillers/fillers.js';
import type { HotGap } from '../fit-up/gap.js';
import type { GapVerdict } from '../fit-up/gap-verdict.js';
import type { ReadingProblem } from '../fit-up/readings.js';
import type { Flux } from '../fluxes/fluxes.js';
import type { ProtectionId } from '../heat/protections.js';
import type { SensitivePart } from '../heat/sensitive-parts.js';
import type { Metal } from '../metals/metals.js';
import type { PatchSpec } from '../repair/patch.js';
import type { Schools } from '../schools/schools.js';
import type { Service } from '../services/services.js';
import type { Source } from '../source/source.js';
import type { SocketKind } from '../strength/overlap.js';

/** What a signed procedure lets a crew use. */
export interface ProcedureCover {
  readonly id: string;
  readonly name: string;
  readonly fNumbers: readonly string[];
  /** Flux classes stated; an empty list means "no flux". */
  readonly fluxIds: readonly string[];
  /** Pairs of P-numbers it is for; absent where it states none. */
  readonly metals?: readonly (readonly [string, string])[] | undefined;
  /** Oxygen limit it asks for before brazing, volume fraction; null where the line's holds. */
  readonly oxygenLimit?: number | null;
}

/** All that the pairing rules may ask about a joint, before any filler is named. */
export interface JointFacts {
  readonly tube: Metal;
  readonly socket: Metal;
  /** Every part that the filler must wet: tube, socket, and the bush between where there is one. */
  readonly metals: readonly Metal[];
  /** Their families in one word, for looking things up. */
  readonly metalsKey: string;
  readonly kind: SocketKind;
  /** Standard the tube is made to, and its outside diameter, m. */
  readonly tubeStandardId: string;
  readonly tubeOdM: number;
  /** What speaks against the readings of its fit. */
  readonly readingProblems: readonly ReadingProblem[];
  /** The hole of a patch and when it is to be cut out; null where it is none. */
  readonly patch: PatchSpec | null;
  readonly service: Service;
  readonly schools: Schools;
  /** Highest service temperature, K. */
  readonly serviceMaxK: number;
  readonly partNearby: SensitivePart | null;
  /** How far it is from the joint, m; null where there is none. */
  readonly partDistanceM: number | null;
  /** What protects it. */
  readonly partProtection: ProtectionId;
  /**
   * Highest temperature at the part, K, by the temperature that the rod is worked at, K, under what protects it; null
   * where there is no part, it is taken apart, or no heat is planned.
   */
  readonly partPeakK: (workK: number) => number | null;
  /** The joint moves or shakes in service. */
  readonly movement: boolean;
  /** A recorded reason that admits cadmium, or null. */
  readonly cadmiumReason: string | null;
  readonly procedures: readonly ProcedureCover[];
  /** Flux classes on file. */
  readonly fluxes: readonly Flux[];
  /** The rod is used in its flux-coated form. */
  readonly coated: boolean;
  /** Classes the crew carries anyway. */
  readonly carried: readonly string[];
  /** Code the job is qualified under, in words. */
  readonly codeSet: string;
}

/** A joint with one filler, its flux and the gap at that filler's working temperature. */
export interface Candidate extends JointFacts {
  readonly filler: Filler;
  readonly flux: Flux | null;
  readonly gap: HotGap;
  /** Between bush and socket, where there is a bush. */
  readonly outerGap: HotGap | null;
  /** The verdict of the gap, or of the worse one where a bush makes two. */
  readonly gapVerdict: GapVerdict;
  readonly gapSdM: number;
}

export type Effect = 'refuse' | 'caution' | 'note';

/** What one rule says of one candidate. */
export interface Finding {
  readonly rule: string;
  readonly effect: Effect;
  readonly says: string;
  /** What to do instead, where a joint is refused. */
  readonly instead?: string;
  readonly source: Source;
}

/** One named rule. `judge` answers null when the rule has nothing to say. */
export interface Rule<Subject> {
  readonly id: string;
  readonly title: string;
  readonly source: Source;
  readonly judge: (subject: Subject) => { effect: Effect; says: string; instead?: string } | null;
}

/** Applies rules in order; silent rules leave nothing. */
export function applyRules<Subject>(rules: readonly Rule<Subject>[], subject: Subject): Finding[] {
  const findings: Finding[] = [];
  for (const rule of rules) {
    const said = rule.judge(subject);
    if (said) findings.push({ rule: rule.id, ...said, source: rule.source });
  }
  return findings;
}

export const families = (facts: JointFacts): readonly Metal['family'][] => facts.metals.map((m) => m.family);
export const bothCopper = (facts: JointFacts): boolean => facts.metals.every((m) => m.family === 'copper');
export const hasFamily = (facts: JointFacts, ...wanted: Metal['family'][]): boolean =>
  facts.metals.some((m) => wanted.includes(m.family));
/** The part that starts to melt first. */
export const firstToMeltOf = (metals: readonly [Metal, ...Metal[]]): Metal =>
  metals.reduce((low, m) => (m.solidusK < low.solidusK ? m : low), metals[0]);
export const firstToMelt = (facts: JointFacts): Metal => firstToMeltOf([facts.tube, ...facts.metals]);

/** The families of metals in one word. */
export const metalsKey = (metals: readonly Metal[]): string => metals.map((m) => m.family).join(' ');
