import type { DeviceId } from './instruments.js';

/** What people do in a purge session, each one mark in time. */
export const MARK_KINDS = [
  'purge on',
  'vent open',
  'joint begun',
  'joint brazed',
  'joint stopped',
  'joint cool',
  'joint skipped',
  'joint leaking',
  'reading by hand',
  'alarm heard',
  'line capped',
] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** Kinds that speak of a joint. */
export const JOINT_MARKS: readonly MarkKind[] = [
  'joint begun',
  'joint brazed',
  'joint stopped',
  'joint cool',
  'joint skipped',
  'joint leaking',
];

export interface Mark {
  readonly kind: MarkKind;
  /** When it was done, ms since 1970, by the clock of the one who did it. */
  readonly atMs: number;
  readonly jointId: string | null;
  /** The vent opened, by its point. */
  readonly vent: string | null;
  /** A reading by hand, or the alarm heard. */
  readonly device: DeviceId | null;
  /** SI, for a reading by hand. */
  readonly value: number | null;
  readonly says: string;
}

/** A reading in the trace, by the clock of the server that received it; none is ever made up. */
export interface PurgeReading {
  readonly device: DeviceId;
  readonly atMs: number;
  /** SI. */
  readonly value: number;
  /** Read by a person and typed. */
  readonly manual: boolean;
}

/** All readings in order of time: those received and those by hand. */
export function allReadings(received: readonly PurgeReading[], marks: readonly Mark[]): readonly PurgeReading[] {
  const typed = marks.flatMap((m): PurgeReading[] =>
    m.kind === 'reading by hand' && m.device && m.value !== null
      ? [{ device: m.device, atMs: m.atMs, value: m.value, manual: true }]
      : [],
  );
  return typed.length ? [...received, ...typed].sort((a, b) => a.atMs - b.atMs) : received;
}

/** How far two clocks may differ without it being said, ms. Source: practice. */
export const CLOCKS_APART_MS = 5000;

/** Readings that were made by a moment: one dated later proves nothing and silences nothing. */
export const readBy = (all: readonly PurgeReading[], nowMs: number): readonly PurgeReading[] =>
  all.some((r) => r.atMs > nowMs + CLOCKS_APART_MS) ? all.filter((r) => r.atMs <= nowMs + CLOCKS_APART_MS) : all;

/** Readings of one instrument, oldest first. */
export const readingsOf = (all: readonly PurgeReading[], device: DeviceId): PurgeReading[] =>
  all.filter((r) => r.device === device);
