import { inject, Injectable, InjectionToken, type OnDestroy, signal } from '@angular/core';
import type { PutCommand, PutResult } from '@hephaist/contracts/exchange/commands';
import type { Kind, RecordKinds } from '@hephaist/contracts/records/kinds';
import type { Signing } from '@hephaist/contracts/records/signature';
import { Dispatcher, Events } from '@ngrx/signals/events';
import { v7 as newId } from 'uuid';
import { AwayError, post } from './api';
import { HeldPictures } from './held-pictures';
import { enteredBy, isOthers, isWaiting, problemOf } from './held-words';
import { type Held, inLocal } from './local-db';
import { openJob } from './open-job';
import { recordEvents, type Written } from './records';
import { mustSignIn } from './who';

export type { Held } from './local-db';
export { newId };

export type SendState<K extends Kind> =
  { readonly state: 'done'; readonly result: PutResult<K> } | { readonly state: 'held' };

/** How long what waits is left before it is tried again. */
export const RETRY_MS = new InjectionToken<number>('retry', { factory: () => 2000 });

/** Sends a command; what comes back is of the kind that was sent. */
const filed = async <K extends Kind>(command: PutCommand<K>, signature?: Signing): Promise<PutResult<K>> =>
  (await post('/commands', { ...command, signature })) as PutResult<K>;

/** How the records of a held command will stand once the server has it, if nobody else is quicker. */
const willStand = ({ records }: PutCommand): Pick<PutResult, 'records'> => ({
  records: records.map((r) => ({ version: r.seen + 1, data: r.data })),
});

/** What belongs to a job stands only where that job is open. */
const isOfOpenJob = ({ data }: { readonly data: object }): boolean => !('jobId' in data) || data.jobId === openJob();

/**
 * Every write goes through here. It is kept in the browser before it is sent and until the server has it, so a
 * reload, a lost network or a stopped server loses nothing; sending it twice is harmless.
 */
@Injectable({ providedIn: 'root' })
export class Outbox implements OnDestroy {
  /** What is held here, oldest first. */
  readonly held = signal<readonly Held[]>([]);
  private readonly dispatcher = inject(Dispatcher);
  private readonly pictures = inject(HeldPictures);
  private readonly retryMs = inject(RETRY_MS);
  private flushing = false;
  private gone = false;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor() {
    void this.refresh().then(() => this.schedule(0));
    globalThis.addEventListener?.('online', () => this.schedule(0));
    // What was read does not know what waits here yet: it is laid over it, or a page would forget it.
    inject(Events, { optional: true })
      ?.on(recordEvents.read)
      .subscribe(({ payload }) => {
        for (const { command } of this.waiting())
          if (command.kind in payload && command.records.every(isOfOpenJob))
            this.tell('held', command, willStand(command));
      });
  }

  private waiting(): readonly Held[] {
    return this.held().filter(isWaiting);
  }

  /** Somebody signed in: what they left held here goes on its way. */
  wake(): void {
    void this.refresh().then(() => this.schedule(0));
  }

  readonly isOthers = isOthers;

  /** Writes records of one kind and removes others, all or none. @throws ApiProblem when the server refuses */
  async send<K extends Kind>(
    kind: K,
    records: readonly { readonly seen: number; readonly data: RecordKinds[K] }[],
    removals: readonly { readonly id: string; readonly seen: number }[] = [],
  ): Promise<SendState<K>> {
    const command: PutCommand<K> = { id: newId(), kind, records, removals };
    // What waits goes first: what comes after may rest on it.
    const queue = this.waiting().length > 0 || this.pictures.waiting().length > 0;
    const kept = await this.keep({ command, at: this.afterAll(), refused: null, by: enteredBy() }).then(
      () => true,
      () => false,
    );
    try {
      if (queue && kept) throw new AwayError();
      const result = await filed(command);
      await this.drop(command.id);
      this.tell('written', command, result);
      return { state: 'done', result };
    } catch (e) {
      if (e instanceof AwayError) {
        if (!kept) throw new AwayError('The server is not answering, and this device has no room left to hold it.');
        await this.refresh();
        this.schedule(queue ? 0 : this.retryMs);
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
    signature: Signing,
    commandId: string,
  ): Promise<PutResult<K>> {
    const command: PutCommand<K> = { id: commandId, kind, records: [record], removals: [] };
    const result = await filed(command, signature);
    this.tell('written', command, result);
    return result;
  }

  /** Whoever holds records of this kind hears what stands now. */
  private tell(how: 'written' | 'held', command: PutCommand, { records }: Pick<PutResult, 'records'>): void {
    const written: Written = { kind: command.kind, records, gone: (command.removals ?? []).map((r) => r.id) };
    this.dispatcher.dispatch(recordEvents[how](written));
  }

  /**
   * Sends what was refused once more: what was against it was put right.
   * @param command the same over what stands now
   */
  async again(commandId: string, command?: PutCommand): Promise<void> {
    const held = this.held().find((h) => h.command.id === commandId);
    if (!held) return;
    // It is another command now: the server remembers what became of the first.
    await this.keep({ ...held, command: { ...(command ?? held.command), id: newId() }, refused: null });
    await this.drop(commandId);
    this.schedule(0);
  }

  /** Forgets one held command for good. */
  async discard(commandId: string): Promise<void> {
    await this.drop(commandId);
  }

  /** Now, and after all that waits: a device's clock may be set back, and what comes after rests on what was before. */
  private afterAll(): number {
    return this.held().reduce((at, h) => Math.max(at, h.at + 1), Date.now());
  }

  private async keep(held: Held): Promise<void> {
    await inLocal((db) => db.put('outbox', held));
  }

  private async drop(commandId: string): Promise<void> {
    await inLocal((db) => db.delete('outbox', commandId));
    this.held.update((all) => all.filter((h) => h.command.id !== commandId));
    await this.refresh();
  }

  private async refresh(): Promise<void> {
    const all = await inLocal((db) => db.getAll('outbox'));
    const here = new Set(all.map((h) => h.command.id));
    const gone = this.held().some((h) => !here.has(h.command.id));
    this.held.set(all.sort((a, b) => a.at - b.at || (a.command.id < b.command.id ? -1 : 1)));
    // Another page sent it: what it came to is not known here.
    if (gone) this.dispatcher.dispatch(recordEvents.delivered());
  }

  /** The page is gone: it sends no more. */
  ngOnDestroy(): void {
    if (this.timer) clearTimeout(this.timer);
    this.gone = true;
  }

  private schedule(ms: number): void {
    if (this.timer) clearTimeout(this.timer);
    if (this.gone) return;
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  /** One at a time, of all pages that are open here: two that send the same would tell of it twice. */
  private async flush(): Promise<void> {
    if (this.flushing) return this.schedule(this.retryMs);
    this.flushing = true;
    try {
      const { locks } = globalThis.navigator;
      if (!locks) await this.sendWaiting();
      else
        await locks.request('hephaist outbox', { ifAvailable: true }, async (lock) => {
          if (lock) return this.sendWaiting();
          // Another page sends: what it has sent is seen here too.
          await this.refresh();
          if (this.waiting().length) this.schedule(this.retryMs);
        });
    } finally {
      this.flushing = false;
    }
  }

  /** Whether an entry still waits here: another page may have sent or discarded it. */
  private async stands(commandId: string): Promise<boolean> {
    return (await inLocal((db) => db.get('outbox', commandId))) !== undefined;
  }

  private async sendWaiting(): Promise<void> {
    // Whoever signs in wakes it.
    if (mustSignIn()) return;
    // The server has not said yet who is here, or is away: it is known soon.
    if (!enteredBy()) return this.schedule(this.retryMs);
    // An entry names its photographs: they go first.
    if ((await this.pictures.flush()) === 'away') return this.schedule(this.retryMs);
    // What was held has come to something: what stands is read again, without what was refused laid over it.
    let delivered = 0;
    for (const h of this.waiting()) {
      try {
        await post('/commands', h.command);
        await this.drop(h.command.id);
        delivered += 1;
      } catch (e) {
        if (e instanceof AwayError) {
          this.schedule(this.retryMs);
          break;
        }
        // Discarded meanwhile: it does not come back.
        if (await this.stands(h.command.id)) await this.keep({ ...h, refused: problemOf(e) });
        await this.refresh();
        delivered += 1;
      }
    }
    if (delivered) this.dispatcher.dispatch(recordEvents.delivered());
  }
}
