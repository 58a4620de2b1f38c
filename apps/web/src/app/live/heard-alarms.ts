import type { AlarmId } from '@hephaist/core/live/alarms';

/** Alarms as they come, go and are heard: one that came again is new. */
export class HeardAlarms {
  private readonly since = new Map<AlarmId, number>();

  /** Which of the standing alarms nobody has heard. @param heardAt when each was last said to be heard, ms */
  unheard<T extends { readonly id: AlarmId }>(
    standing: readonly T[],
    heardAt: ReadonlyMap<string, number>,
    nowMs: number,
  ): T[] {
    const ids = new Set(standing.map((a) => a.id));
    for (const id of [...this.since.keys()]) if (!ids.has(id)) this.since.delete(id);
    for (const a of standing) if (!this.since.has(a.id)) this.since.set(a.id, nowMs);
    return standing.filter((a) => (heardAt.get(a.id) ?? -Infinity) < (this.since.get(a.id) ?? nowMs));
  }
}
