import type { Response } from 'express';

/** Says when whoever asked has gone away without an answer: they stopped it, closed the page, or lost their network. */
export function goneOf(res: Response): AbortSignal {
  const control = new AbortController();
  if (res.closed) control.abort();
  else res.once('close', () => void (res.writableEnded || control.abort()));
  return control.signal;
}
