import type { FollowLink } from '@hephaist/contracts/exchange/followed';
import type { RecordStore } from '../records/store.js';

/** Most ways on that are offered. */
const MOST = 20;

/** What goes by a mark, a name, a number or a lot, as far as it is typed: joints, brazers, procedures, coupons, lots. */
export async function findFollowed(store: RecordStore, sought: string): Promise<FollowLink[]> {
  const like = `${sought
    .trim()
    .toLowerCase()
    .replace(/[\\%_]/g, '\\$&')}%`;
  if (like === '%') return [];
  const { rows } = (await store.db.raw(
    `select 'joint' as of, j.id::text as id, j.mark || ', ' || (o.data->>'name') as name, 0 as rank
       from joint j join job o on o.company_id = j.company_id and o.id = j.job_id
       where j.company_id = :c and lower(j.mark) like :w
     union select 'brazer', id::text, (data->>'name') || ' (' || mark || ')', 1 from brazer
       where company_id = :c and (lower(mark) like :w or lower(data->>'name') like '%' || :w)
     union select 'procedure', id::text, (data->>'name') || ' rev ' || (data->>'revision'), 2 from procedure
       where company_id = :c and lower(data->>'name') like :w
     union select 'coupon', id::text, number, 3 from coupon where company_id = :c and lower(number) like :w
     union select 'lot', t.lot, t.lot, 4 from log, lateral (values (data->>'fillerLot'), (data->>'fluxLot'), (data->>'nitrogenLot')) t(lot)
       where company_id = :c and lower(t.lot) like :w
     order by rank, name limit :most`,
    { c: store.companyId, w: like, most: MOST },
  )) as { rows: FollowLink[] };
  return rows.map(({ of, id, name }) => ({ of, id, name }));
}
