import { inject, Injectable, signal } from '@angular/core';
import type { Problem } from '@hephaist/contracts/exchange/answers';
import type { PutCommand, PutResult } from '@hephaist/contracts/exchange/commands';
import type { Kind, RecordKinds } from '@hephaist/contracts/records/kinds';
import type { Meaning } from '@hephaist/contracts/records/signature';
import { Dispatcher } from '@ngrx/signals/events';
import { type IDBPDatabase, openDB } from 'idb';
import { v7 as newId } from 'uuid';
import { ApiProblem, AwayError, post } from './api';
import { recordEvents, type Written } from './records';
import { me, mustSignIn } from './who';

export { newId };

/** A command that waits for the server, or that the server refused while nobody was looking. */
export interface Held {
  readonly command: PutCommand;
  readonly at: number;
  readonly refused: Problem | null;
  /** Account and person who entered it: nobody else's name may come to stand by it. */
  readonly by: { readonly id: string; readonly person: string } | null;
}

export type SendState<K extends Kind> =
  { readonly state: 'done'; readonly result: PutResult<K> } | { readonly state: 'held' };

const RETRY_MS = 2000;

/** How the records of a held command will stand once the server has it, if nobody else is quicker. */
const willStand = ({ records }: PutCommand): Pick<PutResult, 'records'> => ({
  records: records.map((r) => ({ version: r.seen + 1, data: r.data })),
});

/**
 * Every write goes through here. It is kept in the browser before it is sent and until the server has it, so a
 * reload, a lost network or a stopped server loses nothing; sending it twice is harmless.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  /** What is held here, oldest first. */
  readonly held = signal<readonly Held[]>([]);
  private readonly dispatcher = inject(Dispatcher);
  private readonly db: Promise<IDBPDatabase> = openDB('hephaist', 1, {
    upgrade: (db) => void db.createObjectStore('outbox', { keyPath: 'command.id' }),
  });
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor() {
    void this.refresh().then(() => this.schedule(0));
    globalThis.addEventListener?.('online', () => this.schedule(0));
  }

  /** Somebody signed in: what they left held here goes on its way. */
  wake(): void {
    void this.refresh().then(() => this.schedule(0));
  }

  private by(): Held['by'] {
    const who = me();
    return who ? { id: who.id, person: who.person } : null;
  }

  /** Entered by someone else at this browser: it waits until they sign in here. */
  readonly isOthers = (held: Held): boolean => held.by !== null && held.by?.id !== this.by()?.id;

  /** Writes records of one kind and removes others, all or none. @throws ApiProblem when the server refuses */
  async send<K extends Kind>(
    kind: K,
    records: readonly { readonly seen: number; readonly data: RecordKinds[K] }[],
    removals: readonly { readonly id: string; readonly seen: number }[] = [],
  ): Promise<SendState<K>> {
    const command: PutCommand<K> = { id: newId(), kind, records, removals };
    await this.keep({ command, at: Date.now(), refused: null, by: this.by() });
    try {
      const result = await post<PutResult<K>>('commands', command);
      await this.drop(command.id);
      this.tell('written', command, result);
      return { state: 'done', result };
    } catch (e) {
      if (e instanceof AwayError) {
        await this.refresh();
        this.schedule(RETRY_MS);
        this.tell('held', command, willStand(command));
        return { state: 'held' };
      }
      await this.drop(command.id);
      throw e;
    }
  }

  /**
   * Writes one record and signs it. Needs the server: a password is never held.
   * @throws ApiProblem when refused, AwayError when there is no answer
   */
  async sendSigned<K extends Kind>(
    kind: K,
    record: { readonly seen: number; readonly data: RecordKinds[K] },
    signature: { readonly password: string; readonly meaning: Meaning },
    commandId: string,
  ): Promise<PutResult<K>> {
    const command: PutCommand<K> = { id: commandId, kind, records: [record], removals: [] };
    const result = await post<PutResult<K>>('commands', { ...command, signature });
    this.tell('written', command, result);
    return result;
  }

  /** Whoever holds records of this kind hears what stands now. */
  private tell(how: 'written' | 'held', command: PutCommand, { records }: Pick<PutResult, 'records'>): void {
    const written: Written = { kind: command.kind, records, gone: (command.removals ?? []).map((r) => r.id) };
    this.dispatcher.dispatch(recordEvents[how](written));
  }

  /** Forgets one held command for good. */
  async discard(commandId: string): Promise<void> {
    await this.drop(commandId);
  }

  private async keep(held: Held): Promise<void> {
    await (await this.db).put('outbox', held);
  }

  private async drop(commandId: string): Promise<void> {
    await (await this.db).delete('outbox', commandId);
    await this.refresh();
  }

  private async refresh(): Promise<void> {
    const all = (await (await this.db).getAll('outbox')) as Held[];
    this.held.set(all.sort((a, b) => a.at - b.at));
  }

  private schedule(ms: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  private async flush(): Promise<void> {
    // Whoever signs in wakes it.
    if (mustSignIn()) return;
    // The server has not said yet who is here, or is away: it is known soon.
    if (!this.by()) return this.schedule(RETRY_MS);
    const waiting = this.held().filter((h) => !h.refused && !this.isOthers(h));
    let delivered = 0;
    for (const h of waiting) {
      try {
        await post('commands', h.command);
        await this.drop(h.command.id);
        delivered += 1;
      } catch (e) {
        if (e instanceof AwayError) {
          this.schedule(RETRY_MS);
          break;
        }
        await this.keep({
          ...h,
          refused: e instanceof ApiProblem ? e.problem : { title: 'Not done', status: 0, detail: String(e) },
        });
        await this.refresh();
      }
    }
    if (delivered) this.dispatcher.dispatch(recordEvents.delivered());
  }
}
