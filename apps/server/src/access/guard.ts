import { mayNow } from '@hephaist/contracts/exchange/hand-on';
import { type Deed, mayDo, whoMay } from '@hephaist/contracts/exchange/people';
import { parseCookie } from 'cookie';
import type { Request, RequestHandler, Response } from 'express';
import type { Knex } from 'knex';
import { ForbiddenError, NotFoundError, SignedOutError } from '../http/errors.js';
import { type Account, actorOf, type PeopleStore } from '../people/people-store.js';
import { LONGEST_MS, whoIs } from '../people/sign-in.js';
import { RecordStore } from '../records/store.js';
import { deedOf } from './route-deeds.js';

/** By TLS its name binds it to this host and to TLS. */
const cookieName = (req: Request): string => (req.secure ? '__Host-hephaist' : 'hephaist');

interface Signed {
  readonly account: Account;
  readonly store: RecordStore;
}
const signed = new WeakMap<Request, Signed>();

function signedOf(req: Request): Signed {
  const found = signed.get(req);
  if (!found) throw new SignedOutError();
  return found;
}

/** Who asks. */
export const accountOf = (req: Request): Account => signedOf(req).account;

/** The records of the company of who asks; there is no other way to them from a route. */
export const storeOf = (req: Request): RecordStore => signedOf(req).store;

export const tokenOf = (req: Request): string | undefined => parseCookie(req.headers.cookie ?? '')[cookieName(req)];

/** Whether who asked is signed in still. */
export const isSignedIn = (people: PeopleStore, req: Request, now: () => Date): Promise<boolean> =>
  whoIs(people, tokenOf(req), now()).then(
    () => true,
    (e: unknown) => !(e instanceof SignedOutError),
  );

/** No script reads our cookies, no other site sends them. */
const ours = (req: Request) => ({ httpOnly: true, sameSite: 'strict', path: '/', secure: req.secure }) as const;

/** The name of the device that asks; it outlives a sign-in. */
const deviceCookie = (req: Request): string => `${cookieName(req)}-device`;
const YEAR_MS = 365 * 24 * 3600_000;
export const deviceTokenOf = (req: Request): string | undefined =>
  parseCookie(req.headers.cookie ?? '')[deviceCookie(req)];
/** Gives a new device its name; none where it has one. */
export function giveDevice(req: Request, res: Response, token: string | null): void {
  if (!token) return;
  res.cookie(deviceCookie(req), token, { ...ours(req), maxAge: YEAR_MS });
}

/** Gives the browser its token: no script reads it, no other site sends it. */
export function giveToken(req: Request, res: Response, token: string | null): void {
  if (token) res.cookie(cookieName(req), token, { ...ours(req), maxAge: LONGEST_MS });
  else res.clearCookie(cookieName(req), ours(req));
}

/** To who took a device over with a short code. */
export const BY_CODE_ONLY =
  'You took this device over with your short code: it logs. Sign in with your password for this.';

/** @throws ForbiddenError with who may, where the one who asks may not */
export function mustBeAllowed(account: Account, deed: Deed): void {
  if (mayNow(account, deed)) return;
  if (mayDo(account.roles, deed)) throw new ForbiddenError(BY_CODE_ONLY);
  const who = whoMay(deed);
  throw new ForbiddenError(
    who.length
      ? `This is for ${who.join(', ')}; you are signed in as ${account.roles.join(', ')}.`
      : 'Nobody writes this by hand.',
  );
}

/** What is one's own and answers a short code too. */
const BY_CODE_TOO: ReadonlySet<string> = new Set(['/me', '/sign-out', '/hand-on']);

/** Whether a page of this origin is one of ours. */
const isOwn = (origin: string, host: string): boolean => URL.canParse(origin) && new URL(origin).host === host;

/**
 * Stands before every route: finds out who asks and whether that role may. What is not in the table of routes does
 * not answer; a write that another site had the browser send is refused.
 */
export function guard(db: Knex, people: PeopleStore, now: () => Date): RequestHandler {
  return async (req, _res, next) => {
    const deed = deedOf(req.method === 'HEAD' ? 'GET' : req.method, req.path);
    const site = req.headers['sec-fetch-site'];
    if (req.method !== 'GET' && site && site !== 'same-origin' && site !== 'none')
      throw new ForbiddenError('Asked by another site.');
    if (req.method !== 'GET' && req.headers.origin && !isOwn(req.headers.origin, req.host))
      throw new ForbiddenError('Asked by another site.');
    if (deed === 'open') return next();
    const account = await whoIs(people, tokenOf(req), now());
    if (deed === null) throw new NotFoundError('Nothing answers at this address.');
    if (deed === 'own' && account.byCode && !BY_CODE_TOO.has(req.path)) throw new ForbiddenError(BY_CODE_ONLY);
    if (deed !== 'own') {
      if (account.mustChange) throw new ForbiddenError('Change the password you were given first.');
      if (account.secondFactor === 'wanted')
        throw new ForbiddenError('Your company asks for a second factor: set it up first.');
      mustBeAllowed(account, deed);
    }
    signed.set(req, { account, store: new RecordStore(db, account.companyId, actorOf(account)) });
    next();
  };
}
