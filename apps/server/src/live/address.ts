/** How an instrument is reached: `tcp:127.0.0.1:8423`, or `path:/dev/ttyUSB0` for a serial line set up as text. */
export type Address = { readonly host: string; readonly port: number } | { readonly path: string };

/** Reads an address; null where it is none. */
export function readAddress(text: string): Address | null {
  const tcp = /^tcp:([\w.-]+):(\d+)$/.exec(text);
  if (tcp?.[1]) return { host: tcp[1], port: Number(tcp[2]) };
  const path = /^path:(\/.+)$/.exec(text)?.[1];
  return path ? { path } : null;
}
