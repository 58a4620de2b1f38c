import { idSchema } from '../schemas/ids.js';

/** What the code on a joint's label says: the address of the joint at the torch. */
export const jointLabel = (origin: string, joint: { readonly jobId: string; readonly id: string }): string =>
  `${origin}/job/${joint.jobId}/at/${joint.id}`;

/** What a code leads to: a joint at the torch, a coupon by its number; null where it is no label of ours. */
export type Labelled =
  | { readonly of: 'joint'; readonly jobId: string; readonly jointId: string }
  | { readonly of: 'coupon'; readonly number: string };

/** Reads what a code says. The server's name in an address does not count: a label outlives it. */
export function readLabel(text: string): Labelled | null {
  const coupon = /^HEPHAIST COUPON (\S{1,40}) STRIP /.exec(text.trim());
  if (coupon?.[1]) return { of: 'coupon', number: coupon[1] };
  const address = URL.canParse(text.trim()) ? new URL(text.trim()) : null;
  if (!address || !/^https?:$/.test(address.protocol)) return null;
  const joint = /^\/job\/([^/]+)\/at\/([^/]+)$/.exec(address.pathname);
  const [jobId, jointId] = [joint?.[1], joint?.[2]];
  if (!idSchema.isValidSync(jobId) || !idSchema.isValidSync(jointId)) return null;
  return { of: 'joint', jobId: String(jobId), jointId: String(jointId) };
}
