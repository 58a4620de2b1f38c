import { type AddressInfo, createServer } from 'node:net';

/** A port on loopback that nothing listens at. */
export async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  const { port } = server.address() as AddressInfo;
  await new Promise((closed) => server.close(closed));
  return port;
}
