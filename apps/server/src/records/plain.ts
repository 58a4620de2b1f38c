import type { Stored } from '@hephaist/contracts';

/** A record as it was written, without its version. */
export const plain = <T extends object>({ version: _version, ...data }: Stored<T>): T => data as unknown as T;
