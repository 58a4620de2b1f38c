import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { sendProblem } from './errors.js';

/** Everything inlined by the built page is its own; nothing is fetched from elsewhere. */
export const security = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
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
