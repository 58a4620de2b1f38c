import { describe, expect, it } from 'vitest';
import { demoFile, newId } from '../../test/harness.js';
import { asBytes, readPdf } from '../../test/pdf.js';
import { withJob } from '../../test/with-job.js';
import { jobRodList, parseRodListRequest } from './rod-list.js';

const file = demoFile();
const h = withJob(file);

const some = file.joints.filter((j) => /^(BR|PF|HP)-/.test(j.mark)).map((j) => j.id);
const asked = {
  jointIds: some,
  scope: 'Freezer and brackets',
  system: 'us',
  prices: { silverPerKg: 1000, basePerKg: 30 },
  spare: 0.1,
  loss: 0.15,
  gas: { fuelM3: 4.1, oxygenM3: 3.5, nitrogenM3: 6.5, use: 'usual' },
};
const post = (body: object, jobId = file.job.id) => h.as().post(`/api/jobs/${jobId}/rod-list.pdf`).send(body);

describe('the rod list as PDF', () => {
  it('reads back by another library with every rod, flux and the sum of the list', async () => {
    const answer = await asBytes(post(asked));
    expect(answer.status).toBe(200);
    expect(answer.headers['content-type']).toContain('application/pdf');
    const { words } = await readPdf(answer.body as Buffer);
    const { list } = await jobRodList(h.store, file.job.id, parseRodListRequest(asked));
    expect(list.rods.length).toBeGreaterThan(1);
    for (const r of list.rods) expect(words).toContain(r.form.name);
    for (const f of list.fluxes) expect(words).toContain(f.flux.id);
    expect(words).toContain(list.cost.toFixed(2));
    const { gas } = await jobRodList(h.store, file.job.id, parseRodListRequest(asked));
    expect(gas.fuelM3).toBeGreaterThan(0);
    for (const name of ['Acetylene', 'Oxygen', 'Nitrogen']) expect(words).toContain(name);
    expect(words).toContain(`${gas.cylinders.nitrogen} cylinder`);
    expect(words).toContain('Freezer and brackets');
    expect(words).toContain('local codes'.replace('l', 'L'));
  });
  it('counts what was brazed as used, and leaves out what is set aside', async () => {
    const all = { ...asked, jointIds: file.joints.map((j) => j.id) };
    const { list } = await jobRodList(h.store, file.job.id, parseRodListRequest(all));
    const counted = list.rods.reduce((n, r) => n + r.joints, 0) + list.withoutRod;
    expect(counted).toBe(file.joints.filter((j) => !j.setAside).length);
    const left = list.rods.reduce((n, r) => n + r.leftJoints, 0);
    expect(left).toBeLessThan(counted);
  });
  it('refuses nonsense at its field', async () => {
    const bad = await post({ ...asked, spare: -1 }).expect(422);
    expect(bad.body.fields[0].field).toBe('spare');
    expect((await post({ ...asked, system: 'cubits' }).expect(422)).body.fields[0].field).toBe('system');
    const gas = { ...asked.gas, use: 'as you like', oxygenM3: -1 };
    const bads = (await post({ ...asked, gas }).expect(422)).body.fields as { field: string }[];
    expect(bads.map((b) => b.field)).toEqual(expect.arrayContaining(['gas.use', 'gas.oxygenM3']));
    await post(asked, newId()).expect(404);
  });
});
