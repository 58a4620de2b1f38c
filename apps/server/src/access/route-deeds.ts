import type { Deed } from '@hephaist/contracts/exchange/people';
import type { Route } from '@hephaist/contracts/exchange/routes';

/** `open`: nobody need be signed in. `own`: about oneself, in any role, even before a given password is changed. */
export type RouteDeed = Deed | 'open' | 'own';

/**
 * Every route under /api with what it takes to use it. A route that is not here does not answer. Commands are asked
 * again for the kind of record they write.
 */
const DEEDS = {
  'GET /health': 'open',
  'GET /ready': 'open',
  'GET /metrics': 'open',
  'POST /sign-in': 'open',
  'GET /first-run': 'open',
  'POST /first-run': 'open',
  'GET /me': 'own',
  'POST /sign-out': 'own',
  'POST /password': 'own',
  'POST /reset': 'open',
  'GET /sign-ins': 'own',
  'POST /sign-ins/:id/end': 'own',
  'POST /second-factor': 'own',
  'POST /second-factor/confirm': 'own',
  'POST /second-factor/off': 'own',
  'GET /hand-on': 'open',
  'POST /hand-on': 'open',
  'POST /short-code': 'own',
  'POST /short-code/off': 'own',
  'GET /devices': 'people',
  'POST /devices/:id/revoke': 'people',
  'POST /company/second-factor': 'people',
  'POST /people/:id/second-factor/off': 'people',
  'POST /people/:id/reset-code': 'people',
  'POST /people/:id/roles/give': 'give-roles',
  'GET /access-log': 'trail',
  'GET /people': 'give-roles',
  'POST /people': 'people',
  'PUT /people/:id': 'people',
  'GET /trail': 'trail',
  'POST /trail/check': 'trail',
  'GET /signatures/:id': 'read',
  'POST /commands': 'read',
  'GET /jobs': 'read',
  'GET /jobs/:id': 'read',
  'GET /jobs/:id/joints': 'read',
  'GET /jobs/:id/labels.pdf': 'read',
  'GET /jobs/:id/logs': 'read',
  'GET /jobs/:id/sessions': 'read',
  'GET /jobs/:id/pressure-tests': 'read',
  'POST /jobs/:id/joints/check-csv': 'write:joint',
  'POST /jobs/:id/copy/:commandId': 'write:job',
  'GET /jobs/:id/export': 'export',
  'POST /import/:id': 'import',
  'POST /import-package/:id': 'import',
  'GET /waiting-files': 'import',
  'POST /waiting-files/:id/countersign': 'countersign',
  'POST /waiting-files/:id/refuse': 'countersign',
  'GET /jobs/:id/hand-overs': 'read',
  'POST /jobs/:id/hand-overs': 'hand-over',
  'GET /hand-overs/:id/package.zip': 'export',
  'GET /crew': 'read',
  'GET /on-file': 'read',
  'GET /rigs': 'read',
  'GET /jobs/:id/practice': 'read',
  'GET /practice-runs/:id': 'read',
  'GET /jobs/:id/hot-work': 'read',
  'GET /others': 'read',
  'GET /follow/:of/:id': 'read',
  'GET /follow/:of/:id/page.pdf': 'read',
  'GET /follow': 'read',
  'GET /papers/laboratory-request/all': 'read',
  'GET /labels/:of': 'read',
  'GET /papers/:kind/:id': 'read',
  'POST /calendar': 'calendar',
  'GET /calendar/:token': 'open',
  'GET /shop': 'read',
  'POST /jobs/:id/rod-list.pdf': 'read',
  'POST /lines/:id/purge-plan.pdf': 'read',
  'POST /pictures/:id': 'picture',
  'GET /pictures/:id': 'read',
  'GET /pictures/:id/original': 'original',
  'GET /instruments': 'read',
  'POST /instruments/:set/mishap': 'mishap',
  'GET /sessions/:id': 'read',
  'GET /sessions/:id/trace': 'read',
  'GET /sessions/:id/stream': 'read',
  'GET /sessions/:id/trace.csv': 'read',
} as const satisfies Readonly<Record<Route, RouteDeed>>;

/** The same as rows. */
export const ROUTE_DEEDS = Object.entries(DEEDS).map(([route, deed]) => {
  const [method = '', path = ''] = route.split(' ');
  return [method, path, deed] as readonly [method: string, path: string, deed: RouteDeed];
});

const segments = (path: string): string[] => path.split('/').filter(Boolean);

function routeOf(method: string, path: string): (typeof ROUTE_DEEDS)[number] | undefined {
  const asked = segments(path);
  return ROUTE_DEEDS.find(([m, pattern]) => {
    const parts = segments(pattern);
    return m === method && parts.length === asked.length && parts.every((p, i) => p.startsWith(':') || p === asked[i]);
  });
}

/** What a request needs; null where nothing answers. */
export const deedOf = (method: string, path: string): RouteDeed | null => routeOf(method, path)?.[2] ?? null;

/** The route that a request is of, without what it names; null where nothing answers. */
export const patternOf = (method: string, path: string): string | null => routeOf(method, path)?.[1] ?? null;
