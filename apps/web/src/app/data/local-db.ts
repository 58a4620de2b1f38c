import type { Problem } from '@hephaist/contracts/exchange/answers';
import type { PutCommand } from '@hephaist/contracts/exchange/commands';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** Account and person who entered something here: nobody else's name may come to stand by it. */
export interface EnteredBy {
  readonly id: string;
  readonly person: string;
}

/** A command that waits for the server, or that the server refused while nobody was looking. */
export interface Held {
  readonly command: PutCommand;
  readonly at: number;
  readonly refused: Problem | null;
  readonly by: EnteredBy | null;
}

/** A photograph that waits for the server. */
export interface HeldPicture {
  readonly id: string;
  readonly picture: Blob;
  readonly at: number;
  readonly refused: Problem | null;
  readonly by: EnteredBy | null;
}

/** What the server answered somebody, kept for when it is away. */
export interface KeptAnswer {
  /** Person and what was asked. */
  readonly key: string;
  readonly by: string;
  readonly path: string;
  readonly at: number;
  readonly body: unknown;
  readonly bytes: number;
}

export interface LocalDb extends DBSchema {
  outbox: { key: string; value: Held };
  pictures: { key: string; value: HeldPicture };
  answers: { key: string; value: KeptAnswer };
}

/** Grows with every change of what is kept on a device; an older one is carried over, entry by entry. */
export const LOCAL_VERSION = 2;

/** Opens what is kept on this device. What waits in an older version of it goes on waiting. */
export const openLocal = (): Promise<IDBPDatabase<LocalDb>> =>
  openDB<LocalDb>('hephaist', LOCAL_VERSION, {
    upgrade(db, from) {
      if (from < 1) db.createObjectStore('outbox', { keyPath: 'command.id' });
      if (from < 2) {
        db.createObjectStore('pictures', { keyPath: 'id' });
        db.createObjectStore('answers', { keyPath: 'key' });
      }
    },
    // Another page brings a newer version: this one lets go, and opens it anew when it is asked again.
    blocking: (_current, _wanted, event) => (event.target as IDBDatabase).close(),
  });

/** Does something with what is kept on this device, and lets go of it whatever comes. */
export async function inLocal<T>(work: (db: IDBPDatabase<LocalDb>) => Promise<T>): Promise<T> {
  const db = await openLocal();
  try {
    return await work(db);
  } finally {
    db.close();
  }
}
