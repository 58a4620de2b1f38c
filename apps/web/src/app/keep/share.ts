import type { Brazer } from '@hephaist/contracts/records/brazer';
import type { Joint } from '@hephaist/contracts/records/joint';
import { assignJoints, type Assignment } from '@hephaist/core/qualification/assign';
import { type BrazerRecord, mayBraze } from '@hephaist/core/qualification/may-braze';
import { asksKey, type JointVariables } from '@hephaist/core/qualification/range';
import { warningOn } from '@hephaist/core/qualification/standing';
import Papa from 'papaparse';

/** A joint still to be brazed, with what it asks of its brazer; null while it has no plan. */
export interface OpenWork {
  readonly joint: Joint;
  readonly asks: JointVariables | null;
}

export interface CrewHand {
  readonly brazer: Brazer;
  readonly record: BrazerRecord;
}

/** Days within which somebody counts as close to lapsing. Source: practice. */
const CLOSE_DAYS = 30;

export interface Share {
  readonly assignment: Assignment;
  /** Ids of those close to lapsing, with the day they are good through. */
  readonly closing: ReadonlyMap<string, string>;
  /** Why nobody may, by joint. */
  readonly why: ReadonlyMap<string, string>;
}

/** Shares the open joints among those who are there on a day. Joints that ask the same are judged once. */
export function shareWork(work: readonly OpenWork[], hands: readonly CrewHand[], day: string): Share {
  const asked = new Map<string, { who: string[]; why: string }>();
  const closing = new Map<string, string>();
  const judged = (asks: JointVariables): { who: string[]; why: string } => {
    const key = asksKey(asks);
    const before = asked.get(key);
    if (before) return before;
    const answers = hands.map((h) => ({ h, permission: mayBraze(h.record, asks, day) }));
    for (const { h, permission } of answers) {
      const { continuity } = permission;
      const warned = warningOn(continuity);
      if (permission.may && warned !== null && warned > 0 && warned <= CLOSE_DAYS)
        closing.set(h.brazer.id, continuity.goodThrough ?? '');
    }
    const nearest = [...answers].sort((a, b) => a.permission.reasons.length - b.permission.reasons.length)[0];
    const out = {
      who: answers.filter((a) => a.permission.may).map((a) => a.h.brazer.id),
      why: nearest ? `${nearest.h.brazer.name}: ${nearest.permission.reasons.join('; ')}` : 'nobody is there',
    };
    asked.set(key, out);
    return out;
  };
  const none = { who: [], why: 'it has no plan' };
  const answers = work.map((w) => ({ ...w, judged: w.asks ? judged(w.asks) : none }));
  const assignment = assignJoints(
    answers.map(({ joint, judged: j }) => ({ id: joint.id, lineId: joint.lineId, who: j.who })),
    hands.map((h) => ({ id: h.brazer.id, lapsing: closing.has(h.brazer.id) })),
  );
  const why = new Map(answers.filter((a) => !a.judged.who.length).map((a) => [a.joint.id, a.judged.why]));
  return { assignment, closing, why };
}

/** The sharing as CSV: one row a joint. */
export const shareCsv = (
  work: readonly OpenWork[],
  share: Share,
  nameOf: (brazerId: string) => string,
  lineOf: (lineId: string) => string,
): string =>
  Papa.unparse(
    work.map(({ joint }) => ({
      joint: joint.mark,
      line: lineOf(joint.lineId),
      brazer: nameOf(share.assignment.to.get(joint.id) ?? '') || 'nobody',
      why: share.why.get(joint.id) ?? '',
    })),
    { escapeFormulae: true },
  );
