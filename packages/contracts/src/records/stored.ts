/** A record as stored: with the version a later write must name. */
export type Stored<T> = T & { version: number };
