import { MAX_BODY_SAYS, type Problem } from '@hephaist/contracts/exchange/answers';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { type FieldProblem, InputError } from '@hephaist/core/source/problem';
import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';

/** A record changed since it was seen; `current` is how it stands now. */
export class ConflictError extends Error {
  constructor(
    message: string,
    readonly current: readonly unknown[],
  ) {
    super(message);
  }
}

/** Asked for something that the rules of keeping records do not allow. */
export class RefusedError extends Error {}

export class NotFoundError extends Error {}

/** Nobody is signed in, or no longer. */
export class SignedOutError extends Error {
  constructor() {
    super('Sign in first.');
  }
}

/** Signed in, but not in a role that may. */
export class ForbiddenError extends Error {}

export class TooManyError extends Error {
  /** @param afterS when it may be tried again, s */
  constructor(
    message: string,
    readonly afterS = 60,
  ) {
    super(message);
  }
}

/** What should be JSON is none. */
export class NotJsonError extends Error {
  readonly type = 'entity.parse.failed';
}

/** There is no room: nothing more is written until there is. */
export class FullError extends Error {}

/** The server has too much to do just now; the same may be tried again. */
export class BusyError extends Error {}

interface PgError extends Error {
  code?: string;
  constraint?: string;
}

/** Words for what the database itself refuses. */
const UNIQUE: Readonly<Record<string, FieldProblem>> = {
  joint_mark_unique: { field: 'mark', says: 'this mark is already used in the job' },
  brazer_mark_unique: { field: 'mark', says: 'another brazer has this mark' },
  own_row_key_unique: { field: 'key', says: 'the company has a row of this name already' },
  weighing_unique: { field: 'id', says: 'the company has weights already: load them again' },
  account_name_unique: { field: 'name', says: 'this sign-in name is taken' },
  pqr_number_unique: { field: 'number', says: 'this record number is already on file' },
  reserved_coupon_number_unique: { field: 'number', says: 'another coupon has this number reserved' },
  instrument_number_unique: { field: 'number', says: 'one of this kind and number is on file already' },
  rig_name_unique: { field: 'name', says: 'another rig has this name' },
  lot_unique: { field: 'lot', says: 'this lot is on file already' },
  house_unique: { field: 'id', says: 'the company has these already: load them again' },
  coupon_number_unique: { field: 'number', says: 'this coupon number is already on file' },
};

const DATABASE_AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EPIPE',
  'ETIMEDOUT',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
  '08003',
]);

function isDatabaseAway(e: PgError): boolean {
  return (
    DATABASE_AWAY.has(e.code ?? '') ||
    e.name === 'KnexTimeoutError' ||
    /Connection terminated|timeout expired|connect ECONNREFUSED|Client has encountered a connection error/.test(
      e.message,
    )
  );
}

/** Turns any error into the problem it is for the person at the screen. */
export function problemOf(error: unknown): Problem {
  const e = error as PgError & { type?: string; status?: number };
  if (error instanceof ContractError || error instanceof InputError) {
    return { title: 'Check what was entered', status: 422, detail: e.message, fields: error.problems };
  }
  if (error instanceof ConflictError)
    return { title: 'Changed meanwhile', status: 409, detail: e.message, current: error.current };
  if (error instanceof RefusedError) return { title: 'Not allowed', status: 409, detail: e.message };
  if (error instanceof SignedOutError) return { title: 'Signed out', status: 401, detail: e.message };
  if (error instanceof ForbiddenError) return { title: 'Not for your role', status: 403, detail: e.message };
  if (error instanceof TooManyError)
    return { title: 'Too many tries', status: 429, detail: e.message, afterS: error.afterS };
  if (error instanceof FullError) return { title: 'Disk full', status: 507, detail: e.message, afterS: 10 };
  if (e.code === '53100' || e.code === 'ENOSPC')
    return {
      title: 'Disk full',
      status: 507,
      detail: 'The disk is full. Nothing was half-saved; make room, and send it again.',
      afterS: 10,
    };
  if (error instanceof BusyError) return { title: 'Busy', status: 503, detail: e.message, afterS: 10 };
  if (error instanceof NotFoundError) return { title: 'Not found', status: 404, detail: e.message };
  if (e.type === 'entity.too.large')
    return { title: 'Too large', status: 413, detail: `At most ${MAX_BODY_SAYS} at once.` };
  if (e.type === 'entity.parse.failed')
    return { title: 'Not readable', status: 400, detail: `This is not JSON: ${e.message}` };
  if (e.status && e.status >= 400 && e.status < 500)
    return { title: 'Not readable', status: e.status, detail: e.message };
  if (e.code === '23505' && UNIQUE[e.constraint ?? '']) {
    const field = UNIQUE[e.constraint ?? ''] as FieldProblem;
    return { title: 'Check what was entered', status: 422, detail: `${field.field}: ${field.says}`, fields: [field] };
  }
  if (e.code === '23503' && e.constraint?.startsWith('log_company_id_joint_id')) {
    return { title: 'Not allowed', status: 409, detail: 'A joint with a log entry stays: the log is evidence.' };
  }
  if (
    e.code === '23503' &&
    e.constraint?.startsWith('joint_company_id_line_id') &&
    /update or delete on table/.test(e.message)
  ) {
    return { title: 'Not allowed', status: 409, detail: 'A line with joints stays: move or remove its joints first.' };
  }
  if (e.code === '23503' && e.constraint?.endsWith('_of_job') && /update or delete on table/.test(e.message))
    return { title: 'Not allowed', status: 409, detail: 'Other records of its job stand on it: it stays on that job.' };
  if (e.code === '23503' && /update or delete on table/.test(e.message))
    return { title: 'Not allowed', status: 409, detail: 'Other records on file rest on it: it stays.' };
  if (e.code === '23503')
    return { title: 'Check what was entered', status: 422, detail: 'It refers to a record that is not here.' };
  // What got past the schemas and no column takes: a class of its own in SQL, data exceptions.
  if (/^22/.test(e.code ?? ''))
    return { title: 'Check what was entered', status: 422, detail: 'It holds a value that cannot be kept.' };
  // A statement took too long, or waited too long for another: 57014, 55P03.
  if (e.code === '57014' || e.code === '55P03')
    return {
      title: 'Busy',
      status: 503,
      detail: 'The database took too long over this. Nothing was half-saved; try again shortly.',
      afterS: 10,
    };
  if (isDatabaseAway(e))
    return {
      title: 'Database away',
      status: 503,
      detail: 'The database is not answering. Nothing was half-saved; try again shortly.',
    };
  return { title: 'Something broke', status: 500, detail: 'The server could not do this. Nothing was half-saved.' };
}

export function sendProblem(res: Response, problem: Problem): void {
  const afterS = problem.afterS ?? (problem.status === 503 ? 2 : null);
  if (afterS !== null) res.setHeader('Retry-After', String(Math.max(1, Math.ceil(afterS))));
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}

export const problems =
  (log: Logger): ErrorRequestHandler =>
  (error, _req, res, _next) => {
    const gone = (error as PgError).code === 'ERR_STREAM_PREMATURE_CLOSE';
    const problem = problemOf(error);
    if (problem.status >= 500 && !gone) log.error({ err: error as Error }, problem.title);
    // An answer that is half sent is cut off, so that nobody takes it for whole.
    if (res.headersSent) res.destroy();
    else sendProblem(res, problem);
  };
