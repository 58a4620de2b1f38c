import { stillToBraze } from '@hephaist/contracts/records/reserved-coupon';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { type Request } from 'express';
import { accountOf, storeOf } from '../access/guard.js';
import { Known } from '../follow/known.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import type { RecordStore } from '../records/store.js';
import { shopFor } from '../shop/shop.js';
import { couponLabels, jointLabels, type Label, labelSheet, lotLabels, rigLabels, spoolLabels } from './labels.js';
import { ofHouse, type PaperAsked } from './paper.js';
import { bpqPaper, bpsPaper, cardPaper, pqrPaper } from './papers.js';
import { requestPaper, travellerPaper } from './traveller.js';

/** Most labels in one file: some twenty sheets. */
const MOST_LABELS = 600;

/** How a paper is asked for: units from the address, paper and editions from the company. */
export async function paperAsked(req: Request, day: string): Promise<PaperAsked> {
  const units = req.query['units'] === 'metric' ? 'metric' : 'us';
  const [house] = await storeOf(req).list('house');
  return { units, ...ofHouse(house, units), company: accountOf(req).company, day };
}

const found = <T>(record: T | null | undefined): T => {
  if (!record) throw new NotFoundError('No such record here.');
  return record;
};

/** The papers of procedures, their records, brazers, their cards, and coupons that are to be brazed. */
const PAPERS: Readonly<Record<string, (known: Known, id: string, asked: PaperAsked) => Promise<Buffer>>> = {
  procedure: (known, id, asked) => bpsPaper(known, found(known.file.procedures?.find((p) => p.id === id)), asked),
  pqr: (known, id, asked) => pqrPaper(known, found(known.pqrs.find((r) => r.id === id)), asked),
  coupon: (known, id, asked) => bpqPaper(known, found(known.file.coupons.find((c) => c.id === id)), asked),
  brazer: (known, id, asked) => cardPaper(known, id, asked),
  traveller: async (known, id, asked) =>
    travellerPaper(known, found(await known.records.find('reserved_coupon', id)), asked),
};

/** Labels of what belongs to the company; lots and rigs the latest first: those have none yet. */
const LABELS: Readonly<Record<string, (store: RecordStore, origin: string) => Promise<Label[]>>> = {
  lots: async (store, origin) => lotLabels(await store.list('lot'), origin).reverse(),
  rigs: async (store, origin) => rigLabels(await store.list('rig'), origin).reverse(),
  coupons: async (store) =>
    couponLabels(
      stillToBraze(await store.list('reserved_coupon'), await store.list('coupon')),
      await store.list('brazer'),
    ),
};

/** How the server is reached by who asks: what is printed leads there. */
const originOf = (req: Request): string => `${req.protocol}://${req.host}`;

export function paperRoutes(now: () => Date): AnsweringRouter {
  const router = answering();
  router.get('/papers/laboratory-request/all', async (req, res) => {
    const store = storeOf(req);
    const known = await Known.of(store);
    const coupons = stillToBraze(await store.list('reserved_coupon'), known.file.coupons);
    if (!coupons.length) throw new NotFoundError('No number is reserved: there is nothing to ask a laboratory for.');
    const pdf = await requestPaper(known, coupons, await paperAsked(req, now().toISOString().slice(0, 10)));
    res.type('application/pdf').attachment('laboratory-request.pdf').send(pdf);
  });
  router.get('/jobs/:id/labels.pdf', async (req, res) => {
    const store = storeOf(req);
    const jobId = idParam(req);
    const job = found(await store.find('job', jobId));
    const lines = await store.list('line', { job_id: jobId });
    const line = req.query['line'];
    const all = await store.list('joint', { job_id: jobId });
    const joints = all
      .filter((j) => !j.setAside && (line === undefined || j.lineId === line))
      .sort((a, b) => a.sort - b.sort || (a.id < b.id ? -1 : 1));
    if (!joints.length) throw new NotFoundError('No joints here to print labels of.');
    if (joints.length > MOST_LABELS)
      throw new ContractError([{ field: 'line', says: `at most ${MOST_LABELS} labels at once: take one line` }]);
    const spools = req.query['of'] === 'spools';
    const labels = spools
      ? spoolLabels({ job, lines, joints }, originOf(req))
      : jointLabels({ job, lines, joints, shop: await shopFor(store) }, originOf(req));
    if (!labels.length) throw new NotFoundError('No joint here is part of a spool.');
    const asked = await paperAsked(req, now().toISOString().slice(0, 10));
    const what = spools ? 'Spool labels' : 'Joint labels';
    const pdf = await labelSheet(`${what}, ${job.name}`, `labels of ${job.name}`, labels, asked);
    res
      .type('application/pdf')
      .attachment(spools ? 'spool-labels.pdf' : 'joint-labels.pdf')
      .send(pdf);
  });
  router.get('/labels/:of', async (req, res) => {
    const [, of = ''] = /^(.*)\.pdf$/.exec(String(req.params['of'])) ?? [];
    const labelsOf = Object.hasOwn(LABELS, of) ? LABELS[of] : undefined;
    if (!labelsOf) throw new NotFoundError(`Labels are of ${Object.keys(LABELS).join(', ')}.`);
    const labels = await labelsOf(storeOf(req), originOf(req));
    if (!labels.length) throw new NotFoundError(`No ${of} on file to print labels of.`);
    const asked = await paperAsked(req, now().toISOString().slice(0, 10));
    const pdf = await labelSheet(`Labels of ${of}`, `labels of ${of}`, labels.slice(0, MOST_LABELS), asked);
    res.type('application/pdf').attachment(`${of}-labels.pdf`).send(pdf);
  });
  router.get('/papers/:kind/:id', async (req, res) => {
    const kind = String(req.params['kind']);
    const write = Object.hasOwn(PAPERS, kind) ? PAPERS[kind] : undefined;
    if (!write) throw new NotFoundError('No such paper.');
    const id = idParam(req);
    const asked = await paperAsked(req, now().toISOString().slice(0, 10));
    const pdf = await write(await Known.of(storeOf(req)), id, asked);
    res.type('application/pdf').attachment(`${kind}.pdf`).send(pdf);
  });
  return router;
}
