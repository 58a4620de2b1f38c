import { type ChildProcess, spawn } from 'node:child_process';
import type { TraceRow } from '@hephaist/contracts/records/purge-session';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { importJob } from '../src/exchange/job-file.js';
import { freePort } from './free-port.js';
import { demoFile, type Harness, harness, newId } from './harness.js';
import { type FakeInstrument, fakeInstrument, sampleSession, until } from './instruments.js';

/** Devices, servers and browsers are killed without warning; what a browser was once shown must be on file. */

let h: Harness;
let oxygen: FakeInstrument;
const running: ChildProcess[] = [];

beforeAll(async () => {
  h = await harness();
  await importJob(h.store, demoFile(), newId());
  oxygen = await fakeInstrument();
});
afterEach(() => running.splice(0).forEach((p) => p.kill('SIGKILL')));
afterAll(async () => {
  await oxygen.kill();
  await h.close();
});

async function server(): Promise<{ url: string; process: ChildProcess }> {
  const port = await freePort();
  const child = spawn(process.execPath, ['apps/server/dist/main.mjs'], {
    env: {
      ...process.env,
      DATABASE_URL: h.url,
      HEPHAIST_PORT: String(port),
      HEPHAIST_DEMO: 'off',
      HEPHAIST_INSTRUMENTS: `bench oxygen=tcp:127.0.0.1:${oxygen.port}`,
      LOG_LEVEL: 'silent',
    },
    stdio: 'ignore',
  });
  running.push(child);
  const url = `http://127.0.0.1:${port}/api`;
  await until(
    () =>
      fetch(`${url}/health`).then(
        (r) => r.status,
        () => 0,
      ),
    (s) => s === 200,
  );
  return { url, process: child };
}

/** Listens to a session's stream as a browser would, until it breaks or is told to stop. */
function listen(url: string, sessionId: string, after: number): { rows: TraceRow[]; stop: () => void } {
  const rows: TraceRow[] = [];
  const ask = new AbortController();
  void (async () => {
    const response = await fetch(`${url}/sessions/${sessionId}/stream?after=${after}`, {
      signal: ask.signal,
      headers: { Cookie: h.cookie },
    });
    let text = '';
    const decoder = new TextDecoder();
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      text += decoder.decode(chunk, { stream: true });
      for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
        const [event, data] = text.slice(0, end).split('\n');
        text = text.slice(end + 2);
        if (event === 'event: rows') rows.push(...(JSON.parse(data?.slice(6) ?? '[]') as TraceRow[]));
      }
    }
  })().catch(() => undefined);
  return { rows, stop: () => ask.abort() };
}

const counts = (rows: readonly TraceRow[]): number[] =>
  rows.flatMap((r) => (r.value === null ? [] : [Math.round(r.value * 1e5)]));

describe('a purge session outlives what is killed', () => {
  it('server, device and browser: every reading that was shown is on file, once, and the session goes on', async () => {
    const session = sampleSession({ instruments: 'bench' });
    const first = await server();
    await fetch(`${first.url}/commands`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Cookie: h.cookie },
      body: JSON.stringify({ id: newId(), kind: 'purge_session', records: [{ seen: 0, data: session }] }),
    });
    await until(oxygen.listeners, (n) => n === 1);
    let n = 0;
    const speak = setInterval(() => oxygen.say(`oxygen ${(++n / 1000).toFixed(3)} %`), 20);

    const browser = listen(first.url, session.id, 0);
    await until(
      () => browser.rows.length,
      (k) => k > 30,
    );
    first.process.kill('SIGKILL');
    const shown = counts(browser.rows);
    expect(shown.length).toBeGreaterThan(25);

    const second = await server();
    await until(oxygen.listeners, (k) => k === 1);
    const back = listen(second.url, session.id, browser.rows.at(-1)?.seq ?? 0);
    await until(
      () => counts(back.rows).length,
      (k) => k > 20,
    );

    await oxygen.kill();
    await until(
      () => back.rows.map((r) => r.says).join(),
      (words) => words.includes('does not answer'),
    );
    await oxygen.revive();
    await until(
      () => back.rows.map((r) => r.says).join(),
      (words) => words.includes('answers again'),
    );
    const before = back.rows.length;
    await until(
      () => back.rows.length,
      (k) => k > before + 10,
    );
    back.stop();

    const last = listen(second.url, session.id, back.rows.at(-1)?.seq ?? 0);
    await until(
      () => last.rows.length,
      (k) => k > 5,
    );
    last.stop();
    clearInterval(speak);

    const heard = [...browser.rows, ...back.rows, ...last.rows];
    const onFile = await h.store.trace.rows(session.id);
    const bySeq = new Map(onFile.map((r) => [r.seq, r]));
    for (const row of heard) expect(bySeq.get(row.seq)).toEqual(row);
    expect(new Set(heard.map((r) => r.seq)).size).toBe(heard.length);
    expect(heard.map((r) => r.seq)).toEqual(heard.map((_, i) => i + 1));
    const all = counts(onFile);
    expect(new Set(all).size).toBe(all.length);
    expect([...all].sort((a, b) => a - b)).toEqual(all);
    expect(all.every((c) => c >= 1 && c <= n)).toBe(true);
  });
});
