import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import { LOCAL_VERSION, openLocal } from './local-db';

import 'fake-indexeddb/auto';

const waiting = { command: { id: 'c1', kind: 'log', records: [], removals: [] }, at: 5, refused: null, by: null };

describe('what is kept on a device', () => {
  beforeEach(() => void (globalThis.indexedDB = new IDBFactory()));

  it('an entry that waits in the version before goes on waiting in this one', async () => {
    // As version 1 made it: the outbox alone.
    const old = await openDB('hephaist', 1, {
      upgrade: (db) => void db.createObjectStore('outbox', { keyPath: 'command.id' }),
    });
    await old.put('outbox', waiting);
    old.close();
    const now = await openLocal();
    expect(now.version).toBe(LOCAL_VERSION);
    expect(await now.getAll('outbox')).toEqual([waiting]);
    expect([...now.objectStoreNames]).toEqual(['answers', 'outbox', 'pictures']);
    now.close();
  });

  it('an open page of this version lets go when a newer one comes, and a device that is new begins empty', async () => {
    const here = await openLocal();
    expect(await here.count('outbox')).toBe(0);
    const newer = await openDB('hephaist', LOCAL_VERSION + 1);
    expect(newer.version).toBe(LOCAL_VERSION + 1);
    newer.close();
  });
});
