import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Request, Response } from 'express';
import { LRUCache } from 'lru-cache';
import { hashOf } from '../records/hash.js';

/** Bytes of answers that are kept, compressed. */
const MOST_BYTES = 64 * 1024 * 1024;

/**
 * Long answers, written and compressed once for all who ask while nothing changed. The key must hold everything that
 * the answer depends on: the company, what is asked, and where its trail stands.
 */
export class KeptAnswers {
  private readonly kept = new LRUCache<string, Buffer>({ maxSize: MOST_BYTES, sizeCalculation: (b) => b.length + 200 });
  private readonly making = new Map<string, Promise<Buffer>>();

  private packed(key: string, make: () => Promise<string>): Promise<Buffer> {
    const before = this.kept.get(key);
    if (before) return Promise.resolve(before);
    const now =
      this.making.get(key) ??
      make()
        .then((text) => promisify(gzip)(text))
        .then((bytes) => {
          this.kept.set(key, bytes);
          return bytes;
        })
        .finally(() => this.making.delete(key));
    this.making.set(key, now);
    return now;
  }

  /** Sends JSON that is kept under a key, or is made now; who has it already is told so. */
  async send(req: Request, res: Response, key: string, make: () => Promise<string>): Promise<void> {
    const etag = `"${hashOf(key).slice(0, 32)}"`;
    // Asked again each time, so that nothing is shown from a cache that another account or a change has made old.
    res.setHeader('Cache-Control', 'private, no-cache');
    res.setHeader('ETag', etag);
    res.vary('Accept-Encoding').type('application/json');
    if (req.get('If-None-Match') === etag) return void res.status(304).end();
    if (!req.acceptsEncodings('gzip')) return void res.send(await make());
    const bytes = await this.packed(key, make);
    res.setHeader('Content-Encoding', 'gzip');
    res.send(bytes);
  }
}
