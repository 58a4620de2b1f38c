import { randomBytes } from 'node:crypto';
import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { sendProblem } from './errors.js';

const nonces = new WeakMap<object, string>();
/** A word that only the page of this answer knows: styles that bear it are the page's own. */
export function nonceOf(res: object): string {
  const known = nonces.get(res) ?? randomBytes(18).toString('base64');
  nonces.set(res, known);
  return known;
}

/** The page runs and draws what came with it; nothing is fetched from elsewhere, nothing written into it counts. */
export const security = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      styleSrc: ["'self'", (_req, res) => `'nonce-${nonceOf(res)}'`],
      fontSrc: ["'self'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      objectSrc: ["'none'"],
      frameAncestors: ["'none'"],
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
});

/** Nothing that is answered to somebody stays in a cache, but what says of itself that it may. */
export const noStore: RequestHandler = (_req, res, next) => {
  res.setHeader('Cache-Control', 'no-store');
  next();
};

/** What a page of ours may ask of the device: the camera, for photographs of joints. */
export const permissions: RequestHandler = (_req, res, next) => {
  res.setHeader('Permissions-Policy', 'camera=(self), microphone=(), geolocation=(), usb=(), payment=()');
  next();
};

/** Asked by another name than its own, it does not answer: a page elsewhere cannot make itself ours. */
export const onlyAs =
  (hosts: readonly string[] | undefined): RequestHandler =>
  (req, res, next) => {
    if (!hosts || hosts.includes(req.hostname)) return next();
    sendProblem(res, { title: 'Not here', status: 421, detail: 'This server does not go by that name.' });
  };

/** What came by TLS is to come by TLS from now on. */
export const onlyByTls: RequestHandler = (req, res, next) => {
  if (req.secure) res.setHeader('Strict-Transport-Security', 'max-age=31536000');
  next();
};
