import type { Joint, Line } from '@hephaist/contracts';
import { findMetal, findTubeStandard } from '@hephaist/core';

/** A row of the schedule: a line's heading or a joint. */
export type ScheduleRow =
  | { readonly kind: 'line'; readonly line: Line; readonly count: number }
  | { readonly kind: 'joint'; readonly joint: Joint };

const short = (metalId: string): string => findMetal(metalId)?.short ?? metalId;

export const sizeWords = (joint: Joint): string => {
  const standard = findTubeStandard(joint.tube.standardId);
  return joint.tube.standardId === 'acr' ? joint.tube.size : `${joint.tube.size} ${standard?.short ?? ''}`;
};
export const metalWords = (joint: Joint): string => `${short(joint.tube.metalId)} · ${short(joint.socket.metalId)}`;

/** Rows in schedule order under their lines; `find` keeps joints whose words hold every word typed. */
export function scheduleRows(joints: readonly Joint[], lines: readonly Line[], find: string): ScheduleRow[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const rows: ScheduleRow[] = [];
  for (const line of lines) {
    const own = joints.filter((j) => {
      if (j.lineId !== line.id) return false;
      const text =
        `${j.mark} ${sizeWords(j)} ${metalWords(j)} ${j.position} ${j.socket.kind} ${j.note} ${line.name}`.toLowerCase();
      return words.every((w) => text.includes(w));
    });
    if (own.length || !words.length) rows.push({ kind: 'line', line, count: own.length });
    for (const joint of own) rows.push({ kind: 'joint', joint });
  }
  return rows;
}

/** The joint `step` places from the selected one among the shown rows; stays inside. */
export function stepFrom(rows: readonly ScheduleRow[], selectedId: string | null, step: number): Joint | null {
  const shown = rows.filter((r) => r.kind === 'joint').map((r) => r.joint);
  const at = shown.findIndex((j) => j.id === selectedId);
  return shown[Math.max(0, Math.min(shown.length - 1, at < 0 ? 0 : at + step))] ?? null;
}
