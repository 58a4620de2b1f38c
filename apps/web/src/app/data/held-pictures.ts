import { Injectable, signal } from '@angular/core';
import { MOST_PICTURE_BYTES } from '@hephaist/contracts/records/strip-marks';
import { AwayError } from './api';
import { enteredBy, isWaiting, problemOf } from './held-words';
import { type HeldPicture, inLocal } from './local-db';
import { sendPicture } from './papers';

const TYPES: ReadonlySet<string> = new Set(['image/jpeg', 'image/png', 'image/webp']);
const NO_ROOM = 'no server, and no room left on this device to hold it';
/** Room that must be left beside a photograph. */
const ROOM = 1.2;

/** Whether the device has room for so many bytes, as far as it tells. */
async function hasRoom(bytes: number): Promise<boolean> {
  const told = await globalThis.navigator?.storage?.estimate?.().catch(() => null);
  return !told?.quota || told.quota - (told.usage ?? 0) > bytes * ROOM;
}

/** Photographs go to the server at once; where it is away they wait here, and go before the entries that name them. */
@Injectable({ providedIn: 'root' })
export class HeldPictures {
  readonly held = signal<readonly HeldPicture[]>([]);
  /** Where those are found that were looked at: the browser is asked for each only once it is. */
  private readonly shown = new Map<string, string>();

  constructor() {
    void this.refresh();
  }

  /** Those of whoever is signed in that were not refused. */
  waiting(): readonly HeldPicture[] {
    return this.held().filter(isWaiting);
  }

  /** Where a photograph that was taken here is found, the server having it or not; null for any other. */
  shownAt(id: string): string | null {
    const held = this.held().find((p) => p.id === id);
    if (held && !this.shown.has(id)) this.shown.set(id, URL.createObjectURL(held.picture));
    return this.shown.get(id) ?? null;
  }

  /** @throws ApiProblem where it is refused, Error where it cannot be kept */
  async send(id: string, picture: Blob): Promise<'done' | 'held'> {
    try {
      if (this.waiting().length) throw new AwayError();
      await sendPicture(id, picture);
      return 'done';
    } catch (e) {
      if (!(e instanceof AwayError)) throw e;
      await this.hold(id, picture);
      return 'held';
    }
  }

  private async hold(id: string, picture: Blob): Promise<void> {
    if (!TYPES.has(picture.type)) throw new Error('not a JPEG, PNG or WebP photograph');
    if (picture.size > MOST_PICTURE_BYTES) throw new Error('larger than the server takes');
    if (!(await hasRoom(picture.size))) throw new Error(NO_ROOM);
    await this.keep({ id, picture, at: Date.now(), refused: null, by: enteredBy() }).catch(() => {
      throw new Error(NO_ROOM);
    });
    await this.refresh();
  }

  /** Sends what waits, oldest first; one that is refused stays with its reason. */
  async flush(): Promise<'done' | 'away'> {
    for (const p of this.waiting()) {
      try {
        await sendPicture(p.id, p.picture);
        await this.drop(p.id);
      } catch (e) {
        if (e instanceof AwayError) return 'away';
        await this.keep({ ...p, refused: problemOf(e) });
        await this.refresh();
      }
    }
    return 'done';
  }

  private async keep(picture: HeldPicture): Promise<void> {
    await inLocal((db) => db.put('pictures', picture));
  }

  /** Forgets one for good. */
  async drop(id: string): Promise<void> {
    await inLocal((db) => db.delete('pictures', id));
    await this.refresh();
  }

  private async refresh(): Promise<void> {
    const all = await inLocal((db) => db.getAll('pictures'));
    this.held.set(all.sort((a, b) => a.at - b.at));
  }
}
