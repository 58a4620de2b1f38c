import { sha256Hex } from '@hephaist/core/audit/chain';
import canonicalize from 'canonicalize';

/** A value as canonical JSON (RFC 8785): the same content always gives the same text. */
export const canonical = (value: unknown): string => canonicalize(value) ?? 'null';

/** SHA-256 of a record's canonical JSON: what a signature binds and the audit trail remembers. */
export const contentHash = (value: unknown): string => sha256Hex(canonical(value));
