import { statfs } from 'node:fs/promises';
import type { RequestHandler } from 'express';
import { deedOf } from '../access/route-deeds.js';
import { FullError } from './errors.js';

/** Room that is left on the disk the database is on; below it nothing more is written, so that it never runs dry. */
const LEAST_MB = 128;
const MB = 1024 * 1024;
export const LEAST_FREE = LEAST_MB * MB;
/** How long an answer holds, ms. */
const HOLDS_MS = 500;

export interface Room {
  /** Which disk, for words. */
  readonly at: string;
  /** Bytes that are free on it. */
  readonly free: () => Promise<number>;
}

export const roomIn = (folder: string): Room => ({
  at: folder,
  free: async () => {
    const { bavail, bsize } = await statfs(folder);
    return bavail * bsize;
  },
});

/** @throws FullError with how much is left and where */
async function mustHave({ at, free }: Room): Promise<void> {
  const left = await free();
  if (left < LEAST_FREE)
    throw new FullError(
      `The disk at ${at} is full: ${Math.floor(left / MB)} MB left, and ${LEAST_MB} MB must stay. Nothing was written. Make room, and it goes on by itself; reading goes on meanwhile.`,
    );
}

/** What only computes, or lets somebody in and out, is done on a full disk too. */
const isWrite = (method: string, path: string): boolean => {
  if (method === 'GET' || method === 'HEAD' || path.endsWith('.pdf')) return false;
  const deed = deedOf(method, path);
  return deed !== 'open' && deed !== 'own' && deed !== 'trail';
};

/** Refuses writes while the disk has no room; lets them through again by itself. */
export function onlyWithRoom(room: Room | null, now: () => number = () => performance.now()): RequestHandler {
  let asked: { readonly at: number; readonly answer: Promise<void> } | null = null;
  return async (req, _res, next) => {
    if (!room || !isWrite(req.method, req.path)) return next();
    if (!asked || now() - asked.at > HOLDS_MS) {
      asked = { at: now(), answer: mustHave(room) };
      asked.answer.catch(() => undefined);
    }
    await asked.answer;
    next();
  };
}
