/** A record as it is stored: what it holds, and the version that a later write must name. */
export interface Stored<T> {
  readonly version: number;
  readonly data: T;
}

/** What records hold. */
export const dataOf = <T>(records: readonly Stored<T>[]): T[] => records.map((r) => r.data);
