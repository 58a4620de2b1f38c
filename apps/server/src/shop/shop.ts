import type { ShopData } from '@hephaist/contracts/exchange/answers';
import { shopOf } from '@hephaist/contracts/records/shop';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import type { Shop } from '@hephaist/core/joint/shop';
import { storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import type { Reader } from '../records/reader.js';

/** The shipped tables with the company's own rows over them. */
export const tablesOf = async (store: Reader): Promise<Catalogue> => catalogueWith(await store.list('own_row'));

/** Tables, procedures and weights as the planner asks for them. */
export async function shopFor(store: Reader): Promise<Shop> {
  // One after the other: within a transaction there is one connection.
  const rows = await store.list('own_row');
  const [weighing] = await store.list('weighing');
  return shopOf(rows, await store.list('procedure'), weighing);
}

/** Reading what the company changed of the shipped tables and weights. */
export function shopRoutes(): AnsweringRouter {
  const router = answering();
  router.get('/shop', async (req, res) => {
    res.json((await storeOf(req).all(['own_row', 'weighing'])) satisfies ShopData);
  });
  return router;
}
