import { type ShopData, shopOf } from '@hephaist/contracts';
import { type Catalogue, catalogueWith, type Shop } from '@hephaist/core';
import { Router } from 'express';
import { storeOf } from '../access/guard.js';
import type { RecordStore } from '../records/store.js';

/** The shipped tables with the company's own rows over them. */
export const tablesOf = async (store: RecordStore): Promise<Catalogue> => catalogueWith(await store.list('own_row'));

async function dataOf(store: RecordStore): Promise<ShopData> {
  // One after the other: within a transaction there is one connection.
  const rows = await store.list('own_row');
  const weighings = await store.list('weighing');
  return { rows, weighing: weighings[0] ?? null };
}

/** Tables, procedures and weights as the planner asks for them. */
export async function shopFor(store: RecordStore): Promise<Shop> {
  const { rows, weighing } = await dataOf(store);
  const procedures = await store.list('procedure');
  return shopOf(rows, procedures, weighing);
}

/** Reading what the company changed of the shipped tables and weights. */
export function shopRoutes(): Router {
  const router = Router();
  router.get('/shop', async (req, res) => {
    res.json(await dataOf(storeOf(req)));
  });
  return router;
}
