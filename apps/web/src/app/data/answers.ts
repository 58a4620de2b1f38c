import { signal } from '@angular/core';
import { remembered } from './holder';
import { holdersHere } from './holders';
import { inLocal, type KeptAnswer } from './local-db';

/** What is asked at the torch: jobs with their joints and logs, crew, tables, what is on file, rigs. */
const KEPT = /^(jobs|crew|shop|on-file|rigs|instruments|jobs\/[^/?]+(\/(joints(\?.*)?|logs|sessions|hot-work))?)$/;
/** How long an answer is good for with no server, ms: a week. */
export const GOOD_MS = 7 * 24 * 3_600_000;

/** Since when stands what is shown, where the server did not answer and this device did; null where the server did. */
export const fromDevice = signal<number | null>(null);

export const isKept = (path: string): boolean => KEPT.test(path);

const keyOf = (by: string, path: string): string => `${by} ${path}`;
/** All keys of a person: their answers need not be read to be taken away. */
const keysOf = (by: string): IDBKeyRange => IDBKeyRange.bound(keyOf(by, ''), keyOf(by, '\uffff'));

/** Keeps an answer for whoever is signed in. A device without room keeps what it had. */
export async function keepAnswer(path: string, body: unknown, at = Date.now()): Promise<void> {
  const by = remembered()?.id;
  if (!by) return;
  const bytes = JSON.stringify(body).length;
  const answer: KeptAnswer = { key: keyOf(by, path), by, path, at, body, bytes };
  // Where there is no room, what waits to be sent goes before it.
  await inLocal((db) => db.put('answers', answer).catch(() => undefined));
}

/** Whose answers somebody may be shown: their own; and where the device is handed on among several, those of them all. */
function shownTo(by: string): readonly string[] {
  const holders = holdersHere().map((h) => h.id);
  return holders.includes(by) ? holders : [by];
}

/** What is kept here for whoever is signed in, without saying that the server is away; null where nothing is. */
export async function keptHere<T>(path: string, now = Date.now()): Promise<T | null> {
  const by = remembered()?.id;
  const kept = by ? await inLocal((db) => db.get('answers', keyOf(by, path))) : undefined;
  return kept && now - kept.at <= GOOD_MS ? (kept.body as T) : null;
}

/** What the server last answered here to whoever may be shown it; null where nothing is kept, or for too long. */
export async function keptAnswer<T>(path: string, now = Date.now()): Promise<T | null> {
  const by = remembered()?.id;
  if (!by) return null;
  const all = await inLocal((db) => Promise.all(shownTo(by).map((id) => db.get('answers', keyOf(id, path)))));
  const kept = all.reduce((a, b) => (b && (!a || b.at > a.at) ? b : a), undefined);
  if (!kept || now - kept.at > GOOD_MS) return null;
  fromDevice.update((since) => Math.min(since ?? kept.at, kept.at));
  return kept.body as T;
}

/** Takes away what is kept here for a person, or for everybody. */
export const forgetAnswers = (by?: string): Promise<void> =>
  inLocal((db) => (by === undefined ? db.clear('answers') : db.delete('answers', keysOf(by))));

/** What is kept here for whoever is signed in: how much, and since when. What is too old goes. */
export const onDevice = (now = Date.now()): Promise<readonly Omit<KeptAnswer, 'body' | 'key' | 'by'>[]> =>
  inLocal(async (db) => {
    const by = remembered()?.id;
    const all = await db.getAll('answers');
    await Promise.all(all.filter((a) => now - a.at > GOOD_MS).map((a) => db.delete('answers', a.key)));
    return all.filter((a) => a.by === by && now - a.at <= GOOD_MS).map(({ path, at, bytes }) => ({ path, at, bytes }));
  });
