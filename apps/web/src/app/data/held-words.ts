import type { Problem } from '@hephaist/contracts/exchange/answers';
import { ApiProblem } from './api';
import type { EnteredBy, Held } from './local-db';
import { me } from './who';

/** Who enters something now; null until it is known. */
export function enteredBy(): EnteredBy | null {
  const who = me();
  return who ? { id: who.id, person: who.person } : null;
}

/** Entered by someone else at this browser: it waits until they sign in here. */
export const isOthers = ({ by }: Pick<Held, 'by'>): boolean => by !== null && by.id !== enteredBy()?.id;

/** It goes on its way next: of whoever is signed in, and not refused. */
export const isWaiting = (held: Pick<Held, 'by' | 'refused'>): boolean => !held.refused && !isOthers(held);

/** Why something was refused, as it is kept with it. */
export const problemOf = (e: unknown): Problem =>
  e instanceof ApiProblem ? e.problem : { title: 'Not done', status: 0, detail: String(e) };
