import { createReadStream } from 'node:fs';
import { connect } from 'node:net';
import type { Readable } from 'node:stream';
import { LONGEST_LINE } from '@hephaist/core/live/instruments';
import { readAddress } from './address.js';

/** Opens what an instrument speaks through: text, one reading a line. @throws Error for an address that is none */
export function openInstrument(address: string): Readable {
  const at = readAddress(address);
  if (!at) throw new Error(`"${address}" is no address of an instrument: tcp:HOST:PORT or path:/FILE`);
  return 'path' in at ? createReadStream(at.path) : connect(at);
}

export interface LinkEvents {
  /** A line came, without its end. */
  readonly line: (text: string) => void;
  /** It began or ceased to answer. */
  readonly state: (up: boolean) => void;
}

/** Waits before it tries again, ms: short at first, then every two seconds. */
const WAITS = [250, 500, 1000, 2000];
/** An instrument that says nothing for so long is taken as lost and called again, ms. */
const SILENT_MS = 10_000;

/**
 * Keeps a line to one instrument open: calls again when it is lost or falls silent, for as long as it is wanted.
 * A line that never ends is cut off, so that a broken instrument cannot fill the memory.
 */
export function linkInstrument(address: string, events: LinkEvents): { readonly close: () => void } {
  let [closed, tries, up] = [false, 0, false];
  let stream: Readable | null = null;
  let again: NodeJS.Timeout | null = null;
  let silence: NodeJS.Timeout | null = null;
  const say = (now: boolean): void => {
    if (now === up) return;
    up = now;
    events.state(now);
  };
  const lost = (): void => {
    if (closed || again) return;
    if (silence) clearTimeout(silence);
    stream?.destroy();
    stream = null;
    say(false);
    again = setTimeout(open, WAITS[Math.min(tries, WAITS.length - 1)]);
    tries += 1;
  };
  const listen = (): void => {
    if (silence) clearTimeout(silence);
    silence = setTimeout(lost, SILENT_MS);
  };
  function open(): void {
    again = null;
    let rest = '';
    const here = openInstrument(address);
    stream = here;
    here.setEncoding('latin1');
    here.on('data', (chunk: string) => {
      listen();
      const parts = (rest + chunk).split(/\r\n|\n|\r/);
      rest = parts.pop() ?? '';
      if (rest.length > 2 * LONGEST_LINE) {
        parts.push(rest);
        rest = '';
      }
      for (const text of parts) {
        if (!text.trim()) continue;
        tries = 0;
        say(true);
        events.line(text);
      }
    });
    here.on('error', lost);
    here.on('close', () => {
      if (stream === here) lost();
    });
    listen();
  }
  open();
  return {
    close: () => {
      closed = true;
      if (again) clearTimeout(again);
      if (silence) clearTimeout(silence);
      stream?.destroy();
    },
  };
}
