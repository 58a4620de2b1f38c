import { type JobFile, parseJobFile } from '@hephaist/contracts/exchange/exchange';
import { findingsOfLog, type OpenPoint, openPoints } from '@hephaist/contracts/exchange/open-points';
import { standingFile } from '@hephaist/contracts/exchange/standing-file';
import { brazerRecord } from '@hephaist/contracts/records/brazer-record';
import type { HandOver } from '@hephaist/contracts/records/hand-over';
import type { Joint } from '@hephaist/contracts/records/joint';
import { type Planned, planner } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import type { Signature } from '@hephaist/contracts/records/signature';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import type { BrazerRecord } from '@hephaist/core/qualification/may-braze';
import { inUnits } from '@hephaist/core/units/say';
import { formatQuantity, type Quantity } from '@hephaist/core/units/units';
import type { Snapshot } from './snapshot.js';

/** Everything a package is written from. */
export interface Content {
  /** The job as it is judged: without what was annulled. */
  readonly file: JobFile;
  /** The same with it. */
  readonly whole: JobFile;
  readonly snapshot: Snapshot;
  readonly handOver: HandOver;
  readonly signature: Signature;
  readonly tables: Catalogue;
  readonly planOf: (joint: Joint) => Planned;
  readonly recordOf: (brazerId: string) => BrazerRecord | null;
  readonly points: readonly OpenPoint[];
  /** Every entry of the log by time, with what speaks against it. */
  readonly entries: ReturnType<typeof findingsOfLog>;
  /** Who wrote each entry of the log. */
  readonly entered: ReadonlyMap<string, string>;
  readonly builtAt: Date;
  /** Sentences and quantities in the units that were asked for. */
  readonly say: (text: string) => string;
  readonly show: (si: number, quantity: Quantity) => string;
}

/**
 * What a job's file says of who may braze and of how it is planned.
 * @param file as it is judged: without what was annulled
 */
export function readiness(file: JobFile, brazings: Snapshot['brazings']) {
  const tables = catalogueWith(file.ownRows);
  const planOf = planner(file.job, file.lines, shopOf(file.ownRows, file.procedures));
  const records = new Map(file.brazers.map((b) => [b.id, brazerRecord(b, { ...file, brazings }, tables)]));
  const recordOf = (id: string): BrazerRecord | null => records.get(id) ?? null;
  return { tables, planOf, recordOf, points: openPoints(file, planOf, recordOf, tables) };
}

export function contentOf(
  snapshot: Snapshot,
  handOver: HandOver,
  signature: Signature,
  builtAt: Date,
  entered: Content['entered'],
): Content {
  const whole = parseJobFile(JSON.parse(snapshot.job));
  const file = standingFile(whole);
  const ready = readiness(file, snapshot.brazings);
  const logs = [...file.logs].sort((a, b) => Date.parse(a.brazedAt) - Date.parse(b.brazedAt));
  return {
    file,
    whole,
    snapshot,
    handOver,
    signature,
    ...ready,
    entries: findingsOfLog(file, logs, ready.planOf, ready.recordOf),
    entered,
    builtAt,
    say: (text) => inUnits(text, handOver.units),
    show: (si, quantity) => formatQuantity(si, quantity, handOver.units),
  };
}

/** A moment on the clock of the job. */
export function clockOf(timeZone: string): (at: string | null | undefined) => string {
  const format = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' });
  return (at) => (at ? format.format(new Date(at)) : '');
}
