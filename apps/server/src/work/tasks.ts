import { type CsvReport, readJointCsv } from '@hephaist/contracts/exchange/joint-csv';
import type { Line } from '@hephaist/contracts/records/line';
import type { OwnRowRecord } from '@hephaist/contracts/records/own-row';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { Anchor } from '../audit/anchor.js';
import { verifyTrail } from '../audit/verify.js';
import { connect } from '../db/connect.js';
import { type ReadPackage, readPackage } from '../package/read.js';
import type { FileFacts } from '../pictures/picture.js';
import { fileFacts } from '../pictures/report.js';
import { outcomeOf } from '../purge-plan/outcome.js';

/** A list of joints to be read, and what it is read against. */
export interface CsvTask {
  readonly text: string;
  readonly lines: readonly Line[];
  readonly marks: readonly string[];
  readonly rows: readonly OwnRowRecord[];
}

const csv = ({ text, lines, marks, rows }: CsvTask): CsvReport =>
  readJointCsv(text, lines, new Set(marks), catalogueWith(rows));

/** What a file was read as, or what is wrong with it: errors do not keep their class between threads. */
type Outcome<T> = T | { readonly problems: readonly FieldProblem[] };

/** What was read. @throws ContractError where it was refused in its thread */
export function orRefuse<T extends object>(outcome: Outcome<T>): T {
  if ('problems' in outcome) throw new ContractError(outcome.problems);
  return outcome;
}

const judged =
  <T>(read: (bytes: Buffer) => Promise<T>) =>
  async (bytes: Uint8Array): Promise<Outcome<T>> => {
    try {
      return await read(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
    } catch (e) {
      if (e instanceof ContractError) return { problems: e.problems };
      throw e;
    }
  };

export type PackageOutcome = Outcome<ReadPackage>;
export type FileOutcome = Outcome<FileFacts>;

/** Checks a company's trail over a connection of its own. */
async function trail({
  url,
  companyId,
  anchors,
}: {
  readonly url: string;
  readonly companyId: string;
  readonly anchors: readonly Anchor[];
}) {
  const db = connect(url);
  try {
    return await verifyTrail(db, companyId, { anchors });
  } finally {
    await db.destroy();
  }
}

/** Everything that takes long enough to keep others waiting, and is done beside the server's own thread. */
export const TASKS = { purge: outcomeOf, csv, package: judged(readPackage), file: judged(fileFacts), trail };
export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
export type TaskInput<K extends TaskName> = Parameters<Tasks[K]>[0];
export type TaskOutcome<K extends TaskName> = Awaited<ReturnType<Tasks[K]>>;
