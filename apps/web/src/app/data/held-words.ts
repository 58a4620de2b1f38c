import type { Problem } from '@hephaist/contracts/exchange/answers';
import { ApiProblem } from './api';
import type { EnteredBy } from './local-db';
import { me } from './who';

/** Who enters something now; null until it is known. */
export function enteredBy(): EnteredBy | null {
  const who = me();
  return who ? { id: who.id, person: who.person } : null;
}

/** Why something was refused, as it is kept with it. */
export const problemOf = (e: unknown): Problem =>
  e instanceof ApiProblem ? e.problem : { title: 'Not done', status: 0, detail: String(e) };
