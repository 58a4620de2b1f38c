import { FullError } from '../http/errors.js';
import type { RecordStore } from '../records/store.js';

const GB = 1024 ** 3;
/** What one company may keep beside its records: photographs, packages and files that wait. HEPHAIST_QUOTA_GB says otherwise. */
const MOST_BYTES = Number(process.env['HEPHAIST_QUOTA_GB'] ?? 20) * GB;

/** Bytes that a company keeps beside its records. */
export async function keptBytes({ db, companyId }: Pick<RecordStore, 'db' | 'companyId'>): Promise<number> {
  const { rows } = (await db.raw(
    `select (select coalesce(sum(octet_length(bytes)), 0) from picture where company_id = :c)
          + (select coalesce(sum(octet_length(bytes)), 0) from package_part where company_id = :c)
          + (select coalesce(sum(octet_length(snapshot)), 0) from package where company_id = :c)
          + (select coalesce(sum(octet_length(bytes)), 0) from waiting_file where company_id = :c) as bytes`,
    { c: companyId },
  )) as { rows: { bytes: string }[] };
  return Number(rows[0]?.bytes ?? 0);
}

/**
 * More may be kept, or it is said what is full.
 * @throws FullError where the company keeps all it may
 */
export async function mustFit(store: RecordStore, bytes: number, most = MOST_BYTES): Promise<void> {
  const kept = await keptBytes(store);
  if (kept + bytes > most)
    throw new FullError(
      `This company keeps ${(kept / GB).toFixed(1)} GB of photographs, packages and files that wait, and may keep ${(most / GB).toFixed(1)} GB. Nothing was written; whoever runs the server sets more.`,
    );
}
