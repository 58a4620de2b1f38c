import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId } from '../../test/harness.js';

let h: Harness;
beforeAll(async () => {
  h = await harness();
});
afterAll(() => h.close());

const file = demoFile();
const ownTube = {
  id: newId(),
  table: 'tube' as const,
  key: 'own:30x2',
  values: {
    temper: 'drawn',
    odM: 0.03,
    wallM: 0.002,
    odToleranceM: 0.00005,
    annealedOdToleranceM: 0.00005,
    wallToleranceM: 0.0002,
  },
  source: 'mill certificate',
};

describe('a job file with rows of the company’s own', () => {
  it('a joint may rest on a row that the file brings, and not on one that it does not', async () => {
    const joints = file.joints.map((j, i) =>
      i === 3
        ? {
            ...j,
            tube: { standardId: 'own', size: '30x2', metalId: 'copper' },
            fitUp: { mode: 'stated', gapSideM: 1e-4 },
          }
        : j,
    );
    const without = await h
      .as()
      .post(`/api/import/${newId()}`)
      .send({ ...file, joints })
      .expect(422);
    expect(without.body.fields[0].field).toBe('joints.3.tube.standardId');
    expect((await broughtIn(h, { ...file, joints, ownRows: [...file.ownRows, ownTube] })).status).toBe(201);
    expect((await h.as().get('/api/shop')).body.own_row).toHaveLength(2);
  });
  it('refuses a row that no table can hold', async () => {
    const bad = { ...ownTube, values: { ...ownTube.values, odM: -1 } };
    const answer = await h
      .as()
      .post(`/api/import/${newId()}`)
      .send({ ...file, ownRows: [bad] })
      .expect(422);
    expect(JSON.stringify(answer.body.fields)).toContain('values.odM');
  });
  it('an old file without the new fields is taken with the usual ones', async () => {
    const other = await harness();
    const old = JSON.parse(JSON.stringify(file)) as Record<string, unknown> & typeof file;
    delete (old as { ownRows?: unknown }).ownRows;
    for (const f of ['codeSet', 'carried', 'archived']) delete (old.job as unknown as Record<string, unknown>)[f];
    for (const l of old.lines)
      for (const f of ['fitUpK', 'codeSet', 'schools', 'layout']) delete (l as unknown as Record<string, unknown>)[f];
    for (const j of old.joints.filter((x) => !x.groove && !x.bush)) {
      for (const f of ['bush', 'groove', 'rodForm', 'schools', 'setAside'])
        delete (j as unknown as Record<string, unknown>)[f];
      delete (j.socket as unknown as Record<string, unknown>)['cup'];
    }
    expect((await broughtIn(other, old)).status).toBe(201);
    const joint = (await other.store.find('joint', file.joints[0]!.id))!;
    expect(joint).toMatchObject({ rodForm: 'flat', bush: null, setAside: null, socket: { cup: null } });
    expect((await other.store.find('job', file.job.id))!).toMatchObject({ codeSet: 'asme-ix', archived: false });
    await other.close();
  });
});
