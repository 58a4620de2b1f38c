import { TestBed } from '@angular/core/testing';
import type { TraceRow } from '@hephaist/contracts/records/purge-session';
import { sampleMark, sampleSession } from '@hephaist/contracts/testing/purge-samples';
import { SCFH } from '@hephaist/core/units/units';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { soon } from '../testing/soon';
import { LineReadings, type ReadAtLine } from './line-readings';

import 'fake-indexeddb/auto';

/** The stream of the session, driven by the test. */
let stream: Record<string, (event: { data: string }) => void> = {};
const session = sampleSession({ instruments: 'stand-in', holdS: 5 });
const NOW = Date.parse(session.startedAt) + 60_000;
const row = (seq: number, device: TraceRow['device'], value: number, beforeMs: number): TraceRow => ({
  seq,
  atMs: NOW - beforeMs,
  device,
  value,
  says: null,
});

beforeEach(() => {
  stream = {};
  vi.stubGlobal(
    'EventSource',
    class {
      addEventListener(name: string, take: (event: { data: string }) => void): void {
        stream[name] = take;
      }
      close(): void {
        stream = {};
      }
    },
  );
  vi.stubGlobal('fetch', (url: string) =>
    Promise.resolve(
      new Response(
        JSON.stringify(
          url.endsWith('/instruments')
            ? [{ id: 'stand-in', name: 'stand-in', devices: ['oxygen', 'flow'], standIn: true }]
            : { session, marks: [sampleMark()] },
        ),
        { headers: { 'Content-Type': 'application/json' } },
      ),
    ),
  );
});
afterEach(() => vi.unstubAllGlobals());

async function shown(step: 'nitrogen' | 'heat', rows: readonly TraceRow[]) {
  const made = TestBed.createComponent(LineReadings);
  made.componentRef.setInput('session', session.id);
  made.componentRef.setInput('step', step);
  const took: ReadAtLine[] = [];
  made.componentInstance.took.subscribe((read) => took.push(read));
  await made.whenStable();
  await soon(() => expect(stream['now']).toBeDefined());
  stream['rows']?.({ data: JSON.stringify(rows) });
  stream['now']?.({ data: JSON.stringify({ nowMs: NOW }) });
  await made.whenStable();
  made.detectChanges();
  const page = made.nativeElement as HTMLElement;
  return { page, took, button: page.querySelector('button') };
}
const held = [0, 1, 2, 3, 4, 5, 6].map((s) => row(s + 1, 'oxygen', 0.004, 6000 - 1000 * s));

describe('what instruments say beside a joint’s step', () => {
  it('under the limit for as long as asked it is proved, and its readings are taken as they stand', async () => {
    const { page, took, button } = await shown('nitrogen', [...held, row(8, 'flow', 15 * SCFH, 500)]);
    expect(page.textContent).toMatch(/oxygen 0\.40 %, 15\.0 SCFH\s+✓ proved/);
    expect(page.textContent).toContain('no evidence');
    button?.click();
    expect(took).toEqual([{ oxygen: 0.004, flowM3s: 15 * SCFH }]);
  });
  it('what is older than five seconds is no reading: nothing is taken, nothing is proved', async () => {
    const old = held.map((r) => ({ ...r, atMs: r.atMs - 5001 }));
    const { page, button } = await shown('nitrogen', old);
    expect(page.textContent).toContain('no fresh oxygen reading');
    expect(page.textContent).toContain('✕ not proved');
    expect(button?.disabled).toBe(true);
  });
  it('what is a second younger is one', async () => {
    const { button } = await shown(
      'nitrogen',
      held.map((r) => ({ ...r, atMs: r.atMs - 4000 })),
    );
    expect(button?.disabled).toBe(false);
  });
  it('an analyser that drifts under zero is written down as none', async () => {
    const { took, button } = await shown('nitrogen', [row(1, 'oxygen', -0.002, 0)]);
    button?.click();
    expect(took).toEqual([{ oxygen: 0, flowM3s: null }]);
  });
  it('at the flame an unproved line says to take it away; nothing is taken there', async () => {
    const { page, button } = await shown('heat', [row(1, 'oxygen', 0.2, 0)]);
    expect(page.querySelector('.mind')?.textContent).toContain('not proved: flame away');
    expect(button).toBeNull();
  });
});
