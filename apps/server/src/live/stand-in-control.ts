import { connect } from 'node:net';
import type { PurgeMark, PurgeSession } from '@hephaist/contracts/records/purge-session';
import { SCFH } from '@hephaist/core/units/units';
import { readAddress } from './address.js';

/** Tells the stand-ins something and waits for their answer. @throws Error where they refuse or do not answer */
export function tellStandIn(address: string, lines: readonly string[]): Promise<void> {
  const at = readAddress(address);
  if (!at || 'path' in at) return Promise.reject(new Error('stand-ins are set over TCP'));
  return new Promise((done, fail) => {
    const socket = connect(at);
    let [answers, text] = [0, ''];
    socket.setTimeout(3000, () => socket.destroy(new Error('the stand-ins do not answer')));
    socket.setEncoding('utf8');
    socket.on('error', fail);
    socket.on('close', () => fail(new Error('the stand-ins hung up')));
    socket.on('data', (chunk: string) => {
      text += chunk;
      for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n')) {
        const answer = text.slice(0, end);
        text = text.slice(end + 1);
        if (!answer.startsWith('ok')) return void fail(new Error(answer));
        answers += 1;
      }
      if (answers === lines.length) {
        socket.removeAllListeners('close');
        socket.end();
        done();
      }
    });
    socket.write(lines.map((l) => `${l}\n`).join(''));
  });
}

const feed = (m3s: number): string => `feed ${(m3s / SCFH).toFixed(3)}`;

/** What the fitter's hands would do at a real line when a mark is made: turn the valve, open the vent. */
export function handsFor(session: PurgeSession, mark: PurgeMark): string[] {
  switch (mark.kind) {
    case 'purge on':
    case 'vent open':
      return [`vent ${mark.vent ?? ''}`, feed(session.fillM3s)];
    case 'joint begun':
      return [feed(session.trickleM3s)];
    case 'line capped':
      return [feed(0)];
    default:
      return [];
  }
}

/** How the valves of a line stand after all its marks: said to stand-ins that were started anew. */
export function linesToCatchUp(session: PurgeSession, marks: readonly PurgeMark[]): string[] {
  const sorted = [...marks].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  return [
    `line ${session.id} ${session.cylinder.replace(' ', '_')} ${JSON.stringify(session.network)}`,
    ...sorted.flatMap((m) => handsFor(session, m)),
  ];
}
