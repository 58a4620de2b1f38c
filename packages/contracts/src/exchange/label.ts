import { idSchema } from '../schemas/ids.js';

/** What the code on a joint's label says: the address of the joint at the torch. */
export const jointLabel = (origin: string, joint: { readonly jobId: string; readonly id: string }): string =>
  `${origin}/job/${joint.jobId}/at/${joint.id}`;

/** On a piece made up in the shop: the address of its joints where they are brazed. */
export const spoolLabel = (origin: string, jobId: string, spool: string): string =>
  `${origin}/job/${jobId}/braze?spool=${encodeURIComponent(spool)}`;

/** On a tube of rod, a jar of flux or a cylinder of nitrogen: the address of its lot. */
export const lotLabel = (origin: string, { id }: { readonly id: string }): string => `${origin}/on-file?scanned=${id}`;

/** On a torch rig: the address of its round before the first light. */
export const rigLabel = (origin: string, { id }: { readonly id: string }): string => `${origin}/rigs/${id}/morning`;

/** What a code leads to: a joint at the torch, the joints of a spool, a coupon by its number, a lot, a rig. */
export type Labelled =
  | { readonly of: 'joint'; readonly jobId: string; readonly jointId: string }
  | { readonly of: 'spool'; readonly jobId: string; readonly spool: string }
  | { readonly of: 'coupon'; readonly number: string }
  | { readonly of: 'lot'; readonly lotId: string }
  | { readonly of: 'rig'; readonly rigId: string };

const isId = (text: string | null | undefined): text is string => Boolean(text) && idSchema.isValidSync(text);

/** Reads what a code says; null where it is no label of ours. The server's name does not count: a label outlives it. */
export function readLabel(text: string): Labelled | null {
  const coupon = /^HEPHAIST COUPON (\S{1,40}) STRIP /.exec(text.trim());
  if (coupon?.[1]) return { of: 'coupon', number: coupon[1] };
  const address = URL.canParse(text.trim()) ? new URL(text.trim()) : null;
  if (!address || !/^https?:$/.test(address.protocol)) return null;
  const lotId = address.pathname === '/on-file' ? address.searchParams.get('scanned') : null;
  if (isId(lotId)) return { of: 'lot', lotId };
  const rigId = /^\/rigs\/([^/]+)\/morning$/.exec(address.pathname)?.[1];
  if (isId(rigId)) return { of: 'rig', rigId };
  const spoolOf = /^\/job\/([^/]+)\/braze$/.exec(address.pathname)?.[1];
  const spool = address.searchParams.get('spool')?.trim() ?? '';
  if (isId(spoolOf) && spool && spool.length <= 16) return { of: 'spool', jobId: spoolOf, spool };
  const joint = /^\/job\/([^/]+)\/at\/([^/]+)$/.exec(address.pathname);
  const [jobId, jointId] = [joint?.[1], joint?.[2]];
  return isId(jobId) && isId(jointId) ? { of: 'joint', jobId, jointId } : null;
}
