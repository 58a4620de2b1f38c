import type { Problem } from '@hephaist/contracts/exchange/answers';
import type { CsvReport } from '@hephaist/contracts/exchange/joint-csv';
import type { RecordKinds } from '@hephaist/contracts/records/kinds';
import type { Stored } from '@hephaist/contracts/records/stored';
import { vi } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';

export const file = saltmarsh('2026-06-15');
export const job = file.job.id;
const stored = <T>(rows: readonly T[]): Stored<T>[] => rows.map((data) => ({ version: 1, data }));

export interface Command {
  readonly kind: keyof RecordKinds;
  readonly records: readonly { readonly seen: number; readonly data: { readonly id: string } }[];
  readonly removals: readonly { readonly id: string; readonly seen: number }[];
}

/** A server that stands in: the demo's job is on file; commands are kept, and answered as the server answers them. */
export function demoServer() {
  const commands: Command[] = [];
  const asked: string[] = [];
  const next: { away: boolean; refusal: Problem | null; csv: CsvReport | null } = {
    away: false,
    refusal: null,
    csv: null,
  };
  const answer = (path: string, init?: RequestInit): unknown => {
    if (path === 'commands') {
      const command = JSON.parse(init?.body as string) as Command;
      commands.push(command);
      return { commandId: 'x', records: command.records.map((r) => ({ version: r.seen + 1, data: r.data })) };
    }
    if (path === 'crew')
      return {
        brazer: stored(file.brazers),
        coupon: stored(file.coupons),
        procedure: stored(file.procedures),
        confirmation: [],
        pqr: [],
        annulment: [],
        brazings: [],
      };
    if (path === 'shop') return { own_row: stored(file.ownRows), weighing: [] };
    if (path.endsWith('/check-csv')) return next.csv;
    if (path.endsWith('/logs')) return { log: stored(file.logs) };
    if (path.includes('/joints')) return { joint: stored(file.joints), next: null, total: file.joints.length };
    return { job: stored([file.job]), line: stored(file.lines) };
  };
  const json = (body: unknown, status = 200): Response =>
    new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
  vi.stubGlobal('fetch', (url: string, init?: RequestInit) => {
    const path = url.replace('/api/', '');
    asked.push(path);
    if (next.away) return Promise.reject(new TypeError('no network'));
    const { refusal } = next;
    if (path === 'commands' && refusal) {
      next.refusal = null;
      return Promise.resolve(json(refusal, refusal.status));
    }
    return Promise.resolve(json(answer(path, init)));
  });
  return { commands, asked, next };
}
