import type { Response } from 'express';
import { BusyError } from './errors.js';

/** Says when whoever asked has gone away without an answer: they stopped it, closed the page, or lost their network. */
export function goneOf(res: Response): AbortSignal {
  const control = new AbortController();
  if (res.closed) control.abort();
  else res.once('close', () => void (res.writableEnded || control.abort()));
  return control.signal;
}

/** What is worked at for nobody ends. */
export const goneError = (): BusyError => new BusyError('Nobody waits for it any more.');

/** @throws BusyError where whoever asked has gone */
export function mustStillWait(gone?: AbortSignal): void {
  if (gone?.aborted) throw goneError();
}
