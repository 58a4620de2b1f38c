import { execFileSync } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { request } from 'node:http';
import { createServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { pipeline } from 'node:stream';

/** A stand-in for the proxy of deploy/nginx.conf: TLS without, plain HTTP within, and the headers it sets. */
export interface TlsProxy {
  readonly port: number;
  readonly stop: () => void;
}

/**
 * Raises the proxy before a Hephaist, with a certificate of its own making.
 * @param to where Hephaist listens
 * @param name the name that people reach it by
 * @param folder where key and certificate are put
 */
export async function tlsProxy(to: string, name: string, folder: string): Promise<TlsProxy> {
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  const wish = `req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 2 -subj /CN=${name}`;
  execFileSync('openssl', [...wish.split(' '), '-keyout', key, '-out', cert], { stdio: 'ignore' });
  const server = createServer({ key: readFileSync(key), cert: readFileSync(cert) }, (req, res) => {
    const { 'x-forwarded-host': _theirs, ...headers } = req.headers;
    const within = request(
      new URL(req.url ?? '/', to),
      {
        method: req.method,
        headers: { ...headers, host: name, 'x-forwarded-for': req.socket.remoteAddress, 'x-forwarded-proto': 'https' },
      },
      (answer) => {
        res.writeHead(answer.statusCode ?? 502, answer.headers);
        pipeline(answer, res, () => undefined);
      },
    );
    pipeline(req, within, (e) => e && res.destroy());
  });
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  return { port: (server.address() as AddressInfo).port, stop: () => (server.closeAllConnections(), server.close()) };
}
