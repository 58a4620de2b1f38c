import type { Rig } from '@hephaist/contracts/records/rig';
import type { RigCheck, StepAnswer } from '@hephaist/contracts/records/rig-check';
import type { FlameKind } from '@hephaist/core/heat/flame';
import { type SchoolId, SCHOOLS, type Schools, schoolsOf } from '@hephaist/core/schools/schools';
import type { CheckStep } from '@hephaist/core/torch-rig/check-step';
import { roundSteps } from '@hephaist/core/torch-rig/checklist';
import type { DropSeen } from '@hephaist/core/torch-rig/drop-seen';
import { leaks } from '@hephaist/core/torch-rig/found-wrong';
import { usesOxygen } from '@hephaist/core/torch-rig/rig';
import { stopsLighting } from '@hephaist/core/torch-rig/rig-faults';
import type { CheckRound } from '@hephaist/core/torch-rig/rounds';

/** A round while it is gone through; it survives a reload. */
export interface RoundProgress {
  readonly startedMs: number;
  readonly steps: readonly { readonly id: string; readonly answer: StepAnswer; readonly afterS: number }[];
  /** Schools that were chosen on the way, over those remembered. */
  readonly schools: Partial<Schools>;
  /** When the gauges were noted. */
  readonly shutInMs: number | null;
  readonly fuel: DropSeen | null;
  readonly oxygen: DropSeen | null;
  readonly readMs: number | null;
  readonly flame: FlameKind | null;
}

export const beginRound = (nowMs: number): RoundProgress => ({
  startedMs: nowMs,
  steps: [],
  schools: {},
  shutInMs: null,
  fuel: null,
  oxygen: null,
  readMs: null,
  flame: null,
});

/** What was read of the shut-in gauges; null before it was. */
export const dropOf = (p: RoundProgress): RigCheck['drop'] =>
  p.fuel === null || p.readMs === null
    ? null
    : {
        fuel: p.fuel,
        oxygen: p.oxygen,
        seconds: Math.min(3600, Math.max(0, Math.round((p.readMs - (p.shutInMs ?? p.readMs)) / 1000))),
      };

/** The steps of a round, the one that it stands at, and whether it is over. */
export function whereIn(
  p: RoundProgress,
  rig: Rig,
  round: CheckRound,
  year: number,
): { readonly all: readonly CheckStep[]; readonly step: CheckStep | null; readonly why: string | null } {
  const all = roundSteps(round, rig, schoolsOf(rig.schools, p.schools));
  const step = all[p.steps.length] ?? null;
  const stop = (why: string) => ({ all, step: null, why });
  if (p.steps.at(-1)?.answer === 'wrong')
    return stop('The round ends at what is wrong. The rig is not lit until it is mended.');
  if (step?.stage !== 'light') return { all, step, why: null };
  if (leaks(dropOf(p))) return stop('A gauge moved: the rig is not lit until it is tight.');
  const [first] = stopsLighting(rig, year);
  return first ? stop(`Not lit: ${first.says}`) : { all, step, why: null };
}

/** Answers the step that it stands at. */
export function answered(p: RoundProgress, step: CheckStep, answer: StepAnswer, nowMs: number): RoundProgress {
  const afterS = Math.max(0, Math.round((nowMs - p.startedMs) / 1000));
  const next = { ...p, steps: [...p.steps, { id: step.id, answer, afterS }] };
  if (step.asks === 'gauges before' && answer === 'done') return { ...next, shutInMs: nowMs };
  if (step.asks === 'gauges after')
    return answer === 'done' ? { ...next, readMs: nowMs } : { ...next, fuel: null, oxygen: null };
  return next;
}

/** One step back, with what it said. */
export function back(p: RoundProgress, all: readonly CheckStep[]): RoundProgress {
  const asks = all[p.steps.length - 1]?.asks;
  const left = { ...p, steps: p.steps.slice(0, -1) };
  if (asks === 'gauges before') return { ...left, shutInMs: null };
  if (asks === 'gauges after') return { ...left, fuel: null, oxygen: null, readMs: null };
  return asks === 'flame' ? { ...left, flame: null } : left;
}

/** Whether all gauges were read. */
export const isRead = (p: RoundProgress, rig: Rig): boolean =>
  p.fuel !== null && (p.oxygen !== null || !usesOxygen(rig));

/** The other school at a step, with its reason; null where there is none. */
export function otherSchool(
  id: SchoolId,
  schools: Schools,
): { readonly id: string; readonly name: string; readonly why: string } | null {
  const choices = SCHOOLS.find((s) => s.id === id)?.choices ?? [];
  const at = choices.findIndex((c) => c.id === schools[id]);
  return choices.length > 1 ? (choices[(at + 1) % choices.length] ?? null) : null;
}

/** The round as it is filed. */
export function roundCheck(
  p: RoundProgress,
  about: Pick<RigCheck, 'id' | 'rigId' | 'round' | 'on' | 'by' | 'toSign'>,
  remembered: Partial<Schools>,
  nowMs: number,
): RigCheck {
  const iso = (ms: number): string => new Date(ms).toISOString();
  return {
    ...about,
    startedAt: iso(p.startedMs),
    endedAt: iso(Math.max(p.startedMs, nowMs)),
    steps: p.steps.map((s) => ({ ...s })),
    schools: { ...remembered, ...p.schools },
    drop: dropOf(p),
    ...(p.flame ? { flame: p.flame } : {}),
  };
}
