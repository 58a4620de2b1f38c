import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import type { FollowLink } from '@hephaist/contracts/exchange/followed';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import type { Brazer } from '@hephaist/contracts/records/brazer';
import type { OnFile } from '@hephaist/contracts/records/brazer-record';
import type { Job } from '@hephaist/contracts/records/job';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import type { Pqr } from '@hephaist/contracts/records/pqr';
import { MEANINGS } from '@hephaist/contracts/records/signature';
import { annulledIds, standing } from '@hephaist/contracts/records/standing';
import { dataOf } from '@hephaist/contracts/records/stored';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import type { BrazerRecord } from '@hephaist/core/qualification/may-braze';
import { crewOf, onFile, recordsOf } from '../crew/crew.js';
import { type Reader, signaturesOf } from '../records/reader.js';
import type { RecordStore } from '../records/store.js';
import { shopFor, tablesOf } from '../shop/shop.js';

/** What is known of a company while something is followed: names, the crew, what was annulled, who signed. */
export class Known {
  private readonly signedOf = new Map<string, string[]>();
  private readonly jobs = new Map<string, Job | null>();
  private readonly joints = new Map<string, Joint | null>();
  private readonly lines = new Map<string, Line | null>();

  private constructor(
    readonly records: Reader,
    readonly tables: Catalogue,
    /** The crew with what was annulled. */
    readonly file: OnFile & { readonly brazers: readonly Brazer[]; readonly annulments: readonly Annulment[] },
    readonly pqrs: readonly Pqr[],
  ) {
    this.why = new Map(file.annulments.map((a) => [a.recordId, a]));
    this.brazers = new Map(recordsOf(file, tables).map((r) => [r.brazer.id, r.record]));
  }
  /** What was annulled, by the record. */
  readonly why: ReadonlyMap<string, Annulment>;
  private readonly brazers: ReadonlyMap<string, BrazerRecord>;

  static async of(store: RecordStore): Promise<Known> {
    const tables = await tablesOf(store);
    const crew = await crewOf(store, tables);
    return new Known(store, tables, onFile(crew), dataOf(crew.pqr));
  }

  /** As a job's file holds it, rather than as it stands now. */
  static in(records: Reader, tables: Catalogue, file: JobFile, brazings: OnFile['brazings']): Known {
    return new Known(records, tables, { ...file, brazings }, file.pqrs);
  }

  /** What still counts of some records. */
  stands<T extends { readonly id: string }>(rows: readonly T[]): readonly T[] {
    return standing(rows, annulledIds(this.file.annulments));
  }

  recordOf(brazerId: string): BrazerRecord | null {
    return this.brazers.get(brazerId) ?? null;
  }

  brazer(id: string): FollowLink | null {
    const b = this.file.brazers.find((x) => x.id === id);
    return b ? { of: 'brazer', id, name: `${b.name} (${b.mark})` } : null;
  }

  procedure(id: string | null | undefined): FollowLink | null {
    const p = this.file.procedures?.find((x) => x.id === id);
    return p ? { of: 'procedure', id: p.id, name: `${p.name} rev ${p.revision}` } : null;
  }

  coupon(id: string): FollowLink | null {
    const c = this.file.coupons.find((x) => x.id === id);
    return c ? { of: 'coupon', id, name: c.number } : null;
  }

  /** What joints are planned by; read once. */
  shop(): ReturnType<typeof shopFor> {
    this.shopped ??= shopFor(this.records);
    return this.shopped;
  }
  private shopped: ReturnType<typeof shopFor> | null = null;

  async joint(id: string): Promise<Joint | null> {
    if (!this.joints.has(id)) this.joints.set(id, await this.records.find('joint', id));
    return this.joints.get(id) ?? null;
  }

  async line(id: string): Promise<Line | null> {
    if (!this.lines.has(id)) this.lines.set(id, await this.records.find('line', id));
    return this.lines.get(id) ?? null;
  }

  async job(id: string): Promise<Job | null> {
    if (!this.jobs.has(id)) this.jobs.set(id, await this.records.find('job', id));
    return this.jobs.get(id) ?? null;
  }

  /** Each signature of a record in words; one that came in with a file was not checked against a password here. */
  async signed(recordId: string): Promise<string[]> {
    const known = this.signedOf.get(recordId);
    if (known) return known;
    const signatures = await signaturesOf(this.records, recordId);
    const imported = await this.records.importedAmong(signatures.map((s) => s.id));
    const words = signatures.map(
      (s) =>
        `${s.person} (${s.roles.join(', ')}): ${MEANINGS[s.meaning]}, ${s.at.slice(0, 16).replace('T', ' ')} UTC${imported.has(s.id) ? '; came in with a file, not signed here' : ''}`,
    );
    this.signedOf.set(recordId, words);
    return words;
  }
}

/** A lot, as it is followed: by class and text, for a number stands on rods of several makers. */
export const lotLink = (what: string, lot: string | undefined): FollowLink | null =>
  lot?.trim() ? { of: 'lot', id: lot.trim(), name: `${what} lot ${lot.trim()}` } : null;
