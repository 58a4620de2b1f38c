import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const h = withJob(file);
const plain = (format: 'png' | 'jpeg' | 'webp' | 'gif' | 'tiff', side = 40): Promise<Buffer> =>
  sharp({ create: { width: side, height: side, channels: 3, background: '#b36a3c' } })
    .toFormat(format)
    .toBuffer();
const take = (bytes: Buffer, id = newId(), type = 'image/png') =>
  h.as('quality').post(`/api/pictures/${id}`).set('Content-Type', type).send(bytes);

describe('photographs', () => {
  it.each(['png', 'jpeg', 'webp'] as const)(
    'the original of a %s comes back byte for byte to who may see it',
    async (format) => {
      const [bytes, id] = [await plain(format), newId()];
      const taken = await take(bytes, id).expect(201);
      expect(taken.body).toMatchObject({ id, type: `image/${format}`, width: 40, height: 40 });
      expect(taken.body.hash).toBe(createHash('sha256').update(bytes).digest('hex'));
      await h.as('fitter').get(`/api/pictures/${id}/original`).expect(403);
      const back = await h.as('auditor').get(`/api/pictures/${id}/original`).responseType('blob').expect(200);
      expect((back.body as Buffer).equals(bytes)).toBe(true);
      expect(back.headers['content-type']).toBe(`image/${format}`);
      expect(back.headers['x-content-type-options']).toBe('nosniff');
      expect(back.headers['content-security-policy']).toContain('sandbox');
    },
  );

  it('goes out without where, when and with what it was taken', async () => {
    const id = newId();
    const bytes = await sharp(await plain('jpeg'))
      .withExif({ IFD0: { Model: 'Some Device 9' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
      .toBuffer();
    expect((await sharp(bytes).metadata()).exif).toBeDefined();
    await take(bytes, id).expect(201);
    const out = (await h.as('fitter').get(`/api/pictures/${id}`).responseType('blob').expect(200)).body as Buffer;
    expect((await sharp(out).metadata()).exif).toBeUndefined();
    expect(out.includes('Some Device 9')).toBe(false);
  });

  it.each<[string, () => Promise<Buffer>]>([
    ['a page called a picture', () => Promise.resolve(Buffer.from('<html><script>alert(1)</script></html>'))],
    [
      'a drawing with script',
      () => Promise.resolve(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>')),
    ],
    [
      'a picture’s first bytes and then something else',
      async () => Buffer.concat([(await plain('png')).subarray(0, 60), Buffer.alloc(4000, 65)]),
    ],
    ['half a picture', async () => (await plain('jpeg', 400)).subarray(0, 700)],
    ['another kind of picture', () => plain('gif')],
    ['a large kind of picture', () => plain('tiff')],
    ['an archive', () => Promise.resolve(gzipSync('x'.repeat(10_000)))],
    ['nothing', () => Promise.resolve(Buffer.alloc(0))],
  ])('refuses %s, whatever it is called', async (_what, make) => {
    const id = newId();
    const answer = await take(await make(), id, 'image/jpeg').expect(422);
    expect(answer.body.fields[0].field).toBe('picture');
    await h.as().get(`/api/pictures/${id}`).expect(404);
  });

  it('refuses one too large in bytes, and one that unfolds to too many pixels', async () => {
    await take(Buffer.alloc(13 * 1024 * 1024)).expect(413);
    const bomb = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#000' } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(bomb.length).toBeLessThan(1_000_000);
    expect((await take(bomb).expect(422)).body.detail).toContain('60 million pixels');
  });

  it('sent twice it is one; another under its id is refused; another company sees nothing', async () => {
    const [bytes, id] = [await plain('png'), newId()];
    await take(bytes, id).expect(201);
    await take(bytes, id).expect(201);
    await take(await plain('png', 41), id).expect(409);
    await expect(h.db('picture').where({ id }).update({ hash: 'x' })).rejects.toThrow('evidence');
    await (await h.otherCompany())().get(`/api/pictures/${id}`).expect(404);
  });

  it('a coupon read from a picture names one that is on file', async () => {
    const [bytes, pictureId] = [await plain('png'), newId()];
    const trace = {
      pictureId,
      scale: { a: [0, 0], b: [30, 0], lengthM: 0.01 },
      line: [
        [1, 20],
        [38, 20],
      ],
      bandPx: 4,
      voids: 'darker',
      edgeM: 0.0001,
      corrected: false,
    };
    const id = newId();
    const coupon = { ...file.coupons[0]!, id, number: `P-${id.slice(-5)}` };
    const faces = coupon.faces.map((f, i) => (i ? f : { ...f, trace }));
    const send = () =>
      h
        .as('quality')
        .post('/api/commands')
        .send({
          id: newId(),
          kind: 'coupon',
          records: [{ seen: 0, data: { ...coupon, faces } }],
          signature: { password: TEST_PASSWORD, meaning: 'judged' },
        });
    expect((await send().expect(422)).body.fields[0].field).toBe('faces.0.trace.pictureId');
    await take(bytes, pictureId).expect(201);
    await send().expect(200);
    expect((await h.store.find('coupon', id))?.faces[0]?.trace).toEqual(trace);
  });
});

describe('a laboratory’s report', () => {
  const paper = async (words: string, more: Partial<PDFKit.PDFDocumentOptions> = {}): Promise<Buffer> => {
    const doc = new PDFDocument({ size: 'A4', ...more });
    const done = new Promise<Buffer>((resolve) => {
      const chunks: Buffer[] = [];
      doc.on('data', (c: Buffer) => chunks.push(c));
      doc.on('end', () => resolve(Buffer.concat(chunks)));
    });
    doc.text(words);
    doc.end();
    return done;
  };
  const scripted = async (): Promise<Buffer> => {
    const text = (await paper('x', { compress: false })).toString('latin1');
    return Buffer.from(
      text.replace('/Type /Catalog', '/Type /Catalog /OpenAction << /S /JavaScript /JS (app.alert\\(1\\)) >>'),
      'latin1',
    );
  };

  it('comes back byte for byte, to be saved rather than shown', async () => {
    const [bytes, id] = [await paper('Strip 1: 3 %'), newId()];
    const taken = await take(bytes, id, 'application/pdf').expect(201);
    expect(taken.body).toMatchObject({ type: 'application/pdf', width: 595, height: 842 });
    const back = await h.as('fitter').get(`/api/pictures/${id}`).responseType('blob').expect(200);
    expect((back.body as Buffer).equals(bytes)).toBe(true);
    expect(back.headers['content-disposition']).toContain('attachment');
  });

  it.each<[string, string, () => Promise<Buffer>]>([
    ['half of one', 'whole PDF', async () => (await paper('x'.repeat(3000))).subarray(0, 300)],
    ['its name alone', 'whole PDF', () => Promise.resolve(Buffer.from('%PDF-1.7 and nothing more'))],
    ['one that is locked', 'without a password', () => paper('x', { userPassword: 'k', ownerPassword: 'l' })],
    ['one that runs something', 'runs something', scripted],
  ])('refuses %s', async (_what, says, make) => {
    const answer = await take(await make(), newId(), 'application/pdf').expect(422);
    expect(answer.body.fields[0]).toEqual({ field: 'picture', says: expect.stringContaining(says) });
  });

  it('belongs to a coupon or a record where it is on file, and is never a photograph of a joint', async () => {
    const [reportId, id] = [newId(), newId()];
    const coupon = {
      ...file.coupons[0]!,
      id,
      number: `R-${id.slice(-5)}`,
      laboratory: { name: 'Harbour Materials Laboratory', report: 'HM-1', reportId },
    };
    const send = (kind: string, data: object, meaning: string) =>
      h
        .as('quality')
        .post('/api/commands')
        .send({
          id: newId(),
          kind,
          records: [{ seen: 0, data }],
          signature: { password: TEST_PASSWORD, meaning },
        });
    const early = await send('coupon', coupon, 'judged').expect(422);
    expect(early.body.fields[0]).toEqual({ field: 'laboratory.reportId', says: 'this report is not on file' });
    await take(await paper('Strip 1: 3 %'), reportId, 'application/pdf').expect(201);
    await send('coupon', coupon, 'judged').expect(200);
    const joint = file.joints.find((j) => !file.logs.some((l) => l.jointId === j.id))!;
    const log = { ...file.logs[0]!, id: newId(), jointId: joint.id, outOfRangeReason: 'x', pictureIds: [reportId] };
    const refused = await send('log', log, 'out-of-range').expect(422);
    expect(refused.body.fields[0].field).toBe('pictureIds.0');
    const followed = await h.as('auditor').get(`/api/follow/coupon/${id}`).expect(200);
    expect(followed.body.events.map((e: { reportId?: string }) => e.reportId)).toContain(reportId);
  });
});
