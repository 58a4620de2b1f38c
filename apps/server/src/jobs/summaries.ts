import type { JobSummary, LineSummary } from '@hephaist/contracts/exchange/answers';
import type { Job } from '@hephaist/contracts/records/job';
import type { Knex } from 'knex';

const notAnnulled = (record: string): string =>
  `not exists (select from annulment a where a.company_id = ${record}.company_id and a.record_id = ${record}.id)`;

/** How far each line of a company's jobs is: what is last said of a joint counts, one that is set aside does not. */
async function lineSummaries(db: Knex, companyId: string): Promise<(LineSummary & { readonly jobId: string })[]> {
  const { rows } = await db.raw<{ rows: (LineSummary & { jobId: string })[] }>(
    `with look as (
       select distinct on (l.joint_id) l.joint_id, l.data->>'visual' as visual
         from log l where l.company_id = :companyId and ${notAnnulled('l')}
        order by l.joint_id, l.brazed_at desc, l.id desc
     ), far as (
       select j.line_id, count(*)::int as joints,
              count(*) filter (where k.visual = 'accepted')::int as brazed,
              count(*) filter (where k.visual = 'rejected')::int as rejected,
              (array_agg(j.id order by j.sort, j.id) filter (where k.visual is distinct from 'accepted'))[1] as "nextId",
              (array_agg(j.data->>'mark' order by j.sort, j.id) filter (where k.visual is distinct from 'accepted'))[1]
                as "nextMark"
         from joint j left join look k on k.joint_id = j.id
        where j.company_id = :companyId and j.data->>'setAside' is null group by j.line_id
     )
     select n.job_id as "jobId", n.id, n.data->>'name' as name,
            coalesce(f.joints, 0) as joints, coalesce(f.brazed, 0) as brazed, coalesce(f.rejected, 0) as rejected,
            f."nextId", f."nextMark",
            exists (select from pressure_test t
                     where t.company_id = n.company_id and t.line_id = n.id and ${notAnnulled('t')}) as tested
       from line n left join far f on f.line_id = n.id
      where n.company_id = :companyId order by n.id`,
    { companyId },
  );
  return rows;
}

/** A company's jobs with how far each is and how far each of its lines. */
export async function jobSummaries(db: Knex, companyId: string): Promise<JobSummary[]> {
  const jobs = await db('job')
    .where('job.company_id', companyId)
    .orderBy('job.id')
    .select<{ id: string; data: Job; handedOver: string | null }[]>(
      'job.id',
      'job.data',
      db.raw(
        `(select max(s.data->>'at') from hand_over h
            join signature s on s.company_id = h.company_id and s.record_id = h.id
           where h.company_id = job.company_id and h.job_id = job.id) as "handedOver"`,
      ),
    );
  const all = await lineSummaries(db, companyId);
  return jobs.map(({ id, data, handedOver }) => {
    const lines = all.filter((l) => l.jobId === id).map(({ jobId: _of, ...line }) => line);
    const sum = (of: (l: LineSummary) => number): number => lines.reduce((n, l) => n + of(l), 0);
    return {
      id,
      name: data.name,
      place: data.place,
      archived: data.archived,
      handedOver,
      lines,
      joints: sum((l) => l.joints),
      brazed: sum((l) => l.brazed),
      tested: lines.filter((l) => l.tested).length,
    };
  });
}
