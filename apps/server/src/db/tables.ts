import type { Brought } from '@hephaist/contracts/records/intake-record';
import type { Role } from '@hephaist/contracts/records/roles';
import type { DeviceId } from '@hephaist/core/live/instruments';
import type { Knex } from 'knex';
import type { FileFacts } from '../pictures/picture.js';

/**
 * Tables beside those of the records, as a row of each is read: what Knex answers is typed by them. Records have one
 * table a kind: RecordStore reads and writes them, and the audit reads them to hold them against the trail.
 */

/** A whole number of eight bytes: it comes as text, and may be written as either. */
type Int8 = string | number;

/** A row of any kind's table; its other columns are drawn from what it holds. */
export interface RecordRow {
  readonly company_id: string;
  readonly id: string;
  readonly version: number;
  readonly data: unknown;
  readonly [column: string]: unknown;
}

export interface CompanyRow {
  readonly id: string;
  readonly name: string;
  readonly second_factor: boolean;
}

export interface AccountRow {
  readonly id: string;
  readonly company_id: string;
  readonly name: string;
  readonly person: string;
  readonly roles: Role[];
  readonly brazer_id: string | null;
  readonly password: string;
  readonly must_change: boolean;
  readonly disabled: boolean;
  readonly last_seen: Date | null;
  readonly password_given_at: Date | null;
  readonly totp: string | null;
  readonly totp_on: boolean;
  readonly totp_step: Int8 | null;
  readonly reset_hash: string | null;
  readonly reset_until: Date | null;
}

export interface SignInRow {
  readonly token_hash: string;
  readonly account_id: string;
  readonly made_at: Date;
  readonly seen_at: Date;
  readonly id: string;
  readonly place: string;
  readonly agent: string;
  readonly device_id: string | null;
  readonly by_code: boolean;
}

export interface DeviceRow {
  readonly id: string;
  readonly company_id: string;
  readonly token_hash: string;
  readonly agent: string;
  readonly made_at: Date;
  readonly seen_at: Date;
  readonly account_id: string;
  readonly revoked_at: Date | null;
}

export interface CommandRow {
  readonly company_id: string;
  readonly id: string;
  readonly actor: string;
  readonly kind: string;
  readonly content: string | null;
  readonly result: unknown;
}

export interface PackageRow {
  readonly company_id: string;
  readonly id: string;
  readonly snapshot: Buffer;
  readonly state: 'waiting' | 'building' | 'ready' | 'failed';
  readonly doing: string;
  readonly done: number;
  readonly of: number;
  readonly build: string | null;
  readonly bytes: Int8 | null;
  readonly hash: string | null;
  readonly problem: string | null;
}

export interface WaitingFileRow {
  readonly company_id: string;
  readonly id: string;
  readonly at: Date;
  readonly account_id: string;
  readonly person: string;
  readonly job_name: string;
  readonly brings: Brought[];
  readonly type: 'job' | 'package';
  readonly hash: string;
  readonly bytes: Buffer;
}
/** Its JSON is written as text. */
type WaitingFileWrite = Omit<WaitingFileRow, 'brings'> & { readonly brings: string };

declare module 'knex/types/tables.js' {
  interface Tables {
    company: CompanyRow;
    account: AccountRow;
    sign_in: SignInRow;
    device: DeviceRow;
    short_code: { readonly account_id: string; readonly device_id: string; readonly code: string };
    sign_in_place: { readonly account_id: string; readonly place: string; readonly at: Date };
    recovery_code: { readonly account_id: string; readonly code_hash: string };
    role_grant: {
      readonly account_id: string;
      readonly company_id: string;
      readonly roles: Role[];
      readonly asked_by: string;
      readonly asked_person: string;
      readonly at: Date;
    };
    first_run: { readonly company_id: string; readonly code_hash: string };
    calendar_feed: { readonly token_hash: string; readonly account_id: string };
    access_log: {
      readonly id: Int8;
      readonly company_id: string;
      readonly at: Date;
      readonly who: string;
      readonly what: string;
      readonly place: string;
    };
    audit: { readonly company_id: string; readonly seq: Int8; readonly body: string; readonly hash: string };
    audit_head: { readonly company_id: string; readonly seq: Int8; readonly hash: string };
    anchor: { readonly company_id: string; readonly seq: Int8; readonly line: string };
    command: CommandRow;
    picture: {
      readonly company_id: string;
      readonly id: string;
      readonly type: FileFacts['type'];
      readonly hash: string;
      readonly width: number;
      readonly height: number;
      readonly bytes: Buffer;
    };
    imported_signature: { readonly company_id: string; readonly id: string };
    package: PackageRow;
    package_part: {
      readonly company_id: string;
      readonly id: string;
      readonly build: string;
      readonly n: number;
      readonly bytes: Buffer;
    };
    waiting_file: Knex.CompositeTableType<WaitingFileRow, WaitingFileWrite>;
    purge_trace: {
      readonly company_id: string;
      readonly session_id: string;
      readonly seq: Int8;
      readonly at: Date;
      readonly device: DeviceId | null;
      readonly value: number | null;
      readonly told_at: Date | null;
      readonly says: string | null;
    };
    purge_reader: {
      readonly company_id: string;
      readonly session_id: string;
      readonly holder: string;
      readonly until: Date;
      readonly batch: Int8;
      readonly sealed_seq: Int8;
      readonly sealed: string;
      readonly sealed_at: Date;
    };
    knex_migrations: {
      readonly id: number;
      readonly name: string;
      readonly batch: number;
      readonly migration_time: Date;
    };
  }
}
