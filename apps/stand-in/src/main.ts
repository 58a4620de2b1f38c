import { type AddressInfo, createServer, type Socket } from 'node:net';
import { parseArgs } from 'node:util';
import { DEVICE_IDS, type DeviceId, writeInstrumentLine } from '@hephaist/core/live/instruments';
import { sensor, SENSOR_LAWS } from '@hephaist/core/live/simulated-line';
import { OXYGEN_IN_AIR } from '@hephaist/core/purge/gas';
import { PSI } from '@hephaist/core/units/units';
import { saysOf } from '@hephaist/core/words/says-of';
import { control, emptyBench, followScript } from './controls.js';

/**
 * Simulated instruments of a purge: flow meter, oxygen analyser and cylinder gauge, each a TCP port on loopback that
 * says one reading a line, and a port to set them by. They follow a simulated line; they measure nothing.
 *   --ports CONTROL,OXYGEN,FLOW,CYLINDER   0 for any free one
 *   --every MS      time between readings (1000)
 *   --quick TIMES   how much faster the line's time passes (1)
 *   --seed N        noise that can be repeated
 */
const { values } = parseArgs({
  options: {
    ports: { type: 'string', default: '0,0,0,0' },
    every: { type: 'string', default: '1000' },
    quick: { type: 'string', default: '1' },
    seed: { type: 'string' },
  },
});
const ports = values.ports.split(',').map(Number);
const every = Math.max(20, Number(values.every) || 1000);
const bench = emptyBench(Math.min(100, Math.max(1, Number(values.quick) || 1)));

/** Noise: from a seed where one is given (Lehmer's generator), else from the machine. */
let seed = Number(values.seed);
const random = values.seed ? (): number => (seed = (seed * 48271) % 2147483647) / 2147483647 : Math.random;
const sensors = Object.fromEntries(DEVICE_IDS.map((id) => [id, sensor(SENSOR_LAWS[id], random)])) as Record<
  DeviceId,
  ReturnType<typeof sensor>
>;

const listeners = new Map<DeviceId, Set<Socket>>(DEVICE_IDS.map((id) => [id, new Set()]));
const started = Date.now();
const nowS = (): number => (Date.now() - started) / 1000;
const listen = (port: number, taken: (socket: Socket) => void): Promise<number> =>
  new Promise((done, fail) => {
    const server = createServer((socket) => {
      socket.on('error', () => socket.destroy());
      taken(socket);
    });
    server.once('error', fail);
    server.listen(port, '127.0.0.1', () => done((server.address() as AddressInfo).port));
  });

function takeControl(socket: Socket): void {
  let rest = '';
  socket.setEncoding('utf8');
  socket.on('data', (chunk: string) => {
    rest += chunk;
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    for (const text of lines) {
      try {
        control(bench, text, nowS());
        socket.write('ok\n');
      } catch (e) {
        socket.write(`no: ${saysOf(e)}\n`);
      }
    }
  });
}

function say(): void {
  followScript(bench, nowS());
  const seconds = (every / 1000) * bench.quick;
  const truth = bench.line?.pass(seconds, bench.setting) ?? { oxygen: OXYGEN_IN_AIR, flow: 0, cylinder: 2200 * PSI };
  const { mishap } = bench.setting;
  for (const device of DEVICE_IDS) {
    // The instrument lags in its own time, however fast the line's passes.
    const value = sensors[device](truth[device], every / 1000);
    if (device === 'oxygen' && mishap === 'analyser silent') continue;
    const rubbish = device === 'oxygen' && mishap === 'analyser speaks rubbish';
    const toldMs = Date.now() - (mishap === 'clock jumps' ? 3_600_000 : 0);
    const line = rubbish ? '\u0007%%oxy 9e99 \u00ff' : writeInstrumentLine({ device, value, toldMs });
    for (const socket of listeners.get(device) ?? []) socket.write(`${line}\n`);
  }
}

const controlPort = await listen(ports[0] ?? 0, takeControl);
const parts = [`control=tcp:127.0.0.1:${controlPort}`];
for (const [i, device] of DEVICE_IDS.entries()) {
  const port = await listen(ports[i + 1] ?? 0, (socket) => {
    listeners.get(device)?.add(socket);
    socket.on('close', () => listeners.get(device)?.delete(socket));
  });
  parts.push(`${device}=tcp:127.0.0.1:${port}`);
}
setInterval(say, every);
// The way HEPHAIST_INSTRUMENTS wants it.
process.stdout.write(`stand-in ${parts.join(' ')}\n`);
