import { signal } from '@angular/core';
import type { Problem } from '@hephaist/contracts/exchange/answers';
import type { AnswerTo, FilePathOf, PathOf } from '@hephaist/contracts/exchange/routes';
import { type At, filledIn } from './address';
import { forgetAnswers, fromDevice, isKept, keepAnswer, keptAnswer } from './answers';
import { remembered } from './holder';
import { setTakingOver, takingOver } from './taking-over';

/** The server said no: the problem as it told it. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** The server or network did not answer; the same may be tried again. */
export class AwayError extends Error {
  constructor(words = 'The server is not answering.') {
    super(words);
  }
}

const sent = (method: 'POST' | 'PUT', type: string, body: Blob | string, stop?: AbortSignal): RequestInit => ({
  method,
  headers: { 'Content-Type': type },
  body,
  signal: stop ?? null,
});

const json = (method: 'POST' | 'PUT', body: unknown, stop?: AbortSignal): RequestInit =>
  sent(method, 'application/json', JSON.stringify(body), stop);

/** True since the server said that nobody is signed in here; what was sent may be sent again after signing in. */
export const signedOut = signal(false);

function mustSignIn(): never {
  signedOut.set(true);
  // The sign-in ended, by time or because somebody ended it: what was kept here for it goes too.
  const who = remembered()?.id;
  if (who) void forgetAnswers(who).catch(() => undefined);
  throw new AwayError('Sign in first.');
}

/** On a weak signal an answer that does not come is none: what is asked at the torch waits so long, ms. */
const PATIENCE_MS = 12_000;
const isAtTorch = (path: string): boolean => path === 'commands' || path === 'me' || isKept(path);

/** Asks the server. @throws AwayError when nothing answers */
async function reach(path: string, init?: RequestInit): Promise<Response> {
  try {
    const signal = isAtTorch(path) ? AbortSignal.timeout(PATIENCE_MS) : undefined;
    return await fetch(`/api/${path}`, signal ? { ...init, signal } : init);
  } catch {
    throw new AwayError();
  }
}

/** What an answer holds. @throws AwayError where it breaks off: it may be asked, or sent, again */
async function whole<T>(reading: Promise<T>): Promise<T> {
  try {
    return await reading;
  } catch {
    throw new AwayError();
  }
}

/** What the server's refusal says. @throws ApiProblem, or AwayError when somebody must sign in first */
async function refuse(response: Response): Promise<never> {
  if (response.status === 401) mustSignIn();
  const problem = (await response.json().catch(() => null)) as Problem | null;
  throw new ApiProblem(
    problem ?? { title: 'Not done', status: response.status, detail: `The server answered ${response.status}.` },
  );
}

/** Answers after which the same may be sent again: nothing behind the proxy, busy, the database away, a full disk. */
const AGAIN: ReadonlySet<number> = new Set([502, 503, 504, 507]);

/** What is asked before the server knows who took this page over. */
const BEFORE_TAKING_OVER: ReadonlySet<string> = new Set(['hand-on', 'sign-in', 'sign-out', 'reset', 'first-run']);
let telling: Promise<void> | null = null;

/** Tells the server who took this page over with no network. @throws AwayError where it is away, or does not take it */
async function tellTakingOver(): Promise<void> {
  const asked = takingOver();
  if (!asked) return;
  try {
    await callNow('hand-on', json('POST', asked));
    setTakingOver(null);
  } catch (e) {
    if (!(e instanceof ApiProblem)) throw e;
    setTakingOver(null);
    mustSignIn();
  }
}

/** Calls the API. @throws ApiProblem when refused, AwayError when it may be tried again */
async function callNow(path: string, init?: RequestInit): Promise<unknown> {
  if (!BEFORE_TAKING_OVER.has(path) && takingOver())
    await (telling ??= tellTakingOver().finally(() => void (telling = null)));
  const response = await reach(path, init);
  if (AGAIN.has(response.status)) {
    const problem = (await response.json().catch(() => null)) as Problem | null;
    throw new AwayError(problem?.detail);
  }
  if (!response.ok) return refuse(response);
  const isJson = (response.headers.get('Content-Type') ?? '').includes('json');
  return isJson ? whole(response.json()) : null;
}

/** An answer of the server: what is shown is no longer what this device was told before. */
async function heard<T>(answering: Promise<unknown>): Promise<T> {
  const body = await answering;
  if (fromDevice() !== null) fromDevice.set(null);
  return body as T;
}

/** Asks; where the server is away, this device answers what is needed at the torch as it was told last. */
async function ask(path: string, stop?: AbortSignal): Promise<unknown> {
  const keeps = isKept(path);
  try {
    const body = await heard<unknown>(callNow(path, { signal: stop ?? null }));
    if (keeps) void keepAnswer(path, body).catch(() => undefined);
    return body;
  } catch (e) {
    if (!keeps || !(e instanceof AwayError) || signedOut()) throw e;
    const kept = await keptAnswer(path).catch(() => null);
    if (kept === null) throw e;
    return kept;
  }
}

// What comes is what the table of routes says: the server does not compile where it answers anything else. Who asks
// says the address and its parts; nobody says what type it is.

/** Asks the API. @throws ApiProblem when refused, AwayError when it may be tried again */
export const call = async <P extends PathOf<'GET'>>(path: P, ...at: At<P>): Promise<AnswerTo<'GET', P>> =>
  (await ask(filledIn(path, at), at[2])) as AnswerTo<'GET', P>;

/** Posts JSON. @throws ApiProblem when refused, AwayError when it may be tried again */
export const post = <P extends PathOf<'POST'>>(path: P, body: unknown, ...at: At<P>): Promise<AnswerTo<'POST', P>> =>
  heard(callNow(filledIn(path, at), json('POST', body, at[2])));

/** Puts JSON. @throws ApiProblem when refused, AwayError when it may be tried again */
export const put = <P extends PathOf<'PUT'>>(path: P, body: unknown, ...at: At<P>): Promise<AnswerTo<'PUT', P>> =>
  heard(callNow(filledIn(path, at), json('PUT', body, at[2])));

/** Posts a file as it is. @throws ApiProblem when refused, AwayError when it may be tried again */
export const postFile = <P extends PathOf<'POST'>>(
  path: P,
  { type, body }: { readonly type: string; readonly body: Blob | string },
  ...at: At<P>
): Promise<AnswerTo<'POST', P>> => heard(callNow(filledIn(path, at), sent('POST', type, body, at[2])));

async function file(path: string, init: RequestInit): Promise<Blob> {
  const response = await reach(path, init);
  return response.ok ? whole(response.blob()) : refuse(response);
}

/** Takes a file. @throws ApiProblem when refused, AwayError when it may be tried again */
export const fetchFile = <P extends FilePathOf<'GET'>>(path: P, ...at: At<P>): Promise<Blob> =>
  file(filledIn(path, at), { signal: at[2] ?? null });

/** Posts JSON and takes a file. @throws ApiProblem when refused, AwayError when it may be tried again */
export const download = <P extends FilePathOf<'POST'>>(path: P, body: unknown, ...at: At<P>): Promise<Blob> =>
  file(filledIn(path, at), json('POST', body, at[2]));
