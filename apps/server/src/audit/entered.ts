import type { TrailBody, Watched } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';

const AT_ONCE = 500;

/** Who first wrote each record of a kind here, by its id, as the trail has it; what came in with a file says so. */
export async function enteredBy(db: Knex, companyId: string, kind: Watched): Promise<Map<string, string>> {
  const by = new Map<string, string>();
  for (let after = -1; ;) {
    const rows = await db('audit')
      .where({ company_id: companyId })
      .where('seq', '>', after)
      .whereLike('body', `%["${kind}",%`)
      .orderBy('seq')
      .limit(AT_ONCE)
      .select('seq', 'body');
    for (const r of rows) {
      const body = JSON.parse(r.body) as TrailBody;
      const person = body.deed === 'import' ? `${body.by.person}, with a file` : body.by.person;
      for (const [of, id] of body.records) if (of === kind && !by.has(id)) by.set(id, person);
    }
    if (rows.length < AT_ONCE) return by;
    after = Number(rows.at(-1)?.seq);
  }
}
