import type { PurgeMark, TraceRow } from '@hephaist/contracts/records/purge-session';

/** What a session's stream tells. */
export interface FeedEvents {
  readonly rows: (rows: readonly TraceRow[]) => void;
  readonly marks: (marks: readonly PurgeMark[]) => void;
  /** The server lives; its time, ms since 1970. */
  readonly now: (nowMs: number) => void;
}

/** A stream that says nothing for so long is dead, whatever the browser thinks, ms. */
const SILENT_MS = 4000;
const AGAIN_MS = 800;

/**
 * Listens to a session for as long as it is wanted. When the network, the server or the stream is gone it calls again
 * and goes on after the last row it heard, so that none is missed and none comes twice.
 */
export function listenTo(
  sessionId: string,
  events: FeedEvents,
  open: (url: string) => EventSource = (url) => new EventSource(url),
): { readonly close: () => void } {
  let [after, closed] = [0, false];
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;
  const wait = (ms: number): void => {
    if (timer) clearTimeout(timer);
    timer = closed ? null : setTimeout(again, ms);
  };
  function again(): void {
    source?.close();
    const here = open(`/api/sessions/${sessionId}/stream?after=${after}`);
    source = here;
    const on = <T>(name: string, take: (data: T) => void): void =>
      here.addEventListener(name, (e) => {
        if (source !== here) return;
        wait(SILENT_MS);
        take(JSON.parse((e as MessageEvent<string>).data) as T);
      });
    on<TraceRow[]>('rows', (rows) => {
      const fresh = rows.filter((r) => r.seq > after);
      after = fresh.at(-1)?.seq ?? after;
      if (fresh.length) events.rows(fresh);
    });
    on<PurgeMark[]>('marks', events.marks);
    on<{ nowMs: number }>('now', ({ nowMs }) => events.now(nowMs));
    here.addEventListener('error', () => {
      if (source === here) wait(AGAIN_MS);
    });
    wait(SILENT_MS);
  }
  /** The browser knows at once that its network is gone; the stream may take a minute to notice. */
  const offline = (): void => {
    source?.close();
    wait(AGAIN_MS);
  };
  const online = (): void => wait(0);
  globalThis.addEventListener?.('offline', offline);
  globalThis.addEventListener?.('online', online);
  again();
  return {
    close: () => {
      closed = true;
      globalThis.removeEventListener?.('offline', offline);
      globalThis.removeEventListener?.('online', online);
      if (timer) clearTimeout(timer);
      source?.close();
    },
  };
}
