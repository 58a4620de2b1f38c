import type { Procedure } from '@hephaist/contracts/records/procedure';
import { describe, expect, it } from 'vitest';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const first = file.procedures[0] as Procedure;
const h = withJob(file);
const released = { password: TEST_PASSWORD, meaning: 'released' };
const send = (data: object, seen: number, signature?: object) =>
  h
    .as('quality')
    .post('/api/commands')
    .send({ id: newId(), kind: 'procedure', records: [{ seen, data }], ...(signature ? { signature } : {}) });

describe('procedures', () => {
  it('a signed revision stays as it is, even for who signed it', async () => {
    const changed = { ...first, note: 'another technique' };
    expect((await send(changed, 1, released).expect(409)).body.detail).toContain('Write its next revision');
    await send({ ...first, signedOn: null }, 1).expect(409);
    expect((await h.store.find('procedure', first.id))?.note).toBe(first.note);
  });

  it('a next revision is drafted, changed and signed; then it replaces, and only once', async () => {
    const draft = { ...first, id: newId(), revision: 'B', replaces: first.id, signedOn: null };
    await send(draft, 0).expect(200);
    await send({ ...draft, note: 'nitrogen 5 SCFH' }, 1).expect(200);
    await send({ ...draft, signedOn: '2026-06-15' }, 2).expect(422);
    await send({ ...draft, signedOn: '2026-06-15' }, 2, released).expect(200);
    await send({ ...draft, note: 'again' }, 3).expect(409);
    const other = { ...first, id: newId(), revision: 'C', replaces: first.id, signedOn: '2026-06-15' };
    expect((await send(other, 0, released).expect(422)).body.fields[0].field).toBe('replaces');
  });

  it('is released once its records qualify it, or as another party’s on stated conditions', async () => {
    const draft = { ...first, id: newId(), name: 'BPS-new', signedOn: null };
    await send(draft, 0).expect(200);
    const refused = await send({ ...draft, signedOn: '2026-06-15' }, 1, released).expect(422);
    expect(refused.body.fields).toEqual([
      { field: 'variables.records', says: 'not released: no passed record supports it' },
    ]);
    const own = file.pqrs.filter((r) => r.procedureName === first.name);
    const record = (n: number, change: object) => ({
      ...own[n],
      id: newId(),
      number: `PQR-N${n}`,
      procedureName: draft.name,
      procedureId: draft.id,
      ...change,
    });
    const write = (data: object) =>
      h
        .as('quality')
        .post('/api/commands')
        .send({
          id: newId(),
          kind: 'pqr',
          records: [{ seen: 0, data }],
          signature: { password: TEST_PASSWORD, meaning: 'tested' },
        });
    const odd = await write(record(0, { procedureId: first.id })).expect(422);
    expect(odd.body.fields[0]).toEqual({ field: 'procedureId', says: 'a revision of BPS-new that is on file' });
    await write(record(0, {})).expect(200);
    expect((await send({ ...draft, signedOn: '2026-06-15' }, 1, released).expect(422)).body.fields[0].field).toBe(
      'variables.position',
    );
    await h
      .as('quality')
      .post('/api/commands')
      .send({ id: newId(), kind: 'procedure', records: [], removals: [{ id: draft.id, seen: 1 }] })
      .expect(409);
    await write(record(1, {})).expect(200);
    await send({ ...draft, signedOn: '2026-06-15' }, 1, released).expect(200);
    const adopted = { from: 'an institute', document: 'Q-7', conditions: 'used as it is written' };
    await send({ ...first, id: newId(), name: 'BPS-theirs', adopted }, 0, released).expect(200);
  });

  it('a name and revision stand once; a revision follows one of its own name', async () => {
    const same = { ...first, id: newId(), signedOn: null };
    expect((await send(same, 0).expect(422)).body.fields[0].field).toBe('revision');
    const foreign = { ...first, id: newId(), name: 'BPS-9', revision: 'B', replaces: first.id, signedOn: null };
    expect((await send(foreign, 0).expect(422)).body.fields[0].field).toBe('replaces');
  });

  it('a draft is thrown away; what is signed, or named by what is on file, is not', async () => {
    const remove = (id: string, seen: number) =>
      h
        .as('quality')
        .post('/api/commands')
        .send({ id: newId(), kind: 'procedure', records: [], removals: [{ id, seen }] });
    expect((await remove(first.id, 1).expect(409)).body.detail).toContain('cannot be taken away');
    const draft = { ...first, id: newId(), name: 'BPS-7', revision: 'A', signedOn: null };
    await send(draft, 0).expect(200);
    await h
      .as('fitter')
      .post('/api/commands')
      .send({ id: newId(), kind: 'procedure', records: [], removals: [{ id: draft.id, seen: 1 }] })
      .expect(403);
    const named = { ...draft, id: newId(), name: 'BPS-6' };
    await send(named, 0).expect(200);
    await h.store.insert('log', { ...file.logs[0]!, id: newId(), procedureId: named.id });
    expect((await remove(named.id, 1).expect(409)).body.detail).toContain('name this draft');
    await remove(draft.id, 1).expect(200);
    expect(await h.store.find('procedure', draft.id)).toBeNull();
    // The same draft put back, as undo does.
    await send(draft, 0).expect(200);
  });

  it('an F-number is that of a filler in the tables', async () => {
    const draft = { ...first, id: newId(), name: 'BPS-8', revision: 'A', signedOn: null };
    const says = async (fNumbers: string[]) => (await send({ ...draft, fNumbers }, 0).expect(422)).body.fields;
    expect(await says(['silver'])).toEqual([
      { field: 'fNumbers', says: expect.stringContaining('no filler of the tables has F-number silver: there is 1') },
    ]);
    expect((await says(['103', '999']))[0].says).toContain('F-number 999');
    await send({ ...draft, fNumbers: ['103'] }, 0).expect(200);
  });

  it('a record is evidence, signed, and its number stands once', async () => {
    const pqr = { ...file.pqrs[0]!, id: newId() };
    const put = (data: object, meaning?: string) =>
      h
        .as('quality')
        .post('/api/commands')
        .send({
          id: newId(),
          kind: 'pqr',
          records: [{ seen: 0, data }],
          ...(meaning ? { signature: { password: TEST_PASSWORD, meaning } } : {}),
        });
    await put({ ...pqr, number: 'PQR-77' }).expect(422);
    expect((await put(pqr, 'tested').expect(422)).body.fields[0].field).toBe('number');
    await put({ ...pqr, number: 'PQR-77' }, 'tested').expect(200);
    await expect(h.db('pqr').update({ data: '{}' })).rejects.toThrow('evidence');
  });
});
